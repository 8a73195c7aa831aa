/** Stands before every id of a note on a page, since several drawings share a screen. */
export const NOTE_PREFIX = 'c-';
