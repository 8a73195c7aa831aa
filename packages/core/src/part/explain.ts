import type { Fingering } from '../fingering/figure';
import { CLEFS } from '../key/signature';
import { ENHARMONIC_DOWN, ENHARMONIC_UP } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import type { AccidentalReading } from '../score/accidental';
import { countsOf } from '../score/counts';
import type { NoteId } from '../score/score';
import { type BeatPlace, type Structure, workedOut } from '../score/structure';
import type { Annotations } from './annotate';
import { type Block, type Facts, makeBlock, sameTone, withSign } from './block';
import { type ConcertLine, concertLineOf } from './concertLine';
import type { Part } from './derivePart';
import { deskOf } from './desk';
import type { Fact, Trail } from './fact';
import type { OctaveReason } from './octave';

const ENHARMONICS = [ENHARMONIC_UP.fifths, ENHARMONIC_DOWN.fifths];
const NOTHING: readonly BeatPlace[] = [];
const WHYS: readonly OctaveReason[] = ['own-page', 'fits', 'fewest-outside', 'chosen'];
const OCTAVES_KEPT = 16;

/** One number for what an explained tone depends on besides the desk and itself. */
const dependsOn = ({ octave, clef }: Part['decisions'], respelled: boolean): number =>
  (((octave.octaves + OCTAVES_KEPT / 2) * WHYS.length + WHYS.indexOf(octave.why)) * CLEFS.length +
    CLEFS.indexOf(clef.clef)) *
    2 +
  (respelled ? 1 : 0);

/** Where each note stands, how long it lasts and what is counted: the same in every part of the line. */
function placesOf(part: Part, line: ConcertLine): readonly Facts[] {
  const { rhythmNames, counting } = part.teaching.schools;
  const { structure } = line;
  return workedOut(structure, `places ${rhythmNames} ${counting}`, () => readPlaces(part, line));
}

function readPlaces(
  {
    teaching: {
      schools: { rhythmNames, counting },
    },
  }: Part,
  { notes, structure }: ConcertLine,
): readonly Facts[] {
  const counts = countsOf(structure, counting);
  return notes.map(({ duration }, i): Facts => {
    const facts: Fact[] = [
      { kind: 'place', at: structure.places[i] as BeatPlace },
      { kind: 'value', duration, names: rhythmNames },
      { kind: 'count', text: counts[i] as string, system: counting },
    ];
    if (structure.heldOver[i] === 1) facts.push({ kind: 'tied', from: structure.noteIds[i - 1] as NoteId });
    return facts;
  });
}

/** Explains the notes of one part: what is common to many notes is put together once. */
class Explainer {
  private readonly structure: Structure;
  private readonly places: readonly Facts[];
  private readonly blocks: readonly Block[];
  private readonly of: Uint16Array;

  constructor(
    part: Part,
    private readonly annotations: Annotations,
  ) {
    const line = concertLineOf(part.concert);
    this.structure = line.structure;
    this.places = placesOf(part, line);
    this.of = part.tones.of;
    const respelled = ENHARMONICS.includes(part.decisions.interval.fifths - part.instrument.toWritten.fifths);
    const known = deskOf(part.instrument, part.teaching).blocksFor(dependsOn(part.decisions, respelled));
    this.blocks = part.tones.tones.map((tone, t) => {
      const made = known.get(tone.pitch) ?? [];
      known.set(tone.pitch, made);
      let block = made.find((b) => sameTone(b.tone, tone));
      if (block === undefined) {
        block = makeBlock(
          part,
          tone,
          annotations.toneWords[t]?.fingering as Fingering,
          annotations.toneWords[t]?.name ?? '',
          respelled,
        );
        made.push(block);
      }
      return block;
    });
  }

  explain(id: NoteId): Trail | undefined {
    const index = this.structure.indexOf.get(id);
    return index === undefined ? undefined : this.trailAt(index);
  }

  trailAt(index: number): Trail {
    const place = this.places[index] as Facts;
    const block = this.blocks[this.of[index] as number] as Block;
    const { whole, head, tail, tone } = block;
    const { accidentals, better } = this.annotations;
    const reading = accidentals[index] as AccidentalReading;
    const signed = reading.courtesy === true || (reading.source !== 'plain' && reading.source !== 'signature');
    const easier = better[index];
    if (!signed && easier === undefined) return { place, facts: whole };
    const reached = signed ? this.reachedBy(reading, index) : NOTHING;
    if (
      signed &&
      reached.length === 0 &&
      reading.setBy === undefined &&
      reading.courtesy !== true &&
      easier === undefined
    )
      return { place, facts: withSign(block, reading.source) };
    const facts = signed ? [...head, ...this.signFacts(reading, tone.pitch, index, reached), ...tail] : [...whole];
    if (easier !== undefined) facts.push({ kind: 'better', alternate: easier.alternate, cause: easier.cause });
    return { place, facts };
  }

  /** The sign that makes the note what it is, and the later notes of the bar that it reaches. */
  private signFacts(
    { source, setBy, courtesy }: AccidentalReading,
    { step, alter }: Written,
    index: number,
    reached: readonly BeatPlace[],
  ): Fact[] {
    const fact: Fact = { kind: 'accidental', source, alter, step, courtesy: courtesy === true };
    const accidental = setBy === undefined ? fact : { ...fact, setAt: this.setAt(setBy, index) };
    return reached.length === 0 ? [accidental] : [accidental, { kind: 'reach', at: reached }];
  }

  /** Where the earlier note of the bar stands whose sign still holds. */
  private setAt(setBy: NoteId, index: number): BeatPlace {
    let i = index - 1;
    while (this.structure.noteIds[i] !== setBy) i -= 1;
    return this.structure.places[i] as BeatPlace;
  }

  /** The later notes of the bar that a sign reaches. */
  private reachedBy({ source }: AccidentalReading, index: number): readonly BeatPlace[] {
    if (source !== 'sign') return NOTHING;
    const { measureOf, places, noteIds } = this.structure;
    const id = noteIds[index];
    let at: BeatPlace[] | undefined;
    for (let i = index + 1; measureOf[i] === measureOf[index]; i++)
      if (this.annotations.accidentals[i]?.setBy === id) (at ??= []).push(places[i] as BeatPlace);
    return at ?? NOTHING;
  }
}

/**
 * The reason trail of a note: from what sounds to what the hands do, in the order a teacher reads it out.
 *
 * Place, value and count; sound, octave, interval, written note and staff place; signature, sign and its reach; figure,
 * how brass comes by it, tuning, alternates, and the alternate that is easier here. Notes of one tone share their facts.
 * @returns undefined when the part has no such note
 * @example explain(part, annotate(part), 'n3')?.facts[0] // { kind: 'concert', pitch: B♭3 }
 */
export function explain(part: Part, annotations: Annotations, id: NoteId): Trail | undefined {
  annotations.explainer ??= new Explainer(part, annotations);
  return annotations.explainer.explain(id);
}

/** The reason trails of all notes of a part, in order. */
export function explainAll(part: Part, annotations: Annotations): Trail[] {
  const explainer = (annotations.explainer ??= new Explainer(part, annotations));
  const trails: Trail[] = new Array<Trail>(annotations.size);
  for (let i = 0; i < trails.length; i++) trails[i] = explainer.trailAt(i);
  return trails;
}
