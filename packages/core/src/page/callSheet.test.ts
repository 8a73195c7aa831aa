import { conventionsOf } from '../convention/conventions';
import type { Exercise } from '../exercise/exercise';
import { INSTRUMENTS } from '../instrument/instrument.data';
import type { Written } from '../pitch/pitch';
import { line } from '../testing/line';
import { callSheet } from './callSheet';
import { seatsOf } from './seats';

describe('the call sheet', () => {
  it('has for every instrument the notes of the sounding line, and knows which are new to it', () => {
    const exercise: Exercise = {
      owner: 'concert',
      source: line<Written>('Bb3 C4 A4:h', { fifths: -2 }),
      partChoices: {},
    };
    const sheet = callSheet(
      exercise,
      INSTRUMENTS.map((i) => i.id),
      { conventions: conventionsOf(), stage: 'first-year' },
      { trumpet: ['C4', 'D4', 'B4'] },
    );
    expect(sheet.rows).toHaveLength(INSTRUMENTS.length);
    for (const row of sheet.rows) expect(row.annotations.size).toBe(3);
    const trumpet = sheet.rows.find((r) => r.part.instrument.id === 'trumpet');
    expect(['n1', 'n2', 'n3'].map((id) => [trumpet?.annotations.get(id)?.name, trumpet?.newNotes.has(id)])).toEqual([
      ['C', false],
      ['D', false],
      ['B', false],
    ]);
    const flute = sheet.rows.find((r) => r.part.instrument.id === 'flute');
    expect(['n1', 'n2', 'n3'].map((id) => flute?.newNotes.has(id))).toEqual([false, false, true]);
    expect(flute?.newNotes.has('nowhere')).toBe(false);
  });

  it('has one row for instruments that say the same, if it is wanted', () => {
    const exercise: Exercise = {
      owner: 'concert',
      source: line<Written>('Bb3 C4 D4:h', { fifths: -2 }),
      partChoices: {},
    };
    const rowsOf = (woodwindFigures: boolean): string[] =>
      callSheet(
        exercise,
        ['flute', 'clarinet', 'trumpet', 'horn', 'trombone', 'euphonium', 'euphonium-treble'],
        { conventions: conventionsOf(), stage: 'first-year' },
        { trumpet: [], clarinet: ['C4', 'D4', 'E4'] },
        { clarinet: 'row 1', trumpet: 'row 3' },
        { together: true, woodwindFigures },
      ).rows.map((r) => `${r.names.join(' ')}${r.seats === undefined ? '' : ` (${r.seats})`} ${r.newNotes.size}`);
    // The flute says no figures and joins the slide; valves and slide of one letter are not one row.
    const [first = '', second = '', ...others] = rowsOf(false);
    expect(first).toMatch(/^Fl\. Tbn\./);
    expect(second).toMatch(/^Cl\. Tpt\. Euph.* \(row 1; row 3\) 3$/);
    expect(others.map((o) => o.split(' ')[0])).toEqual(['Hn.', 'Euph.']);
    expect(rowsOf(true)).toHaveLength(6);
  });

  it('knows where players sit: what begins alike is said once', () => {
    const at = (instrument: 'flute' | 'tuba' | 'horn', seat?: string) => ({ instrument, seat });
    expect(
      seatsOf([
        at('flute', 'row 1, 2'),
        at('flute', 'row 1, 3'),
        at('flute', 'row 2, 1'),
        at('tuba', 'back'),
        at('horn'),
      ]),
    ).toEqual({ flute: 'row 1: 2, 3; row 2: 1', tuba: 'back' });
  });
});
