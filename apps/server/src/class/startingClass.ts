import type { SaveClassDto } from '@cifra/contract';

/** What a new teacher's class holds until they change it. */
export const STARTING_CLASS: SaveClassDto = {
  name: 'My class',
  instruments: ['flute', 'oboe', 'clarinet', 'alto-saxophone', 'tenor-saxophone', 'bassoon', 'horn', 'trumpet', 'trombone', 'euphonium', 'tuba'],
  schools: {},
  stage: 'first-year',
  band: { woodwind: ['diagram', 'name', 'sounds'], brass: ['diagram', 'figure', 'name', 'sounds'] },
  paper: 'a4',
};
