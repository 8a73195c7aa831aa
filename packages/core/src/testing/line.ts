import { key } from '../key/key';
import type { Meter } from '../meter/meter';
import { parsePitch, type Pitch } from '../pitch/pitch';
import type { NoteValue } from '../score/duration';
import type { Measure, MusicEvent, Score } from '../score/score';

const VALUES: Readonly<Record<string, NoteValue>> = { w: 'whole', h: 'half', q: 'quarter', e: 'eighth', s: '16th' };

/**
 * A score from short text for tests: bars divided by `|`, notes as `C4` (a quarter) or `C4:h`, `.` dots, `~` ties, `R`
 * rests.
 * @example line('C#4 C#4:h~ | C#4:h. D4')
 */
export function line<P extends Pitch>(
  text: string,
  { fifths = 0, meter = { beats: 4, unit: 4 } as Meter } = {},
): Score<P> {
  let n = 0;
  const measures = text.split('|').map((bar, i): Measure<P> => ({
    id: `m${i + 1}`,
    ...(i === 0 && { clef: 'treble' as const, key: key(fifths), meter }),
    events: bar
      .trim()
      .split(/\s+/)
      .map((token): MusicEvent<P> => {
        const m = /^([A-GR][b#x]*-?\d*)(?::([whqes])(\.*))?(~?)$/.exec(token);
        if (m === null) throw new Error(`no note: ${token}`);
        const base = {
          id: `n${++n}`,
          duration: { value: VALUES[m[2] ?? 'q'] as NoteValue, dots: (m[3] ?? '').length },
        };
        return m[1] === 'R'
          ? { kind: 'rest', ...base }
          : { kind: 'note', ...base, pitch: parsePitch<P>(m[1] as string), ...(m[4] === '~' && { tie: true }) };
      }),
  }));
  return { title: 'Test line', measures, slurs: [], hairpins: [] };
}
