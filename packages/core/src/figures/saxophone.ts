import { provideFigures } from '../fingering/catalogues';
import { SAXOPHONE_TEXT } from '../fingering/woodwind/saxophone.data';

provideFigures('saxophone', { usual: SAXOPHONE_TEXT });
