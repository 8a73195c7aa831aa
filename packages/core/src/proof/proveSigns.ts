import { type Key, signatureAlter } from '../key/key';
import { enharmonic } from '../pitch/enharmonic';
import { letterName, midi, type Pitch, stepIndex, type Written } from '../pitch/pitch';
import { accidentalsInForce } from '../score/accidental';
import { proposeKeys, signCount, withSignature } from '../score/rewrite';
import { placedNotes } from '../score/placedNotes';
import type { Note, NoteId, Score } from '../score/score';
import { notesOf, placeEvents, placeMeasures } from '../score/walk';
import { finding, type Finding } from './finding';

/** So many signs at notes have to go before another signature is worth a word. */
const WORTH = 2;

/**
 * The signature that the notes speak for, when it saves signs. A key that changes in mid-piece is left to the teacher.
 */
function proveSignature(score: Score<Written>): Finding[] {
  if (score.measures.some((m, i) => i > 0 && m.key !== undefined)) return [];
  const now = placeMeasures(score)[0]?.key;
  const notes = notesOf(score);
  const [best] = proposeKeys(score, 1);
  if (now === undefined || best === undefined || notes.length === 0 || best.key.fifths === now.fifths) return [];
  const [before, after] = [signCount(score), signCount(withSignature(score, best.key))];
  if (before - after < WORTH) return [];
  const changed = notes.filter(
    (n) =>
      n.pitch.alter !== signatureAlter(now.fifths, n.pitch.step) &&
      n.pitch.alter === signatureAlter(best.key.fifths, n.pitch.step),
  );
  const letters = [...new Set(changed.map((n) => n.pitch.step))];
  const always = letters.filter((step) => notes.every((n) => n.pitch.step !== step || changed.includes(n)));
  const at = placeEvents(score).find((p) => p.event.id === changed[0]?.id);
  return [
    finding({
      code: 'signature-proposed',
      weight: 'look',
      measures: [at?.place.index ?? 0],
      notes: changed.map((n) => n.id),
      facts: {
        letters,
        always: always.length === letters.length,
        now: now.fifths,
        fifths: best.key.fifths,
        notes: changed.length,
      },
      repairs: [{ kind: 'signature', key: best.key }],
    }),
  ];
}

/** A change in mid-piece to what holds already. */
function proveChanges(score: Score<Written>): Finding[] {
  const placed = placeMeasures(score);
  return placed.flatMap(({ measure, index, number }) => {
    const before = placed[index - 1];
    if (before === undefined) return [];
    const says: ('key' | 'clef' | 'meter')[] = [];
    if (measure.key?.fifths === before.key.fifths) says.push('key');
    if (measure.clef === before.clef) says.push('clef');
    if (measure.meter?.beats === before.meter.beats && measure.meter.unit === before.meter.unit) says.push('meter');
    return says.map((what) =>
      finding({
        code: 'change-says-nothing',
        weight: 'look',
        measures: [index],
        facts: { bar: number, what },
        repairs: [{ kind: 'drop-change', measure: index, what }],
      }),
    );
  });
}

interface NoteAt {
  readonly note: Note<Written>;
  readonly measure: number;
  readonly number: number;
  readonly key: Key;
  /** Held over from the note before: it is not played anew. */
  readonly held: boolean;
}

