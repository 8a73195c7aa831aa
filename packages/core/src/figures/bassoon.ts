import { provideFigures } from '../fingering/catalogueTexts';
import { BASSOON_TEXT } from '../fingering/woodwind/bassoon.data';

provideFigures('bassoon', { usual: BASSOON_TEXT });
