import type { Fingering } from '../fingering/figure';
import { signatureAlter } from '../key/key';
import { interval, nameInterval, transpose } from '../pitch/interval';
import { type Pitch, samePitch, type Written } from '../pitch/pitch';
import type { AccidentalSource } from '../score/accidental';
import type { Part } from './derivePart';
import type { Fact } from './fact';
import { misfitSide } from './misfit';
import { staffPlace } from './staffPlace';
import type { WrittenTone } from './writtenTones';

export type Facts = readonly Fact[];
const frozen = (facts: Fact[]): Facts => Object.freeze(facts.map((f) => Object.freeze(f)));

/** A fifth up without the octave: from the note that a bass-clef reader would name to the tenor-clef one. */
const FIFTH_DOWN = interval(-1, 0);

/** What is the same for every note of one tone: from its sound to its signature, and from its figure on. */
export interface Block {
  readonly tone: WrittenTone;
  readonly head: Facts;
  readonly tail: Facts;
  /** Both, where no sign comes between. */
  readonly whole: Facts;
  /** Both, with a sign or a tie between them that reaches no other note. */
  readonly signed: Map<AccidentalSource, Facts>;
}

export const sameTone = (a: WrittenTone, b: WrittenTone): boolean =>
  a.pitch === b.pitch &&
  a.concert === b.concert &&
  a.fifths === b.fifths &&
  a.simplified === b.simplified &&
  a.moved === b.moved;

/** The facts of a tone with a sign or a tie that reaches no other note. */
export function withSign(
  {
    tone: {
      pitch: { step, alter },
    },
    head,
    tail,
    signed,
  }: Block,
  source: AccidentalSource,
): Facts {
  let facts = signed.get(source);
  if (facts === undefined)
    signed.set(
      source,
      (facts = Object.freeze([
        ...head,
        Object.freeze<Fact>({ kind: 'accidental', source, alter, step, courtesy: false }),
        ...tail,
      ])),
    );
  return facts;
}

/** Puts together what is said of a tone, frozen: it is shared by its notes and by later lines. */
export function makeBlock(
  part: Part,
  tone: WrittenTone,
  fingering: Fingering,
  name: string,
  respelled: boolean,
): Block {
  const {
    instrument,
    decisions: {
      octave,
      clef: { clef },
    },
    teaching,
  } = part;
  const { pitch: written, concert, fifths, moved } = tone;
  const facts: Fact[] = [{ kind: 'concert', pitch: concert }];
  if (octave.octaves !== 0)
    facts.push({ kind: 'octave', octaves: octave.octaves, why: octave.why, stage: teaching.stage });
  facts.push({ kind: 'interval', interval: nameInterval(instrument.toWritten), inKey: instrument.inKey });
  const plain = transpose<Pitch>(concert, instrument.toWritten);
  if (!samePitch(plain, written))
    facts.push({ kind: 'respelled', from: plain, because: tone.simplified && !respelled ? 'double' : 'signature' });
  facts.push({ kind: 'written', pitch: written, name, staff: staffPlace(written, clef), clef });
  if (clef === 'tenor' && instrument.clefs[0] === 'bass') facts.push(tenorClefFact(part, written));
  if (moved !== 0) facts.push({ kind: 'moved', octaves: moved });
  facts.push({ kind: 'signature', fifths, step: written.step, alter: signatureAlter(fifths, written.step) });
  const head = frozen(facts);
  const tail = frozen(figureFacts(part, tone, fingering));
  return { tone, head, tail, whole: Object.freeze([...head, ...tail]), signed: new Map() };
}

function tenorClefFact({ teaching }: Part, written: Written): Fact {
  if (teaching.schools.tenorClef === 'move-two')
    return { kind: 'tenor-clef', method: 'move-two', seen: staffPlace(written, 'bass') };
  const { step, alter } = transpose(written, FIFTH_DOWN);
  return { kind: 'tenor-clef', method: 'up-a-fifth', reads: { step, alter } };
}

function figureFacts({ instrument, teaching }: Part, tone: WrittenTone, fingering: Fingering): Fact[] {
  const facts: Fact[] = [];
  const side = misfitSide(instrument, teaching.stage, tone.midi);
  if (side === 'below-stage' || side === 'above-stage') facts.push({ kind: 'misfit', side, stage: teaching.stage });
  if (fingering.kind === 'unplayable') return [...facts, { kind: 'unplayable', because: fingering.because }];
  facts.push({ kind: 'figure', figure: fingering.figure });
  if (fingering.preferred !== undefined) facts.push({ kind: 'preferred', reason: fingering.preferred });
  if (fingering.origin !== undefined)
    facts.push({ kind: 'origin', origin: fingering.origin, figure: fingering.figure });
  if (fingering.intonation !== undefined) facts.push({ kind: 'intonation', intonation: fingering.intonation });
  return [...facts, ...fingering.alternates.map((alternate): Fact => ({ kind: 'alternate', alternate }))];
}
