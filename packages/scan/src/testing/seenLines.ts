import { pitchText, type Score, type Written } from '@cifra/core';
import type { Reading } from '../music/reading';
import { scoreOf } from '../music/scoreOf';
import type { Seen } from '../symbols/findSymbols';
import type { SymbolName } from '../symbols/symbolNames';
import { seen } from './seenStaff';

const CLEF = { treble: ['clef-g', -2], bass: ['clef-f', 2], alto: ['clef-c', 0], tenor: ['clef-c', 2] } as const;
export const clef = (name: keyof typeof CLEF = 'treble'): Seen => seen(CLEF[name][0], 2, CLEF[name][1]);
export const meter = (over: number, under: number, x = 6): Seen[] => [
  ...[...String(over)].map((d, i) => seen(`digit-${d}` as SymbolName, x + i, 2)),
  ...[...String(under)].map((d, i) => seen(`digit-${d}` as SymbolName, x + i, -2)),
];
export const bar = (x: number, name: SymbolName = 'bar'): Seen => seen(name, x);
export const note = (value: string, x: number, step = 0): Seen => seen(`note-${value}` as SymbolName, x, step);

export const score = (reading: Reading): Score<Written> => {
  const made = scoreOf(reading, 'Tin Kettle');
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return made.value;
};
/** The events of a line in words, bar by bar. */
export const words = (s: Score<Written>): string[] =>
  s.measures.map((m) =>
    m.events
      .map((e) => {
        const { value, dots, tuplet } = e.duration;
        const length = `${value}${'.'.repeat(dots)}${tuplet === undefined ? '' : '/3'}`;
        if (e.kind === 'rest') return `r ${e.wholeMeasure === true ? 'bar' : length}`;
        return `${pitchText(e.pitch)} ${length}${e.tie === true ? '~' : ''}`;
      })
      .join(', '),
  );
