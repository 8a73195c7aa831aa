import { instrumentWord } from '@cifra/contract/words';
import {
  type Exercise,
  instrumentOf,
  type Key,
  letterName,
  meterText,
  openingOf,
  type PageOwner,
  placeMeasures,
  tonic,
} from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';

export const keyName = (k: Key): string =>
  k.mode === 'none'
    ? k.fifths === 0
      ? 'no signature'
      : signatureCount(k.fifths)
    : `${letterName(tonic(k))} ${k.mode}`;

/** `2♭`, `1♯`, or `no signature`. */
export const signatureCount = (fifths: number): string =>
  fifths === 0 ? 'no signature' : `${Math.abs(fifths)}${fifths > 0 ? '♯' : '♭'}`;

export const ownerTitle = (owner: PageOwner): string =>
  owner === 'concert' ? 'concert page' : `${instrumentWord({ name: instrumentTitle(instrumentOf(owner)) })} page`;

const SYMBOL = { common: '4/4', cut: '2/2' } as const;

/** `from a concert page · F major · 4/4 · 16 bars` */
export const exerciseCaption = ({ owner, source }: Exercise): string =>
  lineCaption(owner, source, placeMeasures(source).at(-1)?.number ?? 0);

/** The same of a line of which only the first bars are at hand. */
export function lineCaption(owner: PageOwner, opening: Exercise['source'], bars: number): string {
  const { key, meter } = openingOf(opening);
  return [
    `from ${/^[aeiou]/.test(ownerTitle(owner)) ? 'an' : 'a'} ${ownerTitle(owner)}`,
    keyName(key),
    meter.symbol === undefined ? meterText(meter) : SYMBOL[meter.symbol],
    `${bars} ${bars === 1 ? 'bar' : 'bars'}`,
  ].join(' · ');
}
