import { provideFigures } from '../fingering/catalogues';
import { BASSOON_TEXT } from '../fingering/woodwind/bassoon.data';

provideFigures('bassoon', { usual: BASSOON_TEXT });
