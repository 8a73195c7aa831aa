import { DEFAULT_PAGE, DEFAULT_TEACHING, notesOf, type PagePlan, placeMeasures, planPages } from '@cifra/core';
import { line, oddLine } from '@cifra/core/testing';
import { lessonsOf, lookPoints } from './lookPoints';

const planOf = (text: string, known?: readonly string[], fifths = 0): PagePlan => {
  const source = line<never>(text, { fifths });
  const [plan] = planPages({ owner: 'trumpet', source, partChoices: {} }, 'trumpet', DEFAULT_TEACHING, DEFAULT_PAGE, {
    today: '2026-11-30',
    known,
  });
  if (plan === undefined) throw new Error('no page');
  return plan;
};
const textOf = (plan: PagePlan): string[] => lookPoints(plan, undefined).map((p) => p.text);

describe('what a pupil looks at before the first note', () => {
  const plan = planOf('C4 D4 E4 F4 | G4 G4 E4:h | C4 D4 E4 F4 | G4 G4 C4:h', ['C4', 'D4', 'E4', 'F4']);

  it('says signature, counts, new notes with their figures and what comes again, each where it is seen', () => {
    expect(textOf(plan)).toEqual(
      expect.arrayContaining([
        'No sharps or flats in the key signature.',
        '4 counts in a bar; a quarter gets one count.',
        'New: G: open, no valve.',
        'Bar 3: bar 1 again.',
      ]),
    );
    const where = new Map(lookPoints(plan, undefined).map((p) => [p.text, p.at]));
    const ids = notesOf(plan.part.score).map((n) => n.id);
    expect(where.get('New: G: open, no valve.')).toBe(ids[4]);
    expect(where.get('Bar 3: bar 1 again.')).toBe(ids[7]);
  });

  it('shows a signature at the first note that it changes, and a tie as a sum', () => {
    const flat = planOf('C4 F#4 B4 C5~ | C5:w', undefined, 1);
    const [signature] = lookPoints(flat, undefined);
    expect(signature?.at).toBe(notesOf(flat.part.score).find((n) => n.pitch.step === 'F')?.id);
    expect(textOf(flat)).toContain('Held over: quarter + whole note = 5 counts.');
  });

  it('has the teacher’s own sentence for lines and spaces', () => {
    expect(lookPoints(plan, { treble: { lines: 'Every good tuba does fine' } }).map((p) => p.text)).toContain(
      'Lines, from below: E G B D F. Every good tuba does fine',
    );
  });
});

describe('against a second reading', () => {
  /** Bars as they sound, by their printed numbers. */
  const barsOf = ({ part: { concert } }: PagePlan): Map<number, string> =>
    new Map(
      placeMeasures(concert).map((p) => [
        p.number,
        JSON.stringify(
          p.measure.events.map((e) => [e.kind, e.duration.value, e.duration.dots, e.kind === 'note' && e.pitch]),
        ),
      ]),
    );

  it('bars that are said to come again are the same, and the pieces together are the whole line', () => {
    let said = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const { exercise, teaching } = oddLine(seed);
      const [plan] = planPages(exercise, 'flute', teaching, DEFAULT_PAGE, { today: '2026-11-30', known: undefined });
      if (plan === undefined || plan.part.concert.measures.some((m) => m.pickup === true)) continue;
      const bars = barsOf(plan);
      for (const text of textOf(plan)) {
        const found = /^Bars? (\d+)(?: (?:to|and) (\d+))?: bars? (\d+)(?: (?:to|and) (\d+))? again\.$/.exec(text);
        if (found === null) continue;
        const [from, to, of] = [Number(found[1]), Number(found[2] ?? found[1]), Number(found[3])];
        said += 1;
        for (let k = 0; from + k <= to; k++)
          expect([seed, text, bars.get(from + k)]).toEqual([seed, text, bars.get(of + k)]);
      }
      const last = lessonsOf(plan).at(-1);
      if (last !== undefined) expect(last.gives).toMatch(/100 % of it$/);
      for (const { bars: b } of lessonsOf(plan)) expect(b.to).toBeLessThan(plan.part.concert.measures.length);
    }
    expect(said).toBeGreaterThan(10);
  });
});

it('a line without notes has nothing to learn', () => {
  const plan = planOf('R:w | R:w');
  expect(lessonsOf(plan)).toEqual([]);
  expect(textOf(plan).length).toBe(2);
});
