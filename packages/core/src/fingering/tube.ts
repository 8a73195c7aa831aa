import type { Tube } from './brassTube';
import type {
  Alternate,
  AlternateReason,
  BrassOrigin,
  Fingering,
  Intonation,
  PreferredReason,
  SlideFigure,
  ValveFigure,
} from './figure';
import { combinationCents, combinationsFor, FOURTH, LOW_PARTIAL, lowestReach, PLAIN_REACH } from './valves';

/**
 * Partials that a default figure may stand on, lowest to highest.
 *
 * 7, 11, 13 and 14 lie too far from the scale. The ninth is left out for beginners' valve figures because it
 * stands one step above the eighth and is easily missed (common practice, no source).
 */
const VALVE_PARTIALS: readonly number[] = [2, 3, 4, 5, 6, 8, 10, 12, 16];
/** On the B♭ side the ninth is the usual top G; the tenth is not used. Common practice, no source. */
const B_FLAT_PARTIALS: readonly number[] = [2, 3, 4, 5, 6, 8, 9, 12];
/** The slide can be drawn in, so that the flat seventh partial becomes useful from second position on. */
const SLIDE_PARTIALS: readonly number[] = [2, 3, 4, 5, 6, 7, 8];
/** With the attachment only the notes that save a long reach: its second and third partials. */
const ATTACHMENT_PARTIALS: readonly number[] = [2, 3];
const ATTACHMENT_SEMITONES = 5;
/**
 * Half steps below the open notes of the attachment that are worth a figure: as far as the slide goes for the low notes
 * that nothing else plays, no further than the arm likes for the others. Common practice, no source.
 */
const ATTACHMENT_REACH: Readonly<Record<number, number>> = { 2: 5, 3: 3 };
/** From this share of a position on, the figure says in or out a little. */
const ADJUST_FROM = 0.2;

/** How far partial n lies from the equal-tempered note, in cents: the seventh is 31 flat. */
export const partialCents = (n: number): number => {
  const exact = 1200 * Math.log2(n);
  return exact - 100 * Math.round(exact / 100);
};

const partialMidi = (fundamental: number, n: number): number => fundamental + Math.round(12 * Math.log2(n));

/**
 * Where the slide stands for a number of semitones with the F attachment on, in positions of the plain slide.
 * The longer tube needs longer steps: the second lies a third of a position beyond the plain one.
 * @example attachmentPosition(1) // 2.32
 */
export const attachmentPosition = (lowered: number): number =>
  1 + 12 * Math.log2(1 + 2 ** (ATTACHMENT_SEMITONES / 12) * (2 ** (lowered / 12) - 1));

/** Whether the tube gives a written MIDI number with nothing pressed, on a partial that players use. */
export const isOpenNote = ({ fundamental }: Tube, target: number): boolean =>
  VALVE_PARTIALS.some((n) => partialMidi(fundamental, n) === target);

interface Way {
  readonly figure: ValveFigure | SlideFigure;
  readonly origin: BrassOrigin;
  /** Ways are tried from the lowest cost up: semitones lowered, corrected where common practice prefers another. */
  readonly cost: number;
}

/** From here the slide itself must put a partial right. */
const RAISE_FROM_CENTS = -20;
/** Half steps below the flat partial that players still use it for. Common practice, no source. */
const FLAT_PARTIAL_REACH = 4;
/** A note is worth a word from here on. */
const NOTABLE_CENTS = 20;
/** On the B♭ side the flat fifth partial gives way to the sixth, unless that would need 1-3 or 1-2-3. */
const B_FLAT_COST: readonly number[] = [0, 1, 2, 3, 4, 6, 8];
const B_FLAT_FIFTH_PARTIAL = 3.5;

function openPartials(
  fundamental: number,
  partials: readonly number[],
  target: number,
  most = PLAIN_REACH,
): { partial: number; openMidi: number; lowered: number }[] {
  return partials
    .map((partial) => ({
      partial,
      openMidi: partialMidi(fundamental, partial),
      lowered: partialMidi(fundamental, partial) - target,
    }))
    .filter(({ lowered }) => lowered >= 0 && lowered <= most);
}

