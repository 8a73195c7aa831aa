import { BOTTOM_LINE, type Clef, type NoteValue } from '@cifra/core';
import { stepOf } from '../symbols/findSymbols';
import type { SymbolName } from '../symbols/symbolNames';
import type { Taken } from './fillMeasure';
import type { Doubt, Mending, ReadEvent, ReadSign } from './reading';
import { EVEN, likelyOf, nameOf } from './seenStaff';

/** Surer than this is not asked about. */
const SURE = 0.7;
/** What is less likely is not offered. */
const LEAST_OFFERED = 0.04;
/** So far from a line or space, in steps, a head is asked about. */
const BETWEEN = 0.33;

const SIGNS: Partial<Record<SymbolName, ReadSign>> = { sharp: 1, flat: -1, natural: 0 };

/** What an event is, and what of it is in doubt. */
export interface EventRead {
  readonly event: ReadEvent;
  readonly doubts: readonly Omit<Doubt, 'bar'>[];
}

/** Other lengths that an event may have, the likeliest first; one with the dot turned round among them. */
function otherLengths(t: Taken): Mending[] {
  const lengths = t.event.seen.options
    .filter((o) => o.likely >= LEAST_OFFERED)
    .map((o) => o.name.slice(o.name.indexOf('-') + 1) as NoteValue);
  const turned: Mending = { kind: 'length', value: t.value, dots: t.dots === 1 ? 0 : 1 };
  return [
    ...lengths.filter((v) => v !== t.value).map((value): Mending => ({ kind: 'length', value, dots: t.dots })),
    ...(t.value === '16th' ? [] : [turned]),
    { kind: 'gone' },
  ];
}

/** Turns what was taken for an event into one, on a staff with a clef. */
export function readEvent(t: Taken, id: string, staff: number, clef: Clef): EventRead {
  const { seen, sign, kind } = t.event;
  const at = { staff, x: seen.x, y: seen.y };
  const doubts: Omit<Doubt, 'bar'>[] = [];
  const doubt = (why: Doubt['kind'], mendings: readonly Mending[]): void =>
    void doubts.push({ kind: why, note: id, at, mendings });
  if (t.bySum || t.likely < SURE) doubt('length', otherLengths(t));
  const base = {
    id,
    kind,
    value: t.value,
    dots: t.dots,
    triplet: t.triplet,
    ...(t.event.fermata === true && { fermata: true }),
    ...(t.event.dynamic !== undefined && { dynamic: t.event.dynamic }),
    at,
  };
  if (kind === 'rest') return { event: { ...base, diatonic: 0 }, doubts };
  const exact = stepOf(seen.y);
  const step = Math.round(exact);
  if (Math.abs(exact - step) > BETWEEN) doubt('place', [{ kind: 'step', by: exact > step ? 1 : -1 }]);
  const signLikely = sign === undefined ? 0 : likelyOf(sign);
  const alter = sign === undefined ? undefined : SIGNS[nameOf(sign) as SymbolName];
  const isSigned = alter !== undefined && signLikely >= EVEN;
  if (sign !== undefined && signLikely < SURE && signLikely > 1 - SURE - 0.1)
    doubt('sign', [
      ...(isSigned ? [{ kind: 'sign', sign: undefined } as const] : []),
      ...sign.options
        .map((o) => SIGNS[o.name])
        .filter((s) => s !== undefined && !(isSigned && s === alter))
        .map((s): Mending => ({ kind: 'sign', sign: s })),
    ]);
  return {
    event: {
      ...base,
      diatonic: BOTTOM_LINE[clef] + 4 + step,
      ...(isSigned && { sign: alter }),
      ...(t.event.articulations.length > 0 && { articulations: t.event.articulations }),
      ...(t.event.breathAfter === true && { breathAfter: true }),
    },
    doubts,
  };
}
