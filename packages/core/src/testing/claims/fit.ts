import { fitKeys, READABLE_SIGNS } from '../../fit/classFit';
import type { Instrument } from '../../instrument/instrument';
import { pitchText } from '../../pitch/pitch';
import { noteAt } from '../notes';
import type { Case, Judged, Oracle } from './judge';
import { misfitOf } from './findings';

/** Twelve keys in nine octaves are looked at: a share of the lines is enough. */
const EVERY = 32;

/** Sharps of the major scale on each half step above C, flats as minus; F sharp has six, or six flats. */
const SIGNATURES: readonly number[] = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5];
/** A signature's place among twelve: two that sound alike are one. */
const alike = (fifths: number): number => ((fifths % 12) + 12) % 12;

function judgeKeys(c: Case, into: Judged): void {
  const { instrument } = c.plan.part;
  const { teaching, exercise } = c;
  const sounds = c.concert.filter((e) => e.isNote).map((e) => e.sound);
  const up = semitonesUp(instrument);
  const known = [...c.plan.known].map((n) => pitchText(noteAt(n)));
  const opening = c.concert[0]?.fifths ?? 0;
  let keys = 0;
  for (const key of fitKeys({ exercise, instruments: [instrument.id], teaching, known: { [instrument.id]: known } })) {
    keys += 1;
    const by = 7 * key.interval.fifths + 12 * key.interval.octaves;
    const where = `line ${c.seed}, ${instrument.id}, ${by} half steps`;
    into.made += 1;
    const tonic = ((7 * opening) % 12) + by + 24;
    if (alike(key.fifths) !== alike(SIGNATURES[tonic % 12] as number)) into.wrong.push(`${where}: ${key.fifths} signs`);
    for (const o of key.instruments[0]?.octaves ?? []) {
      const written = sounds.map((n) => n + by + up + 12 * o.octaves);
      const why = written.map((n) => misfitOf(instrument, teaching.stage, n));
      const fresh = new Set(written.filter((n) => !c.plan.known.has(n))).size;
      const counted = [
        why.filter((w) => w?.startsWith('all') === true).length,
        why.filter((w) => w?.startsWith('stage') === true).length,
        fresh,
      ];
      into.made += 1;
      if (counted.join() !== [o.unplayable, o.outside, o.fresh].join())
        into.wrong.push(
          `${where}, octave ${o.octaves}: ${o.unplayable}, ${o.outside}, ${o.fresh} and not ${counted.join()}`,
        );
      if (counted[0] !== undefined && counted[0] * 2 > written.length)
        into.wrong.push(`${where}, octave ${o.octaves}: offered where it cannot be played`);
      const reads = o.farSigns > 0;
      const signs = pageSigns(key.fifths, instrument);
      if (reads && signs.every((s) => Math.abs(s) <= READABLE_SIGNS[teaching.stage]))
        into.wrong.push(`${where}: ${o.farSigns} signs too many of ${signs.join()}`);
    }
    const offered = new Set((key.instruments[0]?.octaves ?? []).map((o) => o.octaves));
    for (const octaves of [-1, 0, 1]) {
      const written = sounds.map((n) => n + by + up + 12 * octaves);
      const lost = written.filter((n) => misfitOf(instrument, teaching.stage, n)?.startsWith('all') === true).length;
      if (lost * 2 > written.length) continue;
      into.due += 1;
      if (!offered.has(octaves)) into.missed.push(`${where}: octave ${octaves} is not looked at`);
    }
  }
  if (keys !== 12) into.wrong.push(`line ${c.seed}: ${keys} keys`);
}

const semitonesUp = ({ toWritten }: Instrument): number => 7 * toWritten.fifths + 12 * toWritten.octaves;
/** The signature on the page, and the other one that sounds as it does. */
function pageSigns(fifths: number, { toWritten }: Instrument): number[] {
  const page = fifths + toWritten.fifths;
  return [page, page > 0 ? page - 12 : page + 12].filter((f) => Math.abs(f) <= 7);
}

const keysForClass: Oracle = {
  claim: 'how a key and an octave suit: not playable, beyond the stage, new, signs',
  judge(c, into) {
    if (c.seed % EVERY === 0) judgeKeys(c, into);
  },
};

export const FIT_ORACLES: readonly Oracle[] = [keysForClass];
