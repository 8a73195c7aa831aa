// From a picture of a page to a line of music: what stands here may be used by others.

export { blank, inkOf, type Picture, turned } from './picture/picture';
export type { Staff, StaffPoint } from './staves/findStaves';
export { openPage, type OpenedPage, type PageRefusal } from './staves/openPage';
export { SPACE, type Strip, STRIP_HEIGHT, stripOf } from './staves/strip';
export { findSymbols, type Network, type Seen, symbolsOf } from './symbols/findSymbols';
export { SYMBOL_NAMES, type SymbolKind, type SymbolName } from './symbols/symbolNames';
export { exercisesOf, type FoundExercise } from './music/exercises';
export { measureOf, mend } from './music/mend';
export type {
  Doubt,
  DoubtKind,
  Mending,
  ReadBar,
  ReadEvent,
  Reading,
  ReadSign,
  Said,
  SeenStaff,
  StripPlace,
} from './music/reading';
export { readMusic } from './music/readMusic';
export { scoreOf } from './music/scoreOf';
