import {
  measureQuarters,
  type Meter,
  type Measure,
  type MusicEvent,
  pitch,
  type Result,
  type Score,
  signatureLetters,
  splitQuarters,
  stepAt,
  type Written,
} from '@cifra/core';
import { assembleScore, ProblemList } from '@cifra/formats/assemble';
import type { ReadBar, ReadEvent, Reading } from './reading';

const TRIPLET = { actual: 3, normal: 2 };

/** The notes of a bar as music; a tied note keeps what held at the one before, over the bar line too. */
function soundingEvent(e: ReadEvent, alter: number): MusicEvent<Written> {
  const { id, value, dots, triplet, diatonic, kind, fermata, dynamic, tie, articulations, breathAfter } = e;
  const base = {
    id,
    duration: { value, dots, ...(triplet && { tuplet: TRIPLET }) },
    ...(fermata === true && { fermata }),
    ...(dynamic !== undefined && { dynamic }),
  };
  if (kind === 'rest') return { kind, ...base };
  return {
    kind,
    ...base,
    pitch: pitch<Written>(stepAt(diatonic), alter, Math.floor(diatonic / 7)),
    ...(tie === true && { tie }),
    ...(articulations !== undefined && { articulations }),
    ...(breathAfter === true && { breathAfter }),
  };
}

/**
 * What was read as a score: signs hold to the end of their bar, the signature for the rest; silent bars are written
 * out; sums, ties and pickups are settled as they are for files.
 * @returns the score and what the proof has to say, or why it is no line
 */
export function scoreOf({ bars, slurs, hairpins }: Reading, title: string): Result<Score<Written>> {
  let meter: Meter = { beats: 4, unit: 4 };
  let fifths = 0;
  let held: { readonly diatonic: number; readonly alter: number } | undefined;
  let rests = 0;
  const measures: Measure<Written>[] = [];
  const silence = (): MusicEvent<Written>[] =>
    splitQuarters(measureQuarters(meter)).map((duration) => ({ kind: 'rest', id: `r${++rests}`, duration }));
  const filled = ({ events }: ReadBar): MusicEvent<Written>[] => {
    const inForce = new Map<number, number>();
    return events.map((e) => {
      if (e.kind === 'rest') {
        held = undefined;
        return soundingEvent(e, 0);
      }
      if (e.sign !== undefined) inForce.set(e.diatonic, e.sign);
      const bySignature = signatureLetters(fifths).includes(stepAt(e.diatonic)) ? Math.sign(fifths) : 0;
      const alter =
        held?.diatonic === e.diatonic && e.sign === undefined ? held.alter : (inForce.get(e.diatonic) ?? bySignature);
      held = e.tie === true ? { diatonic: e.diatonic, alter } : undefined;
      return soundingEvent(e, alter);
    });
  };
  for (const bar of bars) {
    meter = bar.meter ?? meter;
    fifths = bar.key?.fifths ?? fifths;
    const { staff: _staff, from: _from, to: _to, events: _events, multiRest = 1, repeatEnd, endBar, ...rest } = bar;
    const isSilent = bar.events.length === 0;
    for (let i = 0; i < multiRest; i++) {
      const isLast = i === multiRest - 1;
      measures.push({
        ...(i === 0 ? rest : {}),
        ...(i === 0 && multiRest > 1 && { multiRest }),
        ...(isLast && repeatEnd === true && { repeatEnd }),
        ...(isLast && endBar !== undefined && { endBar }),
        id: `m${measures.length + 1}`,
        events: isSilent ? silence() : filled(bar),
      });
    }
    if (isSilent) held = undefined;
  }
  return assembleScore({ title, measures, slurs, hairpins }, new ProblemList());
}
