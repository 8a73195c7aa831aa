import {
  type SlideFigure,
  slideNumber,
  type BuildUpWords,
  type Change,
  changeNames,
  type EasierOffer,
  figureChange,
  instrumentOf,
  type InstrumentId,
  type KeyFitness,
  type PagePlan,
  type Readiness,
  READABLE_SIGNS,
  slidePlace,
  WORTH_A_MARK,
} from '@cifra/core';
import { signatureWords, instrumentWord } from '@cifra/contract/words';
import { causeWords } from '@cifra/engrave';
import { barName, capital, list } from './spoken';

/** What a page of build-ups is called, and each of them: where it is, which change, and why it is hard. */
export const buildUpWords = (plan: PagePlan): BuildUpWords => ({
  title: `${plan.part.concert.title}: hard places`,
  labelOf: ({ spot }) => {
    const [from, to] = changeNames(spot, plan.annotations);
    const [cause] = spot.causes;
    return `${barName(spot.measure)}: ${from} to ${to}${cause === undefined ? '' : `, ${causeWords(cause)}`}`;
  },
});

/** A position as its player knows it. */
const slideName = (f: SlideFigure): string => `${f.thumb === true ? 'T' : ''}${slideNumber(f)}`;

/** What the hands do in a change: `7 fingers move, 4 down and 3 up`; undefined where they do nothing. */
export function handsWords({ from, to }: Change, { part, annotations }: PagePlan): string | undefined {
  const [a, b] = [annotations.get(from)?.fingering, annotations.get(to)?.fingering];
  if (a?.kind !== 'playable' || b?.kind !== 'playable') return undefined;
  const { system } = part.instrument;
  if (a.figure.kind === 'slide' && b.figure.kind === 'slide') {
    const [x, y] = [slidePlace(a.figure), slidePlace(b.figure)];
    return x === y
      ? undefined
      : `the slide goes ${y > x ? 'out' : 'in'} from ${slideName(a.figure)} to ${slideName(b.figure)}`;
  }
  const { moves, down, up } = figureChange(
    a.figure,
    b.figure,
    system.kind === 'woodwind' ? system.woodwind : undefined,
  );
  if (moves === 0) return undefined;
  const what = a.figure.kind === 'valves' ? 'valve' : 'finger';
  const shifts = moves - down - up;
  const sides = [
    ...(down > 0 ? [`${down} down`] : []),
    ...(up > 0 ? [`${up} up`] : []),
    ...(shifts > 0 ? [`${shifts} ${shifts === 1 ? 'shifts' : 'shift'}`] : []),
  ];
  return `${moves} ${what}${moves === 1 ? ' moves' : 's move'}${moves > 1 && sides.length > 0 ? `, ${list(sides)}` : ''}`;
}

/** Reasons that the hands' own sentence already gives. */
const OF_HANDS = new Set(['fingers-move', 'slide-travel']);

/** Why a change is hard, the hands first: `4 valves move, 2 down and 2 up; a wide leap`. */
export function changeReasons(change: Change, plan: PagePlan): string {
  const hands = handsWords(change, plan);
  const causes = [
    ...new Set(
      change.causes
        .filter((c) => hands === undefined || !OF_HANDS.has(c.cause))
        .slice(0, 3)
        .map(causeWords),
    ),
  ];
  return [...(hands === undefined ? [] : [hands]), ...causes].join('; ');
}

const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

/** What speaks for and against a key, in one line. */
export function keyReason({ total }: KeyFitness): string {
  return [
    total.unplayable > 0 ? `${plural(total.unplayable, 'note')} cannot be played` : '',
    total.outside > 0
      ? `${plural(total.outside, 'note')} beyond the stage`
      : total.unplayable > 0
        ? ''
        : 'all within the stage',
    total.fresh > 0 ? `${plural(total.fresh, 'new note')}` : 'nothing new',
    total.farSigns > 0 ? 'many sharps or flats to read' : '',
  ]
    .filter((w) => w !== '')
    .join(', ');
}

/** Three times what is worth a mark. */
const VERY_HARD = 3 * WORTH_A_MARK;

/** How hard a change is, as a teacher says it. */
export function hardnessWords(cost: number): string {
  if (cost <= 0) return 'does not come';
  return cost >= VERY_HARD ? 'very hard' : cost >= WORTH_A_MARK ? 'hard' : 'not hard';
}

/** New notes that are named one by one. */
const NAMED = 4;

/** What is new to players on a page, and how many signs they read: what a hard place does not say. */
export function newsWords({ part, annotations, newNotes }: PagePlan): string[] {
  const fresh = [...new Set([...newNotes].map((id) => annotations.get(id)?.spokenName ?? ''))];
  const { fifths } = part.decisions.key;
  const many = Math.abs(fifths) > READABLE_SIGNS[part.teaching.stage];
  return [
    ...(fresh.length === 0
      ? []
      : [
          fresh.length > NAMED
            ? `${plural(fresh.length, 'new note')} on the page`
            : `${fresh.length === 1 ? 'a new note' : 'new notes'}: ${list(fresh)}`,
        ]),
    ...(many ? [`${signatureWords(fifths)} to read`] : []),
  ];
}

/** An offer as a button says it. */
export function easierWords(o: EasierOffer): string {
  switch (o.kind) {
    case 'octave':
      return o.outside === 0
        ? 'Another octave: all within the stage'
        : `Another octave: ${plural(o.outside, 'note')} outside`;
    case 'bar':
      return `${capital(barName(o.number))}: ${o.how === 'held' ? (o.hasRest ? 'held notes from rest to rest' : 'one held note') : 'only the notes on the beats'}`;
    case 'all-bars':
      return o.how === 'held'
        ? `All bars: held notes only (${plural(o.bars, 'bar')} ${o.bars === 1 ? 'changes' : 'change'})`
        : `All bars: only the notes on the beats (${plural(o.bars, 'bar')} ${o.bars === 1 ? 'changes' : 'change'})`;
  }
}

const names = (ids: readonly InstrumentId[], all: number): string =>
  ids.length === all
    ? `all ${all}`
    : ids.length > 3
      ? `${ids.length} instruments`
      : list(ids.map((id) => instrumentWord(instrumentOf(id))));

/** For whom a line is ready: `ready for 8 instruments; 1 new note for horn; 2 for oboe and bassoon`. */
export function readinessWords({ ready, fresh, unplayable }: Readiness): string {
  const all = ready.length + fresh.length + unplayable.length;
  const byNotes = new Map<number, InstrumentId[]>();
  for (const f of fresh) byNotes.set(f.notes, [...(byNotes.get(f.notes) ?? []), f.id]);
  return [
    ...(ready.length === 0 ? [] : [`ready for ${names(ready, all)}`]),
    ...[...byNotes].map(([n, ids]) => `${n} new for ${names(ids, all)}`),
    ...(unplayable.length === 0 ? [] : [`not all playable on ${names(unplayable, all)}`]),
  ].join('; ');
}
