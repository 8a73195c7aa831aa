import { hold, type Oracle } from './judge';

const HALF_STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
/** Half steps of a perfect or major interval by its number. */
const PLAIN: readonly number[] = [0, 0, 2, 4, 5, 7, 9, 11];
const SIZE: Readonly<Record<string, number>> = { perfect: 0, major: 0, minor: -1, augmented: 1 };

/** The lowest line of each clef, letters counted from C0. */
const LOWEST_LINE: Readonly<Record<string, number>> = { treble: 30, bass: 18, tenor: 22, alto: 24 };

/** From what sounds to what is written, and where it stands on the staff. */
const written: Oracle = {
  claim: 'how far the written note lies from its sound, and where it stands on the staff',
  judge(c, into) {
    const claimed: string[] = [];
    const found: string[] = [];
    for (const n of c.notes) {
      let [sounds, up, place, letters] = [NaN, NaN, '', NaN];
      for (const f of c.trails.get(n.id) ?? []) {
        if (f.kind === 'concert') {
          sounds = 12 * (f.pitch.octave + 1) + (HALF_STEPS[f.pitch.step] as number) + f.pitch.alter;
          letters = f.pitch.octave * 7 + 'CDEFGAB'.indexOf(f.pitch.step);
        }
        if (f.kind === 'interval') {
          const { quality, number, octaves } = f.interval;
          const fourths = [1, 4, 5].includes(number);
          const size = quality === 'diminished' ? (fourths ? -1 : -2) : SIZE[quality];
          up = (f.interval.up ? 1 : -1) * (12 * octaves + (PLAIN[number] as number) + (size ?? NaN));
        }
        if (f.kind === 'written') {
          const { kind, number, onLine } = f.staff;
          place = `${kind} ${number} ${onLine}`;
          const above = n.place - (LOWEST_LINE[f.clef] as number);
          found.push(`${n.id} ${staff(above)}`);
        }
      }
      claimed.push(`${n.id} ${place}`);
      into.made += 1;
      // A double sign is written as its neighbour, and a whole key may take the other letters: the sound stays.
      if (Number.isNaN(sounds)) into.wrong.push(`line ${c.seed}: ${n.id} is said to sound nowhere`);
      const transposes = n.sound - sounds;
      if (!Number.isNaN(up) && Math.abs(up - transposes) % 12 !== 0)
        into.wrong.push(`line ${c.seed}: ${n.id} is said to be written ${up} up, and is ${transposes}`);
      if (Number.isNaN(letters)) into.wrong.push(`line ${c.seed}: ${n.id} has no letter`);
    }
    hold(into, c, claimed, found);
  },
};

/** A place on the staff in words of lines and spaces, counted from the bottom line. */
function staff(above: number): string {
  const onLine = above % 2 === 0;
  if (above > 9) return `ledger-above ${Math.floor((above - 8) / 2)} ${onLine}`;
  if (above < -1) return `ledger-below ${Math.floor(-above / 2)} ${onLine}`;
  if (above === 9) return 'space 5 false';
  if (above === -1) return 'space 0 false';
  return onLine ? `line ${above / 2 + 1} true` : `space ${(above + 1) / 2} false`;
}

/** What the signature does to a note's letter, and that it sounds what the line sounds. */
const sounding: Oracle = {
  claim: 'which pitch a note sounds, and what the signature does to its letter',
  judge(c, into) {
    const octaves = 12 * c.plan.part.decisions.octave.octaves;
    const claimed: string[] = [];
    for (const n of c.notes)
      for (const f of c.trails.get(n.id) ?? []) {
        if (f.kind === 'concert')
          claimed.push(
            `${n.id} sounds ${12 * (f.pitch.octave + 1) + (HALF_STEPS[f.pitch.step] as number) + f.pitch.alter}`,
          );
        if (f.kind === 'signature') claimed.push(`${n.id} signature ${f.step} ${f.alter}`);
      }
    const heard = c.concert.filter((e) => e.isNote).map((e) => `${e.id} sounds ${e.sound + octaves}`);
    hold(into, c, claimed, [...heard, ...c.notes.map((n) => `${n.id} signature ${n.letter} ${n.inKey}`)]);
  },
};

export const TRAIL_ORACLES: readonly Oracle[] = [written, sounding];
