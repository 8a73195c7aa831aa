import { type Clef, type Meter, signaturePlaces } from '@cifra/core';
import type { Seen } from '../symbols/findSymbols';
import { across, down, isOnStaff, nameOf, ofKind, placeOnStaff } from './seenStaff';

/** Which clef it is: a C clef by the line that its middle stands on. */
export function clefOf(s: Seen): Clef {
  if (nameOf(s) === 'clef-g') return 'treble';
  if (nameOf(s) === 'clef-f') return 'bass';
  return placeOnStaff(s) >= 5 ? 'tenor' : 'alto';
}

const UNITS = [1, 2, 4, 8, 16] as const;

/** A meter as it stands on a staff, and where. */
export interface SeenMeter {
  readonly x: number;
  readonly meter: Meter;
}

/** Meters of a staff: one number over another, or a sign. */
export function metersOf(all: readonly Seen[]): SeenMeter[] {
  const found: SeenMeter[] = [];
  const digits: Seen[] = [];
  for (const s of ofKind(all, 'meter')) {
    if (!isOnStaff(s, 0.5)) continue;
    if (nameOf(s) === 'common') found.push({ x: s.x, meter: { beats: 4, unit: 4, symbol: 'common' } });
    else if (nameOf(s) === 'cut') found.push({ x: s.x, meter: { beats: 2, unit: 2, symbol: 'cut' } });
    else digits.push(s);
  }
  const used = new Set<Seen>();
  const numberAt = (from: Seen, under: boolean): { value: number; parts: Seen[] } => {
    const parts = digits
      .filter((d) => !used.has(d) && Math.abs(across(d, from)) < 2.2 && placeOnStaff(d) < 4 === under)
      .sort((a, b) => a.x - b.x);
    return { value: Number(parts.map((d) => nameOf(d)?.slice(6)).join('')), parts };
  };
  for (const d of digits) {
    if (used.has(d)) continue;
    const over = numberAt(d, false);
    const below = numberAt(d, true);
    const unit = UNITS.find((u) => u === below.value);
    if (over.value < 1 || over.value > 16 || unit === undefined) continue;
    for (const p of [...over.parts, ...below.parts]) used.add(p);
    found.push({ x: d.x, meter: { beats: over.value, unit } });
  }
  return found.sort((a, b) => a.x - b.x);
}

/** A signature as it stands on a staff: how many fifths, or naturals that only take the old one away. */
export interface SeenSignature {
  readonly fifths: number;
  readonly signs: readonly Seen[];
}

/** The most room between two signs of a signature, and between it and what stands before it, in spaces. */
const NEXT_SIGN = 2;
const AFTER_CLEF = 5.5;

/**
 * The signature that begins after a place: signs of one kind, close to each other, each on its own line or space for
 * this clef. One sign that stands before a note at its own height belongs to the note, unless it is what stood there
 * before.
 * @param from what it follows, a clef or a bar line; @param expected fifths that the staff before had
 */
export function signatureAfter(
  all: readonly Seen[],
  from: { readonly x: number },
  clef: Clef,
  expected: number | undefined,
): SeenSignature | undefined {
  const signs: Seen[] = [];
  let at = from;
  const notes = ofKind(all, 'note', 'rest', 'meter').filter((n) => n.x > from.x);
  const until = notes.filter((n) => n.kind !== 'meter' || isOnStaff(n, 0.5))[0]?.x ?? Infinity;
  for (const s of ofKind(all, 'sign')) {
    if (s.x <= from.x || s.x >= until) continue;
    if (across(s, at) > (signs.length === 0 ? AFTER_CLEF : NEXT_SIGN)) break;
    signs.push(s);
    at = s;
  }
  const own = signs.filter((s) => nameOf(s) !== 'natural');
  if (own.length === 0) return signs.length < 2 ? undefined : { fifths: 0, signs };
  const kind = nameOf(own[0] as Seen) === 'sharp' ? 1 : -1;
  const same = own.filter((s) => (nameOf(s) === 'sharp') === kind > 0);
  const places = signaturePlaces(7 * kind, clef).map((p) => p.place);
  let count = 0;
  while (count < same.length && Math.abs(placeOnStaff(same[count] as Seen) - (places[count] as number)) <= 1)
    count += 1;
  if (count === 0) return undefined;
  const last = same[count - 1] as Seen;
  const note = ofKind(all, 'note').find((n) => n.x > last.x);
  const belongsToNote = note !== undefined && across(note, last) < 2.2 && Math.abs(down(note, last)) < 0.4;
  if (belongsToNote && expected !== count * kind) count -= 1;
  return count === 0 ? undefined : { fifths: count * kind, signs: same.slice(0, count) };
}
