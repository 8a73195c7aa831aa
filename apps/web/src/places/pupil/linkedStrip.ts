import type { OpenedLinkView } from '@cifra/contract';
import { type PageSetup, planPages } from '@cifra/core';
import type { Page } from '@cifra/engrave';
import type { FirstPage } from '../../api/firstView';
import { get } from '../../api/request';
import type { DrawAfar } from '../../engraving/useEngraving';
import { pageLabels } from '../../words/noteLabel';
import { todayIso } from '../../words/pageWords';
import type { LinkedPage } from './practiceRecord';

/** A strip may stand so much larger or smaller than it was set. */
const STRETCH = 1.25;

/** What a drawing shows of a link; the rest of what the link says may have changed since. */
const drawnOf = ({ exercise, instrument, teaching, page, known }: OpenedLinkView): string =>
  JSON.stringify([exercise, instrument, teaching, page, known]);

/** The strip that the page held when it came, where it is still what is shown, and about as wide. */
export function firstStrip(first: FirstPage | undefined, opened: OpenedLinkView, widthMm100: number): Page | undefined {
  if (first === undefined || first.strip.today !== todayIso() || drawnOf(first.opened) !== drawnOf(opened))
    return undefined;
  const { svg, strip } = first;
  const wider = widthMm100 / strip.width;
  if (wider > STRETCH || wider < 1 / STRETCH) return undefined;
  return { svg: withLabels(svg, opened, opened.page), width: strip.width, height: strip.height };
}

/** Asks the server for the part of a link, drawn as it is wanted here. */
export const drawAfar =
  ({ token, line }: LinkedPage): DrawAfar =>
  async ({ widthMm100, ...part }) => {
    const as = JSON.stringify({ page: part.page, widthMm100 });
    const query = new URLSearchParams({ ...(line !== undefined && { line }), as });
    const drawn = await get<Page>(`/api/links/open/${encodeURIComponent(token)}/strip?${query.toString()}`);
    return { ...drawn, svg: withLabels(drawn.svg, part, part.page) };
  };

/** Cells of every line that a screen reader can walk: the server draws them without words. */
function withLabels(
  svg: string,
  {
    exercise,
    instrument,
    teaching,
    known,
  }: Pick<OpenedLinkView, 'exercise' | 'instrument' | 'teaching'> & {
    readonly known?: readonly string[] | undefined;
  },
  page: PageSetup,
): string {
  const labels = pageLabels(planPages(exercise, instrument, teaching, page, { today: todayIso(), known }));
  return svg.replace(/ data-note="([^"]*)"/g, (cell, name: string) => {
    const said = labels.get(name)?.replace(/[&<"]/g, (c) => `&#${c.charCodeAt(0)};`);
    return said === undefined ? cell : `${cell} role="button" tabindex="0" aria-label="${said}"`;
  });
}