/** How each letter sounded last before each note: in its bar, and in the bar before. */
function proveReach(score: Score<Written>): Finding[] {
  const readings = accidentalsInForce(score);
  const notes = placedNotes(score).map(({ note, measureIndex, measureNumber, key, tiedFrom }): NoteAt => ({
    note,
    measure: measureIndex,
    number: measureNumber,
    key,
    held: tiedFrom !== undefined,
  }));
  const found: Finding[] = [];
  const heard = new Map<number, NoteAt>();
  const said = new Set<string>();
  for (const here of notes) {
    const { note, measure, number } = here;
    if (here.held) {
      heard.set(stepIndex(note.pitch.step), here);
      continue;
    }
    const reading = readings.get(note.id);
    const letter = stepIndex(note.pitch.step);
    const before = heard.get(letter);
    const key = `${measure}/${letter}`;
    // A natural that takes back a sign of its bar leaves the letter as the signature has it.
    const isOther = note.pitch.alter !== signatureAlter(here.key.fifths, note.pitch.step);
    if (reading?.source === 'bar' && reading.sign === undefined && isOther && !said.has(key)) {
      said.add(key);
      found.push(
        finding({
          code: 'sign-reaches',
          weight: 'look',
          measures: [measure],
          notes: [note.id],
          facts: {
            bar: number,
            note: letterName(note.pitch),
            habit: letterName({ step: note.pitch.step, alter: signatureAlter(here.key.fifths, note.pitch.step) }),
          },
          repairs: [{ kind: 'reminder', notes: [note.id], on: true }],
        }),
      );
    } else if (
      reading?.sign === undefined &&
      reading?.source !== 'tie' &&
      before !== undefined &&
      before.note.pitch.alter !== note.pitch.alter &&
      measure - before.measure <= 1 &&
      !said.has(key)
    ) {
      said.add(key);
      found.push(
        finding({
          code: 'sign-over',
          weight: 'look',
          measures: [measure],
          notes: [note.id, before.note.id],
          facts: {
            bar: number,
            note: letterName(note.pitch),
            before: letterName(before.note.pitch),
            where:
              before.measure !== measure ? 'bar' : before.note.pitch.octave === note.pitch.octave ? 'tie' : 'octave',
          },
          repairs: [{ kind: 'reminder', notes: [note.id], on: true }],
        }),
      );
    } else if (
      note.courtesy === true &&
      reading?.courtesy === true &&
      (before === undefined || before.note.pitch.alter === note.pitch.alter)
    ) {
      found.push(
        finding({
          code: 'sign-says-nothing',
          weight: 'look',
          measures: [measure],
          notes: [note.id],
          facts: {
            bar: number,
            note: letterName(note.pitch),
            step: note.pitch.step,
            isFirst: before === undefined,
          },
          repairs: [{ kind: 'reminder', notes: [note.id], on: false }],
        }),
      );
    }
    heard.set(letter, here);
  }
  return found;
}

/** Whether the signature gives the letter just this sign. */
const isInKey = (p: Pick<Pitch, 'step' | 'alter'>, { fifths }: Key): boolean =>
  signatureAlter(fifths, p.step) === p.alter;

/**
 * One sound spelled two ways close together, and a sign against the signature where the signature has the note itself.
 */
function proveSpelling(score: Score<Written>): Finding[] {
  const notes = placeEvents(score).flatMap(({ event, place }) =>
    event.kind === 'note' ? [{ note: event, place }] : [],
  );
  const found: Finding[] = [];
  const done = new Set<NoteId>();
  notes.forEach(({ note, place }, i) => {
    const near = notes
      .slice(Math.max(0, i - 2), i)
      .find((b) => midi(b.note.pitch) === midi(note.pitch) && b.note.pitch.step !== note.pitch.step);
    const plain = enharmonic(note.pitch);
    const strange = !isInKey(note.pitch, place.key) && isInKey(plain, place.key) && Math.abs(plain.alter) <= 1;
    if (near === undefined && !strange) return;
    // Of two spellings the one that the key has stays.
    const wrong = strange || near === undefined || isInKey(near.note.pitch, place.key) ? { note, place } : near;
    if (done.has(wrong.note.id)) return;
    done.add(wrong.note.id);
    const better = letterName(enharmonic(wrong.note.pitch));
    found.push(
      finding({
        code: 'spelling',
        weight: 'look',
        measures: [wrong.place.index],
        notes: [wrong.note.id, ...(near === undefined ? [] : [(wrong === near ? note : near.note).id])],
        facts: {
          bar: wrong.place.number,
          note: letterName(wrong.note.pitch),
          better,
          ...(near !== undefined && { near: letterName(wrong === near ? note.pitch : near.note.pitch) }),
        },
        repairs: [{ kind: 'respell', note: wrong.note.id, name: better }],
      }),
    );
  });
  return found;
}

/** Signature, reach of accidentals, spelling. */
export const proveSigns = (score: Score<Written>): Finding[] => [
  ...proveSignature(score),
  ...proveChanges(score),
  ...proveReach(score),
  ...proveSpelling(score),
];
