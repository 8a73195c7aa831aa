import type { Fingering } from '../fingering/figure';
import type { Key } from '../key/key';
import { signatureAlter } from '../key/key';
import type { Clef } from '../key/signature';
import { ENHARMONIC_DOWN, ENHARMONIC_UP, interval, nameInterval, transpose } from '../pitch/interval';
import { type Concert, midi, type Pitch, samePitch, type Written } from '../pitch/pitch';
import { type Duration } from '../score/duration';
import type { Note, NoteId } from '../score/score';
import { type BeatPlace, type Structure, structureOf } from '../score/structure';
import { placeMeasures } from '../score/walk';
import type { Annotations, NoteAnnotation } from './annotate';
import type { Part } from './derivePart';
import type { Fact } from './fact';
import { misfitSide } from './misfit';
import { staffPlace } from './staffPlace';

const frozen = (facts: Fact[]): readonly Fact[] => Object.freeze(facts.map((f) => Object.freeze(f)));

/** A fifth up without the octave: from the note that a bass-clef reader would name to the tenor-clef one. */
const FIFTH_DOWN = interval(-1, 0);

const ENHARMONICS = [ENHARMONIC_UP.fifths, ENHARMONIC_DOWN.fifths];

/** What is the same for every note of one spelling under one signature: from its sound to its place, and from its figure on. */
interface Block {
  readonly concert: Concert;
  readonly fingering: Fingering;
  readonly head: readonly Fact[];
  readonly signature: Fact;
  readonly tail: readonly Fact[];
}

/** What holds in a bar. */
interface Bar {
  readonly key: Key;
  readonly events: readonly Note<Written>[];
}

/** Explains the notes of one part: what is common to many notes is put together once. */
class Explainer {
  private readonly structure: Structure;
  private readonly bars: readonly Bar[];
  private readonly clef: Clef;
  private readonly blocks = new Map<number, Map<Written, Block>>();
  private readonly values = new Map<Duration, Fact>();
  private readonly counts = new Map<string, Fact>();
  private readonly notes: Note<Written>[] = [];
  private readonly opening: readonly Fact[];
  private readonly respelled: boolean;

  constructor(private readonly part: Part, private readonly annotations: Annotations) {
    this.structure = structureOf(part.score);
    this.clef = part.decisions.clef.clef;
    this.bars = placeMeasures(part.score).map(({ key, measure }) => ({ key, events: measure.events.filter((e): e is Note<Written> => e.kind === 'note') }));
    for (const b of this.bars) this.notes.push(...b.events);
    const { instrument, decisions, teaching } = part;
    const { octaves, why } = decisions.octave;
    this.opening = frozen([
      ...(octaves === 0 ? [] : [{ kind: 'octave' as const, octaves, why, stage: teaching.stage }]),
      { kind: 'interval', interval: nameInterval(instrument.toWritten), inKey: instrument.inKey },
    ]);
    this.respelled = ENHARMONICS.includes(decisions.interval.fifths - instrument.toWritten.fifths);
  }

  explain(id: NoteId): Fact[] {
    const index = this.structure.indexOf.get(id);
    const note = index === undefined ? undefined : this.annotations.at(index);
    if (index === undefined || note === undefined) return [];
    const bar = this.bars[this.structure.measureOf[index] as number] as Bar;
    const block = this.blockOf(note, bar.key.fifths);
    const facts: Fact[] = [{ kind: 'place', at: this.structure.places[index] as BeatPlace }, this.valueOf(index), this.countOf(note.count)];
    if (note.tiedFrom !== undefined) facts.push({ kind: 'tied', from: note.tiedFrom });
    for (const f of block.head) facts.push(f);
    if (note.movedOctaves !== 0) facts.push({ kind: 'moved', octaves: note.movedOctaves });
    facts.push(block.signature);
    this.addAccidental(facts, note, index, bar);
    for (const f of block.tail) facts.push(f);
    if (note.better !== undefined) facts.push({ kind: 'better', alternate: note.better.alternate, cause: note.better.cause });
    if (note.hidden) facts.push({ kind: 'hidden' });
    return facts;
  }

  private valueOf(index: number): Fact {
    const { duration } = this.notes[index] as Note<Written>;
    let fact = this.values.get(duration);
    if (fact === undefined) {
      fact = Object.freeze({ kind: 'value', duration, names: this.part.teaching.schools.rhythmNames });
      this.values.set(duration, fact);
    }
    return fact;
  }

