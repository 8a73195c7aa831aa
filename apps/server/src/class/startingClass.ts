import type { SaveClassDto } from '@cifra/contract';
import { DEFAULT_PAGE } from '@cifra/core';

/** What a new teacher's class holds until they change it. */
export const STARTING_CLASS: SaveClassDto = {
  name: 'My class',
  instruments: [
    'flute',
    'oboe',
    'clarinet',
    'alto-saxophone',
    'tenor-saxophone',
    'bassoon',
    'horn',
    'trumpet',
    'trombone',
    'euphonium',
    'tuba',
  ],
  conventions: {},
  stage: 'first-year',
  page: {
    ...DEFAULT_PAGE,
    fades: [],
    rows: {
      woodwind: [{ row: 'diagram' }, { row: 'name' }, { row: 'sounds' }],
      brass: [{ row: 'diagram' }, { row: 'figure' }, { row: 'name' }, { row: 'sounds' }],
    },
  },
  paper: 'a4',
};
