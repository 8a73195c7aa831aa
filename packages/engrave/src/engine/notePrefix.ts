/** Stands before every id of a note on a page, since several drawings share a screen. */
export const NOTE_PREFIX = 'c-';

/** The prefix of the ids of a line: the first line's is plain. */
export const linePrefix = (prefix: string, line: number): string => (line === 0 ? prefix : `${prefix}${line}-`);

/** A note's name on a page that may hold several lines: its id, after the line's number from the second on. */
export const pageName = (line: number, id: string): string => linePrefix('', line) + id;

/** What a note's name on a page stands for. @example readPageName('1-n3') // { line: 1, id: 'n3' } */
export function readPageName(name: string): { readonly line: number; readonly id: string } {
  const m = /^(\d)-(.+)$/.exec(name);
  return m === null ? { line: 0, id: name } : { line: Number(m[1]), id: m[2] ?? '' };
}

/** The class that the library carries on to a chord symbol, apart from what only keeps room. */
export const CHORD_CLASS = 'chord-symbol';
