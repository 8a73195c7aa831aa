export { type Engine } from './engine/engine';

export { engraveHandout, type HandoutFor } from './engraveHandout';
export { engraveChart } from './chart/engraveChart';
export { engravePart, engraveScroll } from './engravePart';
export { engraveCallSheet } from './sheet/engraveCallSheet';
export { engraveScorePages } from './score/engraveScorePages';
export { engraveScore, type EngravedScore } from './score/engraveScore';
export { engraveLine } from './engraveLine';
export { pageName, readPageName } from './engine/notePrefix';
export { type Page } from './page/composePages';
export { causeWords, instrumentTitle, lookFirstSentence, signatureSentence } from './page/pageWords';
export { MARGIN, type Paper } from './page/paper';
export { FIGURE_FACE, SIGN_FACE, TITLE_FACE } from './text/drawText';
export { figureLines } from './diagram/figureLines';
export { touchName } from './diagram/touchName';
export { type EngravedSystem, engraveSystem, type SystemRequest } from './write/engraveSystem';
export { breakForWriting, estimateWidth } from './write/breakForWriting';
export { type Opening, orderOf, sliceLine } from './write/sliceLine';

export { KEY_LAYOUTS } from './diagram/keys.data';
export { hasThumbLever } from './diagram/valves';
