import type { NavigationSign, WriteMode } from '@cifra/core';

/** The ways of typing: what a typed letter does to the notes that are there. */
export const MODE_NAMES: Readonly<Record<WriteMode, { readonly name: string; readonly hint: string }>> = {
  insert: { name: 'Insert', hint: 'A note goes between the others, in its bar.' },
  push: { name: 'Push on', hint: 'All that follows moves on, over the bar lines.' },
  overwrite: { name: 'Overwrite', hint: 'A note takes the time of what stands there.' },
  'new-notes': { name: 'New notes', hint: 'The rhythm stays; letters change the notes one after the other.' },
  'new-rhythm': { name: 'New rhythm', hint: 'The notes stay; values change their lengths one after the other.' },
};

/** What a sign that sends players elsewhere is called in the list of commands. */
export const NAVIGATION_WORDS: Readonly<Record<NavigationSign, string>> = {
  segno: 'Segno here',
  coda: 'Coda begins here',
  'to-coda': 'To Coda from here',
  fine: 'Fine here',
  dc: 'D.C.: back to the start',
  'dc-fine': 'D.C. al Fine: back to the start, then to Fine',
  'dc-coda': 'D.C. al Coda: back to the start, then to the coda',
  ds: 'D.S.: back to the segno',
  'ds-fine': 'D.S. al Fine: back to the segno, then to Fine',
  'ds-coda': 'D.S. al Coda: back to the segno, then to the coda',
};
