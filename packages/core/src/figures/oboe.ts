import { provideFigures } from '../fingering/catalogues';
import { OBOE_TEXT } from '../fingering/woodwind/oboe.data';

provideFigures('oboe', { usual: OBOE_TEXT });
