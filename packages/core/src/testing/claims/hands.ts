import { type Figure, figureText } from '../../fingering/figure';
import { TOUCHES } from '../../fingering/touch.data';
import type { Instrument } from '../../instrument/instrument';

/** Which touches each finger holds, told from the figure text alone: `left index` -> `1 bis`. */
export function grip(text: string, { system }: Instrument): ReadonlyMap<string, string> {
  const held = new Map<string, string>();
  if (system.kind !== 'woodwind' || text === '-') return held;
  text.split('|').forEach((side, i) => {
    const hand = i === 0 ? 'left' : 'right';
    for (const touch of side.trim().split(/\s+/).filter(Boolean)) {
      const plain = /^(T|\d)h$/.test(touch) ? touch.charAt(0) : touch;
      const { finger } = TOUCHES[system.woodwind].find((t) => t.hand === hand && t.name === plain) ?? { finger: '' };
      const at = `${hand} ${finger}`;
      held.set(at, held.has(at) ? `${held.get(at)} ${touch}` : touch);
    }
  });
  return held;
}

export interface Motion {
  readonly moves: number;
  readonly trades: number;
  readonly slides: number;
}

/** A finger rolls where it half closes its own hole, adds the key beside it, or turns on the thumb hole. */
function rolls(a: string, b: string): boolean {
  const plain = (t: string): string[] => t.split(' ').map((x) => (/^(T|\d)h$/.test(x) ? x.charAt(0) : x));
  const thumb = (t: string): string => (t === 'Tb' ? 'T' : t);
  return plain(a).some((x) => plain(b).some((y) => thumb(x) === thumb(y)));
}

/** What the hands do from one figure to the next. */
export function motion(from: string, to: string, instrument: Instrument): Motion {
  if (instrument.system.kind === 'woodwind') {
    const [a, b] = [grip(from, instrument), grip(to, instrument)];
    const fingers = [...new Set([...a.keys(), ...b.keys()])];
    const changed = fingers.filter((f) => a.get(f) !== b.get(f));
    const down = changed.filter((f) => !a.has(f)).length;
    const up = changed.filter((f) => !b.has(f)).length;
    const slides = changed.filter((f) => a.has(f) && b.has(f) && !rolls(a.get(f) as string, b.get(f) as string)).length;
    return { moves: changed.length, trades: Math.min(down, up), slides };
  }
  const pressed = (t: string): string[] => [...t].filter((c) => c !== '0');
  const down = pressed(to).filter((v) => !pressed(from).includes(v));
  const up = pressed(from).filter((v) => !pressed(to).includes(v));
  const count = (vs: readonly string[]): number => vs.filter((v) => v !== 'T').length;
  return { moves: down.length + up.length, trades: Math.min(count(down), count(up)), slides: 0 };
}

/** A figure by where hand and fingers stand, however an attachment's positions are counted. */
export function standing(f: Figure): string {
  if (f.kind !== 'slide') return figureText(f);
  const { counted: _number, ...place } = f;
  return figureText(place);
}

export const slideAt = (text: string): number =>
  Number(text.replace(/[T+-]/g, '')) + (text.endsWith('-') ? 0.3 : text.endsWith('+') ? -0.3 : 0);
