import { provideFigures } from '../fingering/catalogueTexts';
import { FLUTE_TEXT } from '../fingering/woodwind/flute.data';

provideFigures('flute', { usual: FLUTE_TEXT });
