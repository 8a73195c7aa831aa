import type { NoteId } from '@cifra/core';
import type { Mending, ReadEvent, Reading } from './reading';

function mended(e: ReadEvent, m: Mending): ReadEvent | undefined {
  switch (m.kind) {
    case 'gone':
      return undefined;
    case 'length':
      return { ...e, value: m.value, dots: m.dots };
    case 'step':
      return { ...e, diatonic: e.diatonic + m.by };
    case 'sign': {
      const { sign: _before, ...plain } = e;
      return m.sign === undefined ? plain : { ...plain, sign: m.sign };
    }
  }
}

/** Makes a note what it was offered to be instead; the doubts about it are over. */
export function mend(reading: Reading, note: NoteId, mending: Mending): Reading {
  return {
    ...reading,
    bars: reading.bars.map((b) =>
      b.events.some((e) => e.id === note)
        ? { ...b, events: b.events.flatMap((e) => (e.id === note ? (mended(e, mending) ?? []) : e)) }
        : b,
    ),
    doubts: reading.doubts.filter((d) => d.note !== note),
  };
}

/** The index in the score of a bar that was read: bars of rest that stand as one are several there. */
export const measureOf = ({ bars }: Reading, bar: number): number =>
  bars.slice(0, bar).reduce((sum, b) => sum + (b.multiRest ?? 1), 0);
