import { provideFigures } from '../fingering/catalogues';
import { CLARINET_TEXT } from '../fingering/woodwind/clarinet.data';

provideFigures('clarinet', { usual: CLARINET_TEXT });
