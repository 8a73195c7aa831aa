import { type LineSummary, type Player, playersReady, readinessKind, type Teaching } from '@cifra/core';

export interface ReadyLine {
  readonly id: string;
  readonly title: string;
  /** Whether that is the whole class. */
  readonly all: boolean;
  readonly ids: readonly string[];
  /** How many more lack one or two notes. */
  readonly nearly: number;
}

const MOST_LINES = 8;

/** Lines for which somebody is ready, the most pupils first. */
export function readyFor(
  lines: readonly { readonly id: string; readonly title: string; readonly summary: LineSummary }[],
  players: readonly Player[],
  teaching: Teaching,
): ReadyLine[] {
  return lines
    .map(({ id, title, summary }) => {
      const fits = playersReady(summary, players, teaching);
      const ids = fits.filter((f) => readinessKind(f) === 'ready').map((f) => f.id);
      return {
        id,
        title,
        ids,
        all: ids.length === players.length,
        nearly: fits.filter((f) => readinessKind(f) === 'nearly').length,
      };
    })
    .filter((r) => r.ids.length > 0)
    .sort((a, b) => b.ids.length - a.ids.length)
    .slice(0, MOST_LINES);
}
