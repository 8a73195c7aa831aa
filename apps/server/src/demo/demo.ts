import type { InstrumentId } from '@cifra/core';

export const DEMO_EMAIL = 'mara@tidewater.example';
export const DEMO_NAME = 'Mara';

/** What the demo class has played: its notes are known. */
export const KNOWN_TUNE = 'Lantern Walk';

/** First names made up for Tidewater School. */
export const DEMO_PUPILS: readonly (readonly [name: string, instrument: InstrumentId])[] = [
  ['Isla', 'flute'],
  ['Noor', 'flute'],
  ['Tomas', 'oboe'],
  ['Pia', 'clarinet'],
  ['Emeka', 'clarinet'],
  ['Juno', 'alto-saxophone'],
  ['Lars', 'tenor-saxophone'],
  ['Wren', 'bassoon'],
  ['Otis', 'horn'],
  ['Saskia', 'trumpet'],
  ['Davi', 'trumpet'],
  ['Mina', 'trombone'],
  ['Ravi', 'trombone'],
  ['Greta', 'euphonium'],
  ['Bo', 'tuba'],
  ['Ines', 'tuba'],
];
