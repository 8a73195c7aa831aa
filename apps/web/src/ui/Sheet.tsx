import type { Page } from '@cifra/engrave';
import { type KeyboardEvent, type MouseEvent, useEffect, useRef } from 'react';

interface Props {
  readonly page: Page;
  readonly chosen?: string | undefined;
  readonly onChoose?: (noteId: string) => void;
  readonly className?: string;
}

/** The note that an event on a drawing is about: its cell in the band or its head on the staff. */
function noteAt(target: EventTarget): string | undefined {
  if (!(target instanceof Element)) return undefined;
  const cell = target.closest('[data-note]');
  if (cell !== null) return cell.getAttribute('data-note') ?? undefined;
  return target.closest('g.note')?.id.replace(/^c-/, '');
}

/** An engraved drawing. It is Cifra's own SVG, escaped when it was written, so it may stand in the page as it is. */
export function Sheet({ page, chosen, onChoose, className = '' }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const root = ref.current;
    if (root === null) return;
    for (const e of root.querySelectorAll('.chosen')) e.classList.remove('chosen');
    if (chosen === undefined) return;
    for (const e of root.querySelectorAll(
      `[data-note="${CSS.escape(chosen)}"], #c-${CSS.escape(chosen)}, #l-${CSS.escape(chosen)}`,
    ))
      e.classList.add('chosen');
  }, [chosen, page]);
  const choose = (e: MouseEvent | KeyboardEvent) => {
    const note = noteAt(e.target);
    if (note !== undefined) onChoose?.(note);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      choose(e);
      return;
    }
    if (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft') return;
    const cells = [...(ref.current?.querySelectorAll<SVGGElement>('g.cell') ?? [])];
    const next = cells[cells.indexOf(document.activeElement as SVGGElement) + (e.key === 'ArrowRight' ? 1 : -1)];
    if (next === undefined) return;
    e.preventDefault();
    next.focus();
    onChoose?.(next.dataset.note ?? '');
  };
  const handlers = onChoose === undefined ? {} : { onClick: choose, onKeyDown };
  return (
    <div ref={ref} className={`sheet ${className}`} {...handlers} dangerouslySetInnerHTML={{ __html: page.svg }} />
  );
}
