import fc from 'fast-check';
import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { key } from '../key/key';
import { noteName, scaleDegree, solmization } from '../key/noteName';
import { annotate } from '../part/annotate';
import { derivePart, type Part } from '../part/derivePart';
import { type Concert, parsePitch, type Written } from '../pitch/pitch';
import { type ConventionOverrides, conventionsOf } from '../convention/conventions';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { fadeStepOf, type FadeStep, stepOn } from './fadeSchedule';
import { lookFirst } from './lookFirst';
import { type PagePlan, planPage, rowsAt } from './pagePlan';
import { pageParts, partOf } from './pageParts';
import { DEFAULT_PAGE, type PageSetup, withSetup } from './pageSetup';
import { systemsOfPage } from '../score/pageSystems';

const TODAY = '2026-11-25';
const planOf = (
  score: Score<Concert>,
  id: InstrumentId,
  setup: Partial<PageSetup> = {},
  conventions: ConventionOverrides = {},
  known?: readonly string[],
): PagePlan => {
  const teaching = { conventions: conventionsOf(conventions), stage: 'second-year' as const };
  const part: Part = derivePart(score, taughtAs(id, teaching.conventions), 'concert', {}, teaching);
  return planPage(part, annotate(part), { ...DEFAULT_PAGE, ...setup }, { today: TODAY, known });
};
/** `x` over notes that have help, `-` over those that are read. */
const help = (plan: PagePlan): string =>
  notesOf(plan.part.score)
    .map((n) => (rowsAt(plan.rows, n.id).length > 0 ? 'x' : '-'))
    .join('');
const faded = (step: FadeStep): Partial<PageSetup> => ({ fades: [{ from: '2026-01-01', step }] });
const tune = line<Concert>('Bb3 C4 D4 Eb4 | F4 E4 Eb4 D4 | A3 B3 Bb3 C4:e C4:e | A3:h. Bb3 | C4 B3 Bb3:h', {
  fifths: -2,
});

describe('a fading plan', () => {
  const plan = [
    { from: '2026-09-15', step: 'first-in-system' },
    { from: '2026-09-01', step: 'every' },
    { from: '2026-10-01', step: 'new' },
  ] as const;

  it('picks what began last, on its first day already, and its first step before it begins', () => {
    expect(
      ['2026-08-31', '2026-09-01', '2026-09-14', '2026-09-15', '2026-12-24'].map((day) => stepOn(plan, day)),
    ).toEqual(['every', 'every', 'every', 'first-in-system', 'new']);
    expect(stepOn([], TODAY)).toBeUndefined();
  });

  it('gives way to a convention that wants all or nothing, and leaves the convention its step where it has no dates', () => {
    expect(fadeStepOf({ figures: 'all', fadeStep: 'new' }, plan, TODAY)).toBe('every');
    expect(fadeStepOf({ figures: 'none', fadeStep: 'new' }, plan, TODAY)).toBe('none');
    expect([
      fadeStepOf({ figures: 'fade', fadeStep: 'trouble' }, [], TODAY),
      fadeStepOf({ figures: 'fade', fadeStep: 'trouble' }, plan, TODAY),
    ]).toEqual(['trouble', 'new']);
  });
});

