import { figureText } from '../fingering/figure';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import type { Concert } from '../pitch/pitch';
import {
  CONVENTION_CHOICES,
  CONVENTION_QUESTIONS,
  type ConventionOverrides,
  type ConventionQuestion,
  type Conventions,
  conventionsOf,
} from '../convention/conventions';
import type { Score } from '../score/score';
import { notesOf, openingOf } from '../score/walk';
import { line } from '../testing/line';
import { DEFAULT_PAGE } from '../page/pageSetup';
import { planPage, rowsAt } from '../page/pagePlan';
import { annotate } from './annotate';
import { derivePart, type Part } from './derivePart';
import { explain } from './explain';
import { type Fact } from './fact';

const tune = line<Concert>('Bb3 C4 D4 Eb4 | F4 E4 Eb4 D4 | A3 B3 Bb3 C4:e C4:e | A3:h. Bb3 | C4 B3 Bb3:h', {
  fifths: -2,
});
const partOf = (
  id: InstrumentId,
  conventions: Conventions,
  score: Score<Concert> = tune,
  choice: Parameters<typeof derivePart>[3] = {},
): Part => derivePart(score, taughtAs(id, conventions), 'concert', choice, { conventions, stage: 'second-year' });

/** Everything that a page and its reasons would show. */
function shown(
  id: InstrumentId,
  conventions: Conventions,
  choice: Parameters<typeof derivePart>[3] = {},
  score = tune,
): string {
  const part = partOf(id, conventions, score, choice);
  const annotations = annotate(part);
  const plan = planPage(part, annotations, DEFAULT_PAGE, { today: '2026-11-25' });
  const notes = [...annotations.values()].map((n) => [
    n.name,
    n.count,
    rowsAt(plan.rows, n.id).length,
    n.accidental,
    n.fingering.kind === 'playable' ? figureText(n.fingering.figure, conventions.fingerCount) : '',
    n.better?.cause,
  ]);
  return JSON.stringify([openingOf(part.score), notesOf(part.score), notes, [...explain(part, annotations)]]);
}

/** An instrument, and a choice on its page, for which each question matters. */
const WHERE: Readonly<
  Record<
    ConventionQuestion,
    readonly [InstrumentId, Parameters<typeof derivePart>[3]?, ConventionOverrides?, Score<Concert>?]
  >
> = {
  figures: ['trumpet', {}, { fadeStep: 'first-in-system' }],
  fadeStep: ['trumpet'],
  fingerCount: ['clarinet', { octaves: -1 }],
  horn: ['horn'],
  attachment: ['f-trombone', { octaves: -1 }, {}, line<Concert>('Eb3 D3 Eb3:h')],
  recorder: ['descant-recorder'],
  fluteBFlat: ['flute'],
  saxophoneBFlat: ['alto-saxophone', {}, {}, line<Concert>('Bb3 C4 Db4 C4', { fifths: -3 })],
  euphonium: ['euphonium'],
  fourValves: ['tuba', { octaves: -2 }, {}, line<Concert>('D3 D3 D3:h')],
  bFlatSaxophones: ['tenor-saxophone', {}, {}, line<Concert>('G3 G3 G3:h')],
  tenorClef: ['trombone', { clef: 'tenor' }],
  counting: ['trumpet'],
  rhythmNames: ['trumpet'],
  noteNames: ['trumpet'],
  breath: ['trumpet'],
  reminders: ['trumpet', {}, {}, line<Concert>('B3 C4 B3 C4 | Bb3:w | E4:w | D4:w | Eb4:w', { fifths: -2 })],
};

describe('where teachers disagree', () => {
  it.each(CONVENTION_QUESTIONS)('%s: every choice gives another page', (question) => {
    const [id, choice = {}, others = {}, score = tune] = WHERE[question];
    const pages = CONVENTION_CHOICES[question].map((c) =>
      shown(id, conventionsOf({ ...others, [question]: c }), choice, score),
    );
    expect(new Set(pages).size).toBe(pages.length);
  });
});

describe('tenor clef', () => {
  const fact = (conventions: ConventionOverrides, note: string): Fact | undefined => {
    const part = derivePart(
      line<Concert>(note),
      taughtAs('trombone', conventionsOf()),
      'concert',
      { clef: 'tenor', octaves: 0 },
      { conventions: conventionsOf(conventions), stage: 'second-year' },
    );
    return (explain(part, annotate(part)).get('n1') ?? []).find((f) => f.kind === 'tenor-clef');
  };

  // Middle C is the fourth line in tenor clef; that line is F in bass clef, and C there stands on the first ledger line
  // above.
  it('is seen two lines higher, or read as bass and a fifth up', () => {
    expect(fact({}, 'C4')).toEqual({
      kind: 'tenor-clef',
      method: 'move-two',
      seen: { kind: 'ledger-above', number: 1, onLine: true },
    });
    expect(fact({ tenorClef: 'up-a-fifth' }, 'C4')).toEqual({
      kind: 'tenor-clef',
      method: 'up-a-fifth',
      reads: { step: 'F', alter: 0 },
    });
    expect(fact({ tenorClef: 'up-a-fifth' }, 'Bb3')).toEqual({
      kind: 'tenor-clef',
      method: 'up-a-fifth',
      reads: { step: 'E', alter: -1 },
    });
  });

  it('needs no such help in bass clef', () => {
    const part = partOf('trombone', conventionsOf());
    expect((explain(part, annotate(part)).get('n1') ?? []).some((f) => f.kind === 'tenor-clef')).toBe(false);
  });
});

describe('breath marks', () => {
  it('are written where phrases end, sooner for those who are short of air, or left to the teacher', () => {
    const marks = (conventions: ConventionOverrides, id: InstrumentId = 'clarinet'): string[] =>
      notesOf(partOf(id, conventionsOf(conventions)).score)
        .filter((n) => n.breathAfter === true)
        .map((n) => n.id);
    expect(marks({})).toEqual(['n8']);
    expect(marks({}, 'flute')).toEqual(['n8', 'n15']);
    expect(marks({ breath: 'own-marks' })).toEqual([]);
  });
});
