import { signatureAlter } from '../key/key';
import { ENHARMONIC_DOWN, ENHARMONIC_UP, interval, nameInterval, transpose } from '../pitch/interval';
import { midi, type Pitch, samePitch, type Written } from '../pitch/pitch';
import { beatPlace, type BeatPlace } from '../score/placedNotes';
import type { NoteId } from '../score/score';
import type { Annotations, NoteAnnotation } from './annotate';
import type { Part } from './derivePart';
import type { Fact, Trail } from './fact';
import { misfitSide } from './misfit';
import { staffPlace } from './staffPlace';

/** A fifth down without the octave: from a note in tenor clef to the one that a bass-clef reader would name there. */
const FIFTH_DOWN = interval(-1, 0);
const ENHARMONICS: readonly number[] = [ENHARMONIC_UP.fifths, ENHARMONIC_DOWN.fifths];

/** Where a note stands, how long it lasts and what is counted. */
function placeFacts({ teaching: { conventions } }: Part, { place, count, tiedFrom }: NoteAnnotation): Fact[] {
  const facts: Fact[] = [
    { kind: 'place', at: beatPlace(place) },
    { kind: 'value', duration: place.note.duration, names: conventions.rhythmNames },
    { kind: 'count', text: count, system: conventions.counting },
  ];
  return tiedFrom === undefined ? facts : [...facts, { kind: 'tied', from: tiedFrom }];
}

function tenorClefFact({ teaching }: Part, written: Written): Fact {
  if (teaching.conventions.tenorClef === 'move-two')
    return { kind: 'tenor-clef', method: 'move-two', seen: staffPlace(written, 'bass') };
  const { step, alter } = transpose(written, FIFTH_DOWN);
  return { kind: 'tenor-clef', method: 'up-a-fifth', reads: { step, alter } };
}

/** How the whole part comes from what sounds: the same for every note. */
function movingFacts({ instrument, decisions: { octave }, teaching }: Part): Fact[] {
  const interval: Fact = { kind: 'interval', interval: nameInterval(instrument.toWritten), inKey: instrument.inKey };
  const { octaves, why } = octave;
  return octaves === 0 ? [interval] : [{ kind: 'octave', octaves, why, stage: teaching.stage }, interval];
}

/** From what sounds to the written note under its signature. */
function pitchFacts(part: Part, note: NoteAnnotation, moving: readonly Fact[]): Fact[] {
  const { instrument, decisions } = part;
  const { written, concert, fifths, name, movedOctaves } = note;
  const { clef } = decisions.clef;
  const respelled = ENHARMONICS.includes(decisions.interval.fifths - instrument.toWritten.fifths);
  const facts: Fact[] = [{ kind: 'concert', pitch: concert }, ...moving];
  const plain = transpose<Pitch>(concert, instrument.toWritten);
  if (!samePitch(plain, written)) {
    const because = part.simplified.has(note.id) && !respelled ? 'double' : 'signature';
    facts.push({ kind: 'respelled', from: plain, because });
  }
  facts.push({ kind: 'written', pitch: written, name, staff: staffPlace(written, clef), clef });
  if (clef === 'tenor' && instrument.clefs[0] === 'bass') facts.push(tenorClefFact(part, written));
  if (movedOctaves !== 0) facts.push({ kind: 'moved', octaves: movedOctaves });
  facts.push({ kind: 'signature', fifths, step: written.step, alter: signatureAlter(fifths, written.step) });
  return facts;
}

/** The sign that makes the note what it is, and the later notes of its bar that it reaches. */
function signFacts(
  { written, accidental: { source, courtesy, setBy } }: NoteAnnotation,
  placeOf: (id: NoteId) => BeatPlace,
  reached: readonly NoteId[],
): Fact[] {
  if (courtesy !== true && (source === 'plain' || source === 'signature')) return [];
  const { step, alter } = written;
  const accidental: Fact = {
    kind: 'accidental',
    source,
    alter,
    step,
    courtesy: courtesy === true,
    ...(setBy !== undefined && { setAt: placeOf(setBy) }),
  };
  return reached.length === 0 ? [accidental] : [accidental, { kind: 'reach', at: reached.map(placeOf) }];
}

/** What the hands do for a note, whether it lies where the players are at home, and what else they could do. */
function figureFacts({ instrument, teaching }: Part, { written, fingering, better }: NoteAnnotation): Fact[] {
  const facts: Fact[] = [];
  const side = misfitSide(instrument, teaching.stage, midi(written));
  if (side === 'below-stage' || side === 'above-stage') facts.push({ kind: 'misfit', side, stage: teaching.stage });
  if (fingering.kind === 'unplayable') return [...facts, { kind: 'unplayable', because: fingering.because }];
  const { figure, preferred, origin, intonation } = fingering;
  facts.push({ kind: 'figure', figure });
  if (preferred !== undefined) facts.push({ kind: 'preferred', reason: preferred });
  if (origin !== undefined) facts.push({ kind: 'origin', origin, figure });
  if (intonation !== undefined) facts.push({ kind: 'intonation', intonation });
  for (const alternate of fingering.alternates) facts.push({ kind: 'alternate', alternate });
  if (better !== undefined) facts.push({ kind: 'better', alternate: better.alternate, cause: better.cause });
  return facts;
}

/**
 * The reason trails of a part's notes: from what sounds to what the hands do, in the order a teacher reads it out.
 *
 * Place, value and count; sound, octave, interval, written note and staff place; signature, sign and its reach; figure,
 * how brass comes by it, tuning, alternates, and the alternate that is easier here.
 * @example explain(part, annotate(part)).get('n3')?.[0] // { kind: 'place', at: bar 1, beat 3 }
 */
export function explain(part: Part, annotations: Annotations): ReadonlyMap<NoteId, Trail> {
  const placeOf = (id: NoteId): BeatPlace => beatPlace((annotations.get(id) as NoteAnnotation).place);
  const reached = new Map<NoteId, NoteId[]>();
  for (const { id, accidental } of annotations.values()) {
    if (accidental.setBy === undefined) continue;
    const ids = reached.get(accidental.setBy) ?? [];
    ids.push(id);
    reached.set(accidental.setBy, ids);
  }
  const moving = movingFacts(part);
  const trails = new Map<NoteId, Trail>();
  for (const note of annotations.values()) {
    const sign = signFacts(note, placeOf, reached.get(note.id) ?? []);
    trails.set(note.id, [
      ...placeFacts(part, note),
      ...pitchFacts(part, note, moving),
      ...sign,
      ...figureFacts(part, note),
    ]);
  }
  return trails;
}
