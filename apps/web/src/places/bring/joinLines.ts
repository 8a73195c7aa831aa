import type { ImportView } from '@cifra/contract';
import { type Exercise, type PageOwner, realize, type Score, type Written } from '@cifra/core';

export type LineImport = Extract<ImportView, { kind: 'line' }>;

/**
 * Lines of one file as one exercise. Lines that stand on pages of different players are brought to concert pitch, since
 * an exercise has one page's owner; lines of one owner stay as they were read.
 * @returns whose page it is by what the file says, and the lines
 */
export function joinLines(readings: readonly LineImport[]): {
  readonly owner: PageOwner;
  readonly lines: readonly Score<Written>[];
} {
  const owners = new Set(readings.map((r) => r.suggestedOwner));
  const [only] = owners;
  if (owners.size === 1 && only !== undefined) return { owner: only, lines: readings.map((r) => r.source) };
  return {
    owner: 'concert',
    lines: readings.map(
      (r) => realize({ owner: r.suggestedOwner, source: r.source, partChoices: {} }) as unknown as Score<Written>,
    ),
  };
}

/** The exercise to keep: all lines under one title, with what the file had and could not be taken. */
export function exerciseOf(readings: readonly LineImport[], owner: PageOwner, title: string): Exercise {
  const [source, ...otherLines] = joinLines(readings).lines.map((l) => ({ ...l, title }));
  if (source === undefined) throw new RangeError('nothing was read');
  // Beat sums are proved anew whenever the line is looked at; the rest is kept to be seen to.
  const notTaken = (readings[0]?.problems ?? []).filter(
    (p) => p.code !== 'measure-too-long' && p.code !== 'measure-too-short',
  );
  return {
    owner,
    source,
    ...(otherLines.length !== 0 && { otherLines }),
    ...(notTaken.length !== 0 && { notTaken }),
    partChoices: {},
  };
}