/** The written position nearest to where the slide stands with the attachment on. */
function attachmentFigure(lowered: number, counting: Tube['attachment']): SlideFigure {
  const exact = attachmentPosition(lowered);
  const position = Math.round(exact);
  const off = exact - position;
  return {
    kind: 'slide',
    position,
    adjust: off > ADJUST_FROM ? -1 : off < -ADJUST_FROM ? 1 : 0,
    thumb: true,
    ...(counting === 'own' && { counted: lowered + 1 }),
  };
}

function slideWays(tube: Tube, target: number): Way[] {
  const plain = openPartials(tube.fundamental, SLIDE_PARTIALS, target).flatMap((open): Way[] => {
    const cents = partialCents(open.partial);
    const flat = cents < RAISE_FROM_CENTS;
    // First position is all the way in: nothing is left to raise a flat partial with. Far out, nobody looks for it.
    if (flat && (open.lowered === 0 || open.lowered > FLAT_PARTIAL_REACH)) return [];
    return [
      {
        figure: { kind: 'slide', position: open.lowered + 1, adjust: flat ? 1 : 0 },
        origin: { ...open, cents },
        cost: open.lowered,
      },
    ];
  });
  if (tube.attachment === undefined) return plain;
  const withThumb = openPartials(tube.fundamental - ATTACHMENT_SEMITONES, ATTACHMENT_PARTIALS, target)
    .filter((o) => o.lowered <= (ATTACHMENT_REACH[o.partial] ?? 0))
    .map((open): Way => ({
      figure: attachmentFigure(open.lowered, tube.attachment),
      origin: { ...open, cents: partialCents(open.partial) },
      cost: open.lowered,
    }));
  // Within reach of the arm the plain slide stays the default; from sixth position on the attachment saves the reach.
  return [
    ...plain.map((w) => (w.origin.lowered >= 5 ? { ...w, cost: 10 + w.origin.lowered } : w)),
    ...withThumb.map((w) => ({ ...w, cost: 5 + w.cost })),
  ];
}

function valveWays(tube: Tube, target: number): Way[] {
  const on = (
    fundamental: number,
    partials: readonly number[],
    thumb: boolean,
    cost: (o: { partial: number; lowered: number }) => number,
  ): Way[] =>
    openPartials(fundamental, partials, target, lowestReach(tube)).flatMap((open) =>
      combinationsFor(tube, open.partial, open.lowered)
        .filter((valves) => tube.fourthValve === true || !valves.includes(4))
        .filter((valves) => tube.openOnly !== true || valves.length === 0)
        .map((valves): Way => ({
          figure: { kind: 'valves', valves, ...(thumb ? { thumb: true } : {}) },
          origin: {
            ...open,
            cents:
              partialCents(open.partial) +
              combinationCents(valves, { lowered: open.lowered, compensating: tube.compensating }),
          },
          cost: cost(open),
        })),
    );
  const bFlatCost = (o: { partial: number; lowered: number }): number =>
    (B_FLAT_COST[o.lowered] ?? o.lowered) + (o.partial === 5 ? B_FLAT_FIFTH_PARTIAL : 0);
  if (tube.bFlatSide === 'alone') return on(tube.fundamental, B_FLAT_PARTIALS, false, bFlatCost);
  const plain = on(tube.fundamental, VALVE_PARTIALS, false, (o) => o.lowered);
  if (tube.bFlatSide === undefined) return plain;
  const side = on(tube.bFlatSide.fundamental, B_FLAT_PARTIALS, true, bFlatCost);
  const sideFirst = target >= tube.bFlatSide.from;
  const back = (ways: readonly Way[]): Way[] => ways.map((w) => ({ ...w, cost: w.cost + 20 }));
  return sideFirst ? [...side, ...back(plain)] : [...plain, ...back(side)];
}

/** A difference that an ear would notice. */
const CLEARLY_CENTS = 4;

const thumbOf = (w: Way): boolean => w.figure.thumb === true;

/**
 * The ways that players come to use: of the other side of a horn the nearest alone, no three valves together on another
 * partial, and the fourth valve where it is better in tune. Common practice, no source.
 */
