import { provideFigures } from '../fingering/catalogueTexts';
import { OBOE_TEXT } from '../fingering/woodwind/oboe.data';

provideFigures('oboe', { usual: OBOE_TEXT });
