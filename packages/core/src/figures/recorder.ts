import { provideFigures } from '../fingering/catalogues';
import { BAROQUE_TEXT, GERMAN_CHANGES } from '../fingering/woodwind/recorder.data';

provideFigures('recorder', { usual: BAROQUE_TEXT, german: GERMAN_CHANGES });
