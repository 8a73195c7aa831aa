import type { WriteMode } from '@cifra/core';

/** The ways of typing: what a typed letter does to the notes that are there. */
export const MODE_NAMES: Readonly<Record<WriteMode, { readonly name: string; readonly hint: string }>> = {
  insert: { name: 'Insert', hint: 'A note goes between the others, in its bar.' },
  push: { name: 'Push on', hint: 'All that follows moves on, over the bar lines.' },
  overwrite: { name: 'Overwrite', hint: 'A note takes the time of what stands there.' },
  'new-notes': { name: 'New notes', hint: 'The rhythm stays; letters change the notes one after the other.' },
  'new-rhythm': { name: 'New rhythm', hint: 'The notes stay; values change their lengths one after the other.' },
};
