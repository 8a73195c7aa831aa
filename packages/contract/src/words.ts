export { ALTERNATE_WORDS, STAGE_WORDS, alternateWords, chartWords, tuningWords } from './figureWords';
export { problemSentence } from './problemWords';
export { signatureWords } from './signatureWords';