  private countOf(text: string): Fact {
    let fact = this.counts.get(text);
    if (fact === undefined) {
      fact = Object.freeze({ kind: 'count', text, system: this.part.teaching.schools.counting });
      this.counts.set(text, fact);
    }
    return fact;
  }

  private addAccidental(facts: Fact[], { accidental, written, id }: NoteAnnotation, index: number, bar: Bar): void {
    const { source, setBy, courtesy } = accidental;
    if (source !== 'sign' && source !== 'bar' && source !== 'tie' && courtesy !== true) return;
    const setAt = setBy === undefined ? undefined : this.structure.places[this.structure.indexOf.get(setBy) as number];
    facts.push({ kind: 'accidental', source, alter: written.alter, step: written.step, courtesy: courtesy === true, ...(setAt === undefined ? {} : { setAt }) });
    if (source !== 'sign') return;
    const at: BeatPlace[] = [];
    for (let i = index + 1; i < this.notes.length && bar.events.includes(this.notes[i] as Note<Written>); i++) {
      if (this.annotations.at(i)?.accidental.setBy === id) at.push(this.structure.places[i] as BeatPlace);
    }
    if (at.length > 0) facts.push({ kind: 'reach', at });
  }

  private blockOf(note: NoteAnnotation, fifths: number): Block {
    const known = this.blocks.get(fifths) ?? new Map<Written, Block>();
    this.blocks.set(fifths, known);
    const block = known.get(note.written);
    if (block !== undefined && block.concert === note.concert && block.fingering === note.fingering) return block;
    const made = this.makeBlock(note, fifths);
    known.set(note.written, made);
    return made;
  }

  private makeBlock({ written, concert, fingering, name, id }: NoteAnnotation, fifths: number): Block {
    const { instrument, teaching, simplified } = this.part;
    const head: Fact[] = [{ kind: 'concert', pitch: concert }, ...this.opening];
    const plain = transpose<Pitch>(concert, instrument.toWritten);
    if (!samePitch(plain, written)) head.push({ kind: 'respelled', from: plain, because: simplified.has(id) && !this.respelled ? 'double' : 'signature' });
    head.push({ kind: 'written', pitch: written, name, staff: staffPlace(written, this.clef), clef: this.clef });
    if (this.clef === 'tenor' && instrument.clefs[0] === 'bass') head.push(this.tenorClef(written));
    const tail: Fact[] = [];
    const side = misfitSide(instrument, teaching.stage, midi(written));
    if (side === 'below-stage' || side === 'above-stage') tail.push({ kind: 'misfit', side, stage: teaching.stage });
    if (fingering.kind === 'unplayable') tail.push({ kind: 'unplayable', because: fingering.because });
    else {
      tail.push({ kind: 'figure', figure: fingering.figure });
      if (fingering.preferred !== undefined) tail.push({ kind: 'preferred', reason: fingering.preferred });
      if (fingering.origin !== undefined) tail.push({ kind: 'origin', origin: fingering.origin, figure: fingering.figure });
      if (fingering.intonation !== undefined) tail.push({ kind: 'intonation', intonation: fingering.intonation });
      for (const alternate of fingering.alternates) tail.push({ kind: 'alternate', alternate });
    }
    const signature = Object.freeze<Fact>({ kind: 'signature', fifths, step: written.step, alter: signatureAlter(fifths, written.step) });
    return { concert, fingering, head: frozen(head), signature, tail: frozen(tail) };
  }

  private tenorClef(written: Written): Fact {
    if (this.part.teaching.schools.tenorClef === 'move-two') return { kind: 'tenor-clef', method: 'move-two', seen: staffPlace(written, 'bass') };
    const { step, alter } = transpose(written, FIFTH_DOWN);
    return { kind: 'tenor-clef', method: 'up-a-fifth', reads: { step, alter } };
  }
}

const EXPLAINERS = new WeakMap<Annotations, Explainer>();

/**
 * The reason trail of a note: from what sounds to what the hands do, in the order a teacher reads it out.
 *
 * Place, value and count; sound, octave, interval, written note and staff place; signature, sign and its reach; figure,
 * how brass comes by it, tuning, alternates, and the alternate that is easier here.
 * @returns an empty list when the part has no such note
 */
export function explain(part: Part, annotations: Annotations, id: NoteId): Fact[] {
  let explainer = EXPLAINERS.get(annotations);
  if (explainer === undefined) {
    explainer = new Explainer(part, annotations);
    EXPLAINERS.set(annotations, explainer);
  }
  return explainer.explain(id);
}
