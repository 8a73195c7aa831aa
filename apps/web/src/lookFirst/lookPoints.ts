import type { SentencesDto } from '@cifra/contract';
import {
  lineFacts,
  lookSheet,
  type NoteId,
  openingOf,
  type PagePlan,
  pitchText,
  staffLetters,
  tiedSums,
} from '@cifra/core';
import { causeWords, signatureSentence } from '@cifra/engrave';
import { namedPatterns, spanWords } from './namedPatterns';
import { meterWords, tieWords } from '../words/lookWords';
import { playedWords } from '../words/readingWords';
import { barName, capital, figureWords, list } from '../words/spoken';

/** Something to look at before the first note, and the note at which it is seen. */
export interface LookPoint {
  readonly text: string;
  readonly at?: NoteId | undefined;
}

const HARD_PLACES = 2;
/** So many new notes are told one by one. */
const NEW_NOTES = 4;

/** How the teacher has its lines and spaces remembered. */
function memoryPoints({ part }: PagePlan, sentences: SentencesDto | undefined): LookPoint[] {
  const { clef } = part.decisions.clef;
  return (['lines', 'spaces'] as const).flatMap((which) => {
    const sentence = sentences?.[clef]?.[which];
    if (sentence === undefined || sentence === '') return [];
    return [{ text: `${capital(which)}, from below: ${staffLetters(clef, which).join(' ')}. ${sentence}` }];
  });
}

/** Notes that were not met, each with its figure. */
function newPoints(plan: PagePlan): LookPoint[] {
  const { fingerCount } = plan.part.teaching.conventions;
  const all = [...plan.annotations.values()];
  return lookSheet(plan)
    .notes.filter((n) => n.isNew)
    .slice(0, NEW_NOTES)
    .map((n) => ({
      text: `New: ${n.name}: ${n.fingering.kind === 'playable' ? figureWords(n.fingering.figure, fingerCount) : 'not on this instrument'}.`,
      at: all.find((a) => pitchText(a.written) === pitchText(n.written))?.id,
    }));
}

/** What comes again, stretch by stretch, so that it is learned once. */
function againPoints(plan: PagePlan): LookPoint[] {
  const { patterns, numbers } = namedPatterns(plan);
  const { relations, cells } = patterns;
  const stretches: { readonly from: number; readonly of: number; length: number }[] = [];
  relations.forEach((r, i) => {
    if (r.kind !== 'same' || cells[i]?.notes.length === 0) return;
    const last = stretches.at(-1);
    if (last !== undefined && last.from + last.length === i && last.of + last.length === r.of) last.length += 1;
    else stretches.push({ from: i, of: r.of, length: 1 });
  });
  return stretches.map(({ from, of, length }) => ({
    text: `${capital(spanWords(numbers, { from, length }))}: ${spanWords(numbers, { from: of, length })} again.`,
    at: cells[from]?.notes[0]?.id,
  }));
}

/** The places that will most likely go wrong, and why. */
const hardPoints = ({ hardest, annotations }: PagePlan): LookPoint[] =>
  hardest.slice(0, HARD_PLACES).map(({ measure, from, to, causes: [cause] }) => ({
    text: `Hard: ${barName(measure)}, ${annotations.get(from)?.name ?? ''} to ${annotations.get(to)?.name ?? ''}${cause === undefined ? '' : `: ${causeWords(cause)}`}.`,
    at: from,
  }));

/** What a pupil looks at before the first note, in the order in which it is needed. */
export function lookPoints(plan: PagePlan, sentences: SentencesDto | undefined): LookPoint[] {
  const { part } = plan;
  const { meter, count } = openingOf(part.score);
  const names = part.teaching.conventions.rhythmNames;
  const facts = lineFacts(part.concert);
  const ties = tiedSums(part.concert);
  return [
    ...memoryPoints(plan, sentences),
    {
      text: signatureSentence(part.decisions.key.fifths),
      at: [...plan.annotations.values()].find((n) => n.accidental.source === 'signature')?.id,
    },
    { text: `${capital(meterWords(meter, count, names))}.` },
    ...newPoints(plan),
    ...ties.map((t) => ({ text: `Held over: ${tieWords(t, names)}.` })),
    ...(facts.played.length > 1 ? [{ text: `It goes: ${playedWords(facts)}.` }] : []),
    ...againPoints(plan),
    ...hardPoints(plan),
  ];
}

/** A stretch to learn, by the indexes of its bars, and what is known with it. */
export interface Lesson {
  readonly name: string;
  readonly gives: string;
  readonly bars: { readonly from: number; readonly to: number };
}

const PER_CENT = 100;

/** The line in pieces, each learned once, in the order of the page. */
export function lessonsOf(plan: PagePlan): Lesson[] {
  const { patterns, numbers, bars } = namedPatterns(plan);
  return patterns.plan.map((step) => {
    const also = step.again.length === 0 ? '' : `${list(step.again.map((s) => spanWords(numbers, s)))} too: `;
    return {
      name: capital(spanWords(numbers, step)),
      gives: `then you know ${also}${Math.round(step.known * PER_CENT)} % of it`,
      bars: { from: bars[step.from] ?? 0, to: bars[step.from + step.length - 1] ?? 0 },
    };
  });
}