function worthKnowing(others: readonly Way[], best: Way): Way[] {
  const otherSide = others.find((w) => w.figure.kind === 'valves' && thumbOf(w) !== thumbOf(best));
  return others.filter(
    (w) =>
      w.figure.kind === 'slide' ||
      w === otherSide ||
      (thumbOf(w) === thumbOf(best) &&
        (w.figure.valves.length < MANY_VALVES || w.origin.partial === best.origin.partial) &&
        (!w.figure.valves.includes(4) || Math.abs(w.origin.cents) < Math.abs(best.origin.cents) - CLEARLY_CENTS)),
  );
}
const MANY_VALVES = 3;

function reasonFor(way: Way, best: Way): AlternateReason {
  if (way.figure.kind === 'slide')
    return thumbOf(way) !== thumbOf(best) && thumbOf(way) ? 'attachment' : 'longer-slide';
  if (thumbOf(way) !== thumbOf(best)) return 'other-side';
  if (way.figure.valves.includes(4)) return 'fourth-valve';
  if (way.origin.partial === best.origin.partial)
    return way.figure.valves.join() === '3' ? 'third-alone' : 'valve-trill';
  return way.origin.partial > best.origin.partial ? 'next-partial' : 'lower-partial';
}

function intonationOf(tube: Tube, { figure, origin }: Way, alternates: readonly Alternate[]): Intonation | undefined {
  const { cents } = origin;
  if (Math.abs(cents) < NOTABLE_CENTS) return undefined;
  const tendency = cents > 0 ? 'sharp' : 'flat';
  if (figure.kind === 'slide') return { tendency, cents, remedy: 'slide-in' };
  if (cents < 0) return { tendency, cents, remedy: 'lip-up' };
  const remedy =
    figure.valves.includes(3) && tube.thirdSlide === true
      ? 'third-slide'
      : !figure.valves.includes(FOURTH) && alternates.some((a) => a.reason === 'fourth-valve')
        ? 'fourth-valve'
        : 'lip-down';
  return { tendency, cents, remedy };
}

const valvesOf = (w: Way): readonly number[] => (w.figure.kind === 'valves' ? w.figure.valves : []);

/** What speaks for the default where a figure with fewer valves is nearer to the true note. */
function preferredOver(best: Way, others: readonly Way[]): PreferredReason | undefined {
  const twin = others.find(
    (w) =>
      thumbOf(w) === thumbOf(best) &&
      valvesOf(w).length < valvesOf(best).length &&
      Math.abs(w.origin.cents) < Math.abs(best.origin.cents) - CLEARLY_CENTS,
  );
  if (twin === undefined) return undefined;
  return valvesOf(twin).includes(FOURTH) && !valvesOf(best).includes(FOURTH) ? 'three-valves-first' : 'quick-fingers';
}

/**
 * The figure of a written note on a brass tube.
 *
 * The default is the way that lowers an open partial least; where a combination has a twin (1-2 and 3) the
 * one of common practice stands first. The rest follow as alternates, nearest first.
 * @example trumpet: fingerOnTube({kind: 'valves', fundamental: 48}, 62) // D4: 13, from the third partial G4
 */
export function fingerOnTube(tube: Tube, target: number): Fingering {
  const lowest =
    tube.attachment !== undefined
      ? partialMidi(tube.fundamental - ATTACHMENT_SEMITONES, 2) - (ATTACHMENT_REACH[2] ?? 0)
      : partialMidi(tube.fundamental, LOW_PARTIAL) - lowestReach(tube);
  if (target < lowest) return { kind: 'unplayable', because: 'below-range' };
  const ways = (tube.kind === 'slide' ? slideWays(tube, target) : valveWays(tube, target)).sort(
    (a, b) => a.cost - b.cost,
  );
  const best = ways[0];
  if (best === undefined) return { kind: 'unplayable', because: tube.openOnly === true ? 'no-figure' : 'above-range' };
  const alternates = worthKnowing(ways.slice(1), best).map((w) =>
    Object.freeze({ figure: Object.freeze(w.figure), reason: reasonFor(w, best) }),
  );
  const intonation = intonationOf(tube, best, alternates);
  const preferred = preferredOver(best, ways.slice(1));
  return Object.freeze({
    kind: 'playable',
    figure: Object.freeze(best.figure),
    origin: Object.freeze(best.origin),
    alternates: Object.freeze(alternates),
    ...(intonation !== undefined && { intonation: Object.freeze(intonation) }),
    ...(preferred !== undefined && { preferred }),
  });
}
