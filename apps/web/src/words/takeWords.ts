import {
  beatPlace,
  explainWrong,
  letterName,
  type PagePlan,
  placedNotesById,
  pitchText,
  type Take,
  type TakeCause,
  takeCauses,
  type Verdict,
} from '@cifra/core';
import { barName } from './spoken';

/** One thing worth saying about a take: where, what, and what to try. */
export interface TakeRemark {
  readonly id: string;
  /** A short mark over the note. */
  readonly mark: string;
  readonly where: string;
  readonly words: string;
}

const MARKS = { wrong: '×', missed: '…', flat: '↓', sharp: '↑', late: 'late', early: 'early', stop: '‖' } as const;

function wrongWords(plan: PagePlan, v: Verdict): string {
  const note = plan.annotations.get(v.id);
  if (note === undefined || v.heard === undefined) return 'another note came';
  const why = explainWrong(plan.part, note, v.heard);
  const came = letterName(why.heard);
  const brass = plan.part.instrument.family === 'brass';
  switch (why.because) {
    case 'same-figure':
      return `${came} came instead of ${note.spokenName}. The figure was right: ${brass ? (why.higher ? 'aim lower, with slower air' : 'aim higher, with faster air') : why.higher ? 'gentler air, and look at the thumb' : 'look at the thumb or register key, and keep the air going'}.`;
    case 'sign-forgotten':
      return `${came} came instead of ${note.spokenName}: the sign ${note.accidental.source === 'signature' ? 'stands in the key signature' : 'still holds here'}.`;
    case 'octave':
      return `${note.spokenName} came an octave too ${why.higher ? 'high' : 'low'}.`;
    case 'other-note':
      return `${came} came instead of ${note.spokenName}: finger the two silently, then play.`;
  }
}

/** A cause of several faults, and what to try. */
function causeSentence(plan: PagePlan, take: Take, cause: TakeCause): string {
  const bar = (id: string): string => barName(placedNotesById(plan.part.score).get(id)?.measureNumber ?? 0);
  switch (cause.kind) {
    case 'began-later':
      return `The first ${cause.of.length} notes were not heard. Breathe on the last count, so that the first note is there.`;
    case 'gave-up':
      return `The last ${cause.of.length} notes, from ${bar(cause.at)} on, were not heard. Go over those bars alone, then from the beginning.`;
    case 'late-start':
      return 'You came in late, then kept time. Breathe in on the last count.';
    case 'early-start':
      return 'You came in early, then kept time. Say the whole count before you play.';
    case 'slowing':
      return `${cause.of.length} notes came late. Take it slower, and tap your foot.`;
    case 'hurrying':
      return `${cause.of.length} notes came early. Count aloud once, then play with the beat on.`;
    case 'all-low':
      return `Most of it lay low, by about ${cause.cents} cents: warm up, tune to the drone, more air.`;
    case 'all-high':
      return `Most of it lay high, by about ${cause.cents} cents: tune to the drone, and relax.`;
    case 'same-note': {
      const verdict = take.verdicts[cause.of[0] ?? 0];
      return verdict === undefined ? '' : `${cause.times} times: ${wrongWords(plan, verdict)}`;
    }
  }
}

/** What is said of a take: its causes, each in a sentence, and what has a cause of its own, note by note. */
export function takeWords(
  plan: PagePlan,
  take: Take,
): { readonly causes: readonly string[]; readonly rest: readonly TakeRemark[] } {
  const nameOf = (id: string): string => {
    const note = plan.annotations.get(id);
    return note === undefined ? id : pitchText(note.written);
  };
  // That nothing was heard is said once, in the sentence on the whole take.
  if (take.verdicts.every((v) => v.pitch === 'missed')) return { causes: [], rest: [] };
  const causes = takeCauses(take, nameOf);
  const told = new Set(causes.flatMap((c) => c.of));
  return {
    causes: causes.map((c) => causeSentence(plan, take, c)),
    rest: takeRemarks(plan, { ...take, verdicts: take.verdicts.filter((_v, i) => !told.has(i)) }),
  };
}

/** What is worth saying about a take, note by note; nothing for what was right. */
export function takeRemarks(plan: PagePlan, take: Take): TakeRemark[] {
  const placed = placedNotesById(plan.part.score);
  const where = (id: string): string => {
    const note = placed.get(id);
    if (note === undefined) return '';
    const { measure, beat } = beatPlace(note);
    return `${barName(measure)}, beat ${beat}`;
  };
  const stops = take.stops.map((s): TakeRemark => ({
    id: s.before,
    mark: MARKS.stop,
    where: where(s.before),
    words: s.lineEnd
      ? `a stop of ${s.seconds.toFixed(1)} seconds at the line end: look ahead to the next line while you play the last bar.`
      : `a stop of ${s.seconds.toFixed(1)} seconds: loop the two bars around it.`,
  }));
  const notes = take.verdicts.flatMap((v): TakeRemark[] => {
    const note = plan.annotations.get(v.id);
    const at = { id: v.id, where: where(v.id) };
    const name = note?.spokenName ?? '';
    switch (v.pitch) {
      case 'wrong':
        return [{ ...at, mark: MARKS.wrong, words: wrongWords(plan, v) }];
      case 'missed':
        return [{ ...at, mark: MARKS.missed, words: `${name} was not heard.` }];
      case 'flat':
        return [
          {
            ...at,
            mark: MARKS.flat,
            words: `${name} was ${Math.round(Math.abs(v.cents ?? 0))} cents low: more air, and listen to the drone.`,
          },
        ];
      case 'sharp':
        return [
          {
            ...at,
            mark: MARKS.sharp,
            words: `${name} was ${Math.round(v.cents ?? 0)} cents high: relax, and listen to the drone.`,
          },
        ];
      case 'right':
        return v.time === 'on-time'
          ? []
          : [
              {
                ...at,
                mark: v.time === 'late' ? MARKS.late : MARKS.early,
                words: `${name} came ${v.time}: count aloud once more.`,
              },
            ];
    }
  });
  return onceEach([...stops, ...notes]);
}

/** What happened at one place each time through is said once. */
function onceEach(remarks: readonly TakeRemark[]): TakeRemark[] {
  const times = new Map<string, { readonly remark: TakeRemark; count: number }>();
  for (const remark of remarks) {
    const known = times.get(`${remark.id} ${remark.mark}`);
    if (known === undefined) times.set(`${remark.id} ${remark.mark}`, { remark, count: 1 });
    else known.count += 1;
  }
  return [...times.values()].map(({ remark, count }) =>
    count === 1 ? remark : { ...remark, where: `${remark.where}, ${count === 2 ? 'twice' : `${count} times`}` },
  );
}

/** A take in one sentence, kind and true. */
export function takeSentence(take: Take): string {
  const all = take.verdicts.length;
  const right = take.verdicts.filter((v) => v.pitch === 'right' && v.time === 'on-time').length;
  const heard = take.verdicts.filter((v) => v.pitch !== 'missed').length;
  if (heard === 0 && take.extra.length > 0)
    return 'Something was heard, but none of these notes. Look at the first note and its figure, and try again.';
  if (heard === 0) return 'Nothing was heard. Come closer to the microphone and try again.';
  if (right === all && take.stops.length === 0) return `All ${all} notes right and in time. That was clean.`;
  const stops = take.stops.length === 0 ? '' : take.stops.length === 1 ? ', one stop' : `, ${take.stops.length} stops`;
  return `${right} of ${all} notes right and in time${stops}.`;
}