describe('what a step leaves over the notes', () => {
  it('every note or none', () => {
    expect([help(planOf(tune, 'trumpet', faded('every'))), help(planOf(tune, 'trumpet', faded('none')))]).toEqual([
      'x'.repeat(18),
      '-'.repeat(18),
    ]);
  });

  it('what is not the same as at the note before, each row for itself, each line anew', () => {
    const score = line<Concert>('Bb3 Bb3 F4 F4 | F4 C4 C4 Bb3');
    const shown = (row: 'figure' | 'name', barsPerSystem: 1 | 4 = 4): string => {
      const plan = planOf(score, 'trumpet', {
        barsPerSystem,
        rows: { woodwind: [], brass: [{ row, fade: 'when-it-changes' }] },
      });
      return [...plan.annotations.keys()].map((id) => (rowsAt(plan.rows, id).length > 0 ? 'x' : '-')).join('');
    };
    // Written C C G G | G D D C: two letters of one figure, open. Common practice, no source.
    expect([shown('name'), shown('figure')]).toEqual(['x-x--x-x', 'x----x-x']);
    expect(shown('figure', 1)).toBe('x---xx-x');
  });

  it('the concert letter only where it is another than the written one', () => {
    const rows: PageSetup['rows'] = { woodwind: [{ row: 'sounds' }], brass: [{ row: 'sounds' }] };
    const has = (id: InstrumentId) => planOf(tune, id, { rows }).rows.length === 1;
    expect((['flute', 'piccolo', 'trombone', 'tuba', 'bassoon'] as const).map(has)).toEqual(Array(5).fill(false));
    expect((['clarinet', 'horn', 'alto-saxophone', 'euphonium-treble'] as const).map(has)).toEqual(Array(4).fill(true));
  });

  it('the first in each line, as long as the page sets its lines', () => {
    const score = line<Concert>('C4 D4 C4 D4 | C4:w | E4:w | C4:w | C4 D4 C4 E4');
    expect(help(planOf(score, 'trumpet', faded('first-in-system')))).toBe('xx---x-xx-x');
    expect(help(planOf(score, 'trumpet', { ...faded('first-in-system'), barsPerSystem: 2 }))).toBe('xx---xxxx-x');
    const upbeat = line<Concert>('C4 | C4:w | C4:w | C4:w | D4:w | C4:w');
    expect(
      help(
        planOf(
          { ...upbeat, measures: upbeat.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) },
          'trumpet',
          faded('first-in-system'),
        ),
      ),
    ).toBe('x---xx');
    const broken = { ...score, measures: score.measures.map((m, i) => (i === 1 ? { ...m, startsSystem: true } : m)) };
    expect(systemsOfPage(broken, 4)).toEqual([0, 1, 1, 1, 1]);
    expect(help(planOf(broken, 'trumpet', faded('first-in-system')))).toBe('xx--xx--x--');
  });

  it('only what the players have not met', () => {
    const score = line<Concert>('Bb3 C4 D4 Eb4 | F4 G4 E4 A3');
    expect(help(planOf(score, 'trumpet', faded('new')))).toBe('-----xxx');
    expect(help(planOf(score, 'trumpet', faded('new'), {}, ['C4', 'D4', 'B3']))).toBe('--xxxxx-');
  });

  it('after each change of sign, and wherever the slide moves', () => {
    const score = line<Concert>('F4 G4 F4 F#4 | F4 G4 F#4 F4');
    expect(help(planOf(score, 'flute', faded('after-change')))).toBe('xx-xx-xx');
    const steady = line<Concert>('Bb3 Bb3 F4 D4 | D4 Bb3 Bb3:h');
    // B♭, B♭ again, F in the same first position for the first time, D in fourth, D again, B♭ back in first, again.
    expect(help(planOf(steady, 'trombone', faded('after-change')))).toBe('x-xx-x-');
  });

  it('only where a change is hard', () => {
    const score = line<Concert>('Bb3 C4 Bb3 C4 | Bb3 A4 Bb3 C4');
    const plan = planOf(score, 'clarinet', faded('trouble'));
    const shown = help(plan);
    expect(shown).toContain('-');
    expect(shown[5]).toBe('x');
    expect(help(planOf(line<Concert>('Bb3 Bb3 Bb3 Bb3'), 'trumpet', faded('trouble')))).toBe('----');
  });

  it('is overridden by a row of its own', () => {
    const plan = planOf(tune, 'trumpet', {
      ...faded('none'),
      rows: { woodwind: [], brass: [{ row: 'figure' }, { row: 'name', fade: 'every' }] },
    });
    expect(rowsAt(plan.rows, 'n1').map((r) => r.row)).toEqual(['name']);
    expect(plan.step).toBe('none');
  });

  it('leaves less and less', () => {
    const shown = (step: FadeStep): number =>
      [...help(planOf(tune, 'trombone', faded(step)))].filter((c) => c === 'x').length;
    expect(shown('every')).toBeGreaterThan(shown('first-in-system'));
    expect(shown('first-in-system')).toBeGreaterThan(shown('none'));
    expect(shown('none')).toBe(0);
  });
});

