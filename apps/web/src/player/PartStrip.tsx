import {
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import type { Page } from '@cifra/engrave';
import type { PartRequest } from '../engraving/engraveWorker';
import { type DrawAfar, useScroll } from '../engraving/useEngraving';
import { DRAWN, Loaded } from '../ui/Loaded';
import { Sheet } from '../ui/Sheet';
import { useWidth } from '../ui/useWidth';
import { nearestNote, noteBox, stretches } from './noteBoxes';
import { useLatest } from '../ui/useLatest';

/** A mark over a note: what became of it in a take. */
export interface NoteMark {
  readonly name: string;
  readonly mark: string;
  readonly words: string;
}

interface Props {
  readonly request: PartRequest;
  /** Who draws it while the engraving library is not here. */
  readonly afar?: DrawAfar | undefined;
  readonly size?: StripSize;
  /** The name on the page of the note that sounds. */
  readonly sounding: string | undefined;
  /** What is being counted before the first note. */
  readonly count: string | undefined;
  /** Notes of the bars that are gone over: a light frame lies behind them. */
  readonly looped: readonly string[];
  readonly marks: readonly NoteMark[];
  /** A stretch was drawn over, from one note to another. */
  readonly onStretch: (from: string, to: string) => void;
  /** A note was tapped. */
  readonly onNote: (name: string) => void;
  /** The music was tapped where no note is near. */
  readonly onBeside: () => void;
}

/** Hundredths of a millimetre of music to a pixel: large enough to be read from a stand. */
const MM100_PER_PIXEL = { stand: 20, projector: 12.5 } as const;
const WIDEST = 22000;

/** How large the music stands: to be read from a stand, or from the back of a room. */
export type StripSize = keyof typeof MM100_PER_PIXEL;
/** Pixels that the hand may move and still only tap, and within which a note is meant. */
const TAP_REACH = 6;
const NEAR = 40;

/** What is placed over the music, measured when the page, its width or the things change. */
function usePlaced<T>(
  root: RefObject<HTMLDivElement | null>,
  page: Page | undefined,
  things: string,
  place: (root: HTMLElement) => T[],
): readonly T[] {
  const [placed, setPlaced] = useState<readonly T[]>([]);
  const wanted = useLatest(place);
  useLayoutEffect(() => {
    const element = root.current;
    if (element === null || page === undefined) return undefined;
    const observer = new ResizeObserver(() => setPlaced(wanted.current(element)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [root, page, things, wanted]);
  return placed;
}

/** The part, large, with the note that sounds marked on the staff and in the band. */
export function PartStrip({
  request,
  afar,
  size = 'stand',
  sounding,
  count,
  looped,
  marks,
  onStretch,
  onNote,
  onBeside,
}: Props) {
  const { ref, width } = useWidth();
  const scroller = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const strip = useScroll(
    width === undefined
      ? undefined
      : { ...request, widthMm100: Math.min(WIDEST, Math.round(width * MM100_PER_PIXEL[size])) },
    afar,
  );
  useEffect(() => {
    if (sounding === undefined) return;
    scroller.current?.querySelector('.chosen')?.scrollIntoView({ block: 'nearest' });
  }, [sounding]);
  const [drawn, setDrawn] = useState<{
    readonly from: string;
    readonly x: number;
    readonly y: number;
    readonly to: string | undefined;
  }>();
  const loop = usePlaced(sheet, strip.data, looped.join(' '), (root) => stretches(root, looped));
  const over = usePlaced(sheet, strip.data, JSON.stringify(marks), (root) => marksOf(root, marks));

  const down = (e: PointerEvent<HTMLDivElement>) => {
    if (e.button !== 0 || e.pointerType === 'touch') return;
    const from = nearestNote(e.currentTarget, e.clientX, e.clientY);
    if (from !== undefined) setDrawn({ from, x: e.clientX, y: e.clientY, to: undefined });
  };
  const move = (e: PointerEvent<HTMLDivElement>) => {
    if (
      drawn === undefined ||
      (Math.abs(e.clientX - drawn.x) < TAP_REACH && Math.abs(e.clientY - drawn.y) < TAP_REACH && drawn.to === undefined)
    )
      return;
    e.currentTarget.setPointerCapture(e.pointerId);
    const to = nearestNote(e.currentTarget, e.clientX, e.clientY);
    if (to !== undefined && to !== drawn.to) setDrawn({ ...drawn, to });
  };
  const stretched = useRef(false);
  const up = () => {
    stretched.current = drawn?.to !== undefined;
    if (drawn?.to !== undefined) onStretch(drawn.from, drawn.to);
    setDrawn(undefined);
  };
  // A tap takes the note that is nearest, so that no one has to hit a stem.
  const tap = (e: MouseEvent<HTMLDivElement>) => {
    e.stopPropagation();
    if (stretched.current) {
      stretched.current = false;
      return;
    }
    const note = nearestNote(e.currentTarget, e.clientX, e.clientY, NEAR);
    if (note === undefined) onBeside();
    else onNote(note);
  };
  const walk = (e: KeyboardEvent<HTMLDivElement>) => {
    if (e.target !== e.currentTarget || (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft')) return;
    e.preventDefault();
    const names = [...(sheet.current?.querySelectorAll('g.note') ?? [])].map((n) => n.id.replace(/^c-/, ''));
    const next = names[names.indexOf(sounding ?? '') + (e.key === 'ArrowRight' ? 1 : -1)];
    if (next !== undefined) onNote(next);
  };
  return (
    <div
      ref={scroller}
      role="region"
      aria-label="The part"
      tabIndex={0}
      onKeyDown={walk}
      className="relative min-h-0 min-w-0 flex-1 overflow-y-auto bg-white"
    >
      <div ref={ref} className={`mx-auto px-4 py-5 ${size === 'stand' ? 'max-w-5xl' : ''}`}>
        <Loaded of={strip} what="The part" verb={DRAWN} detail="The line itself is safe." systems={4}>
          {(page) => (
            <div
              ref={sheet}
              className="relative select-none"
              onPointerDown={down}
              onPointerMove={move}
              onPointerUp={up}
              onPointerCancel={() => setDrawn(undefined)}
              onClickCapture={tap}
            >
              {loop.map((b) => (
                <span
                  key={`${b.left} ${b.top}`}
                  aria-hidden
                  data-looped
                  className="pointer-events-none absolute rounded-md bg-accent-soft/70 ring-1 ring-accent"
                  style={{ left: b.left, top: b.top, width: b.right - b.left, height: b.bottom - b.top }}
                />
              ))}
              <div className="relative mix-blend-multiply">
                <Sheet page={page} chosen={sounding} onChoose={onNote} />
              </div>
              {over.map((m) => (
                <span
                  key={`${m.name} ${m.mark}`}
                  title={m.words}
                  data-mark={m.mark}
                  className="pointer-events-none absolute -translate-x-1/2 rounded bg-warning-soft px-1 text-[12px] leading-[18px] font-semibold text-warning ring-1 ring-warning"
                  style={{ left: m.x, top: m.y }}
                >
                  {m.mark}
                </span>
              ))}
            </div>
          )}
        </Loaded>
      </div>
      {count !== undefined && (
        <p
          aria-hidden
          className="pointer-events-none absolute inset-x-0 top-[30%] text-center font-serif text-[120px] leading-none font-semibold text-accent"
        >
          {count}
        </p>
      )}
    </div>
  );
}

const MARK_DROP = 6;
const marksOf = (
  root: HTMLElement,
  marks: readonly NoteMark[],
): (NoteMark & { readonly x: number; readonly y: number })[] =>
  marks.flatMap((m) => {
    const box = noteBox(root, m.name);
    return box === undefined ? [] : [{ ...m, x: (box.left + box.right) / 2, y: box.bottom + MARK_DROP }];
  });
