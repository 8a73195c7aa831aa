import { provideFigures } from '../fingering/catalogueTexts';
import { CLARINET_TEXT } from '../fingering/woodwind/clarinet.data';

provideFigures('clarinet', { usual: CLARINET_TEXT });