describe('what to look at first', () => {
  it('says new notes with their bars, the hardest change, and bars that come again', () => {
    const score = line<Concert>('Bb3 C4 D4 C4 | Bb3 A4 Bb3:h | Bb3 C4 D4 C4');
    const looks = lookFirst(planOf(score, 'clarinet', {}, {}, ['C4', 'D4', 'E4']));
    expect(looks[0]).toEqual({ kind: 'new-notes', notes: [{ name: 'B', bar: 2 }] });
    expect(looks[1]).toMatchObject({ kind: 'trouble', bar: 2 });
    expect(looks[2]).toEqual({ kind: 'same-bars', bars: 1, of: 3 });
  });

  it('has nothing to say of a line without anything new or hard', () => {
    expect(lookFirst(planOf(line<Concert>('Bb3 Bb3 C4 Bb3'), 'trumpet'))).toEqual([]);
  });
});

describe('pages of several lines, and with repeats written out', () => {
  const source = line<Written>('C4 D4 E4 F4 | G4:w');
  const exercise: Exercise = {
    owner: 'trumpet',
    source: { ...source, measures: source.measures.map((m, i) => (i === 1 ? { ...m, repeatEnd: true } : m)) },
    otherLines: [line<Written>('E4 F4 G4 A4 | C5:w')],
    partChoices: { trumpet: { together: true }, tuba: { line: 1, alternatives: { n2: -1 } } },
  };
  const teaching = { conventions: conventionsOf(), stage: 'first-year' as const };

  it('holds all lines where the teacher wants them together, else the one that is played', () => {
    expect(pageParts(exercise, 'trumpet', teaching)).toHaveLength(2);
    expect(pageParts(exercise, 'flute', teaching)).toHaveLength(1);
    expect(notesOf(partOf(exercise, 'tuba', teaching).concert).map((n) => n.pitch.step)).toEqual([
      'D',
      'E',
      'F',
      'G',
      'B',
    ]);
  });

  it('plays a moved note moved each time', () => {
    const once = exercise.otherLines?.[0];
    if (once === undefined) throw new Error('no second line');
    const repeated = {
      ...exercise,
      otherLines: [{ ...once, measures: once.measures.map((m, i) => (i === 1 ? { ...m, repeatEnd: true } : m)) }],
    };
    const part = partOf(repeated, 'tuba', teaching, { repeats: 'written-out' });
    expect(part.score.measures).toHaveLength(4);
    expect([...part.moved]).toEqual([
      ['n2', -1],
      ['n2-again2', -1],
    ]);
  });

  it('leaves the page of one time through as it is', () => {
    fc.assert(
      fc.property(arbitraryExercise(5), (e) => {
        const part = partOf(e, 'flute', teaching, { repeats: 'folded' });
        expect(notesOf(part.score)).toEqual(notesOf(partOf(e, 'flute', teaching).score));
      }),
      { seed: 3, numRuns: 20 },
    );
  });
});

describe('solmization and degrees', () => {
  // Common practice, no source: movable do counts minor from la.
  it('name a note by its place in the key', () => {
    expect(
      ['B', 'C', 'D', 'E', 'F', 'G', 'A'].map((step) =>
        solmization({ step: step as 'B', alter: step === 'B' || step === 'E' ? -1 : 0 }, -2, 'letters'),
      ),
    ).toEqual(['do', 're', 'mi', 'fa', 'sol', 'la', 'ti']);
    expect(solmization({ step: 'F', alter: 1 }, 0, 'fixed-do')).toBe(noteName({ step: 'F', alter: 1 }, 0, 'fixed-do'));
  });

  it('count from the key note, signs against the signature before the number', () => {
    const degree = (note: string, fifths: number, mode: 'major' | 'minor' = 'major'): string =>
      scaleDegree(parsePitch(note), key(fifths, mode));
    expect(['Bb4', 'C4', 'E4', 'Eb4', 'A4', 'Ab4'].map((n) => degree(n, -2))).toEqual(['1', '2', '♯4', '4', '7', '♭7']);
    expect(['A4', 'C4', 'G#4', 'F#4'].map((n) => degree(n, 0, 'minor'))).toEqual(['1', '3', '♯7', '♯6']);
  });
});

describe('a setup', () => {
  it("is the class's, with what a pupil has otherwise", () => {
    expect(withSetup(DEFAULT_PAGE, { size: 'large' })).toEqual({ ...DEFAULT_PAGE, size: 'large' });
    expect(withSetup(DEFAULT_PAGE, undefined)).toEqual(DEFAULT_PAGE);
  });
});
