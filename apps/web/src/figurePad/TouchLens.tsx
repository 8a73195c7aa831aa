import type { PadKey, PadLayout } from './padLayout';

/** Where a finger lies on the drawing, and which key it would press. */
export interface Aim {
  /** In the drawing's own units. */
  readonly x: number;
  readonly y: number;
  /** In pixels of the window. */
  readonly clientX: number;
  readonly clientY: number;
  /** Pixels for each unit. */
  readonly scale: number;
  readonly key: PadKey | undefined;
}

const SIZE = 176;
/** So far over the finger, so that it hides nothing. */
const OVER = 118;
/** A key that a finger hits without looking twice. */
const FINGER_PIXELS = 40;
const EDGE = 6;

/** How much the lens enlarges: until the smallest key is as large as a finger. */
export function lensFactor(keys: readonly PadKey[], scale: number): number {
  const smallest = Math.min(...keys.map((k) => Math.min(k.width, k.height))) * scale;
  return Math.max(1, FINGER_PIXELS / smallest);
}

/** What lies around the finger, enlarged, with the key it would press ringed. */
export function TouchLens({
  layout,
  aim,
  children,
}: {
  readonly layout: PadLayout;
  readonly aim: Aim;
  readonly children: React.ReactNode;
}) {
  const half = SIZE / 2 / (aim.scale * lensFactor(layout.keys, aim.scale));
  const { key } = aim;
  return (
    <div
      aria-hidden
      data-lens={key?.id ?? ''}
      className="pointer-events-none fixed z-40 overflow-hidden rounded-full border-2 border-accent bg-white shadow-lg"
      style={{
        width: SIZE,
        height: SIZE,
        left: Math.max(EDGE, Math.min(window.innerWidth - SIZE - EDGE, aim.clientX - SIZE / 2)),
        top: Math.max(EDGE, aim.clientY - SIZE / 2 - OVER),
      }}
    >
      <svg viewBox={`${aim.x - half} ${aim.y - half} ${2 * half} ${2 * half}`} className="block size-full">
        {children}
        {key !== undefined && (
          <rect
            x={key.x - key.width / 2 - 12}
            y={key.y - key.height / 2 - 12}
            width={key.width + 24}
            height={key.height + 24}
            rx={30}
            fill="none"
            stroke="var(--color-accent)"
            strokeWidth={10}
          />
        )}
      </svg>
    </div>
  );
}
