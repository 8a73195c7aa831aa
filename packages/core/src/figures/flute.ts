import { provideFigures } from '../fingering/catalogues';
import { FLUTE_TEXT } from '../fingering/woodwind/flute.data';

provideFigures('flute', { usual: FLUTE_TEXT });
