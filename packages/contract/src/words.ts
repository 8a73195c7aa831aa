export { HANDOUT_WORDS } from './handoutWords';
export { ALTERNATE_WORDS, STAGE_WORDS, alternateWords, chartWords, tuningWords } from './figureWords';
export { instrumentWord } from './instrumentWords';
export { problemSentence } from './problemWords';
export { signatureWords } from './signatureWords';
