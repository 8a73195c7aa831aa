import type { Figure, FingerCount, Instrument, Conventions } from '@cifra/core';
import { countedTouch } from '@cifra/core';
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { ordinal, touchWords } from '../words/spoken';
import { keyAt, type PadKey, padLayout, type PadState, type Pressed, pressedFor, toggleKey } from './padLayout';
import { type Aim, lensFactor, TouchLens } from './TouchLens';

interface Props {
  readonly instrument: Instrument;
  readonly conventions: Conventions;
  readonly pressed: Pressed;
  /** Without it the drawing only shows. */
  readonly onPressed?: (pressed: Pressed) => void;
  /** What it shows, in words. */
  readonly label: string;
  readonly className?: string;
  /** Keys of the keyboard press the drawing's keys while it is the one in use. */
  readonly hotkeys?: boolean;
}

/** What a key of the drawing is called. */
export function padKeyWords(key: PadKey, count: FingerCount): string {
  const [kind = '', name = ''] = key.id.split(':');
  if (kind === 'thumb') return 'thumb';
  if (kind === 'valve') return `${ordinal(Number(name))} valve`;
  if (kind === 'slide') return `${ordinal(Number(name))} position`;
  return `${kind} hand, ${touchWords(kind === 'right' ? countedTouch(name, count) : name)}`;
}

const LINE = 9;
/** A finger that lies so far beside a key still means it. */
const REACH_PIXELS = 26;
/** A click so soon after a touch is the touch's own. */
const SAME_TOUCH_MS = 700;

function Shape({ k, state }: { readonly k: PadKey; readonly state: PadState }) {
  const look = {
    stroke: 'var(--color-ink)',
    strokeWidth: LINE,
    fill: state === 'pressed' ? 'var(--color-accent)' : '#fff',
  };
  if (k.twin === true) {
    const r = k.height * 0.3;
    return (
      <>
        <circle cx={k.x - r - 5} cy={k.y} r={r} {...look} fill={state === 'open' ? '#fff' : 'var(--color-accent)'} />
        <circle cx={k.x + r + 5} cy={k.y} r={r} {...look} />
      </>
    );
  }
  const r = k.round ? k.width / 2 : Math.min(24, k.height / 3);
  return (
    <>
      <rect x={k.x - k.width / 2} y={k.y - k.height / 2} width={k.width} height={k.height} rx={r} {...look} />
      {state === 'half' && (
        <path
          d={`M${k.x} ${k.y - k.height / 2}A${k.width / 2} ${k.height / 2} 0 0 0 ${k.x} ${k.y + k.height / 2}Z`}
          fill="var(--color-accent)"
        />
      )}
    </>
  );
}

/**
 * An instrument's valves, keys, holes or slide, large: to be looked at, or to be pressed by finger, mouse or keyboard.
 */
export function FigurePad({
  instrument,
  conventions,
  pressed,
  onPressed,
  label,
  className = '',
  hotkeys = false,
}: Props) {
  const layout = useMemo(() => padLayout(instrument, conventions), [instrument, conventions]);
  const count = conventions.fingerCount;
  useEffect(() => {
    if (onPressed === undefined || !hotkeys) return undefined;
    const onKey = (e: KeyboardEvent) => {
      if (
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        (e.target instanceof HTMLElement && e.target.closest('input, select, textarea') !== null)
      )
        return;
      const key = layout.keys.find((k) => k.hotkey === e.key.toLowerCase());
      if (key === undefined) return;
      e.preventDefault();
      onPressed(toggleKey(pressed, key));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [layout, pressed, onPressed, hotkeys]);
  const [aim, setAim] = useState<Aim>();
  const touchedAt = useRef(-Infinity);
  /** A finger aims while it lies there, and presses where it is lifted: keys are smaller than it. */
  const aimAt = (e: PointerEvent<SVGSVGElement>) => {
    const matrix = e.currentTarget.getScreenCTM();
    if (e.pointerType !== 'touch' || matrix === null) return;
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
    const key = keyAt(layout, x, y, REACH_PIXELS / matrix.a);
    setAim({ x, y, clientX: e.clientX, clientY: e.clientY, scale: matrix.a, key });
  };
  const lift = (e: PointerEvent<SVGSVGElement>) => {
    if (e.pointerType !== 'touch' || aim === undefined) return;
    touchedAt.current = e.timeStamp;
    if (aim.key !== undefined) onPressed?.(toggleKey(pressed, aim.key));
    setAim(undefined);
  };
  return (
    <div role={onPressed === undefined ? 'img' : 'group'} aria-label={label} className={className}>
      {aim !== undefined && lensFactor(layout.keys, aim.scale) > 1 && (
        <TouchLens layout={layout} aim={aim}>
          {layout.keys.map((k) => (
            <Shape key={k.id} k={k} state={pressed.get(k.id) ?? 'open'} />
          ))}
        </TouchLens>
      )}
      <svg
        viewBox={`0 0 ${layout.width} ${layout.height}`}
        className={`block h-full max-h-full w-full ${onPressed === undefined ? '' : 'touch-none'}`}
        aria-hidden={onPressed === undefined}
        {...(onPressed !== undefined && {
          onPointerDown: aimAt,
          onPointerMove: (e: PointerEvent<SVGSVGElement>) => aim !== undefined && aimAt(e),
          onPointerUp: lift,
          onPointerCancel: () => setAim(undefined),
        })}
      >
        {layout.keys.map((k) => {
          const state = pressed.get(k.id) ?? 'open';
          const shown = (
            <>
              <Shape k={k} state={state} />
              {k.hotkey !== undefined && /^[1-7]$/.test(k.hotkey) && k.twin !== true && (
                <text
                  x={k.x}
                  y={k.y + 16}
                  textAnchor="middle"
                  fontSize={44}
                  fontWeight={600}
                  fill={state === 'pressed' ? '#fff' : 'var(--color-secondary)'}
                >
                  {k.id.startsWith('right:') ? countedTouch(k.hotkey, count) : k.hotkey}
                </text>
              )}
            </>
          );
          if (onPressed === undefined)
            return (
              <g key={k.id} data-key={k.id} data-state={state}>
                {shown}
              </g>
            );
          const toggle = () => onPressed(toggleKey(pressed, k));
          return (
            <g
              key={k.id}
              data-key={k.id}
              role="button"
              tabIndex={0}
              aria-pressed={state === 'half' ? 'mixed' : state === 'pressed'}
              aria-label={`${padKeyWords(k, count)}${state === 'half' ? ', half closed' : ''}`}
              onClick={(e) => {
                if (e.timeStamp - touchedAt.current > SAME_TOUCH_MS) toggle();
              }}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  e.stopPropagation();
                  toggle();
                }
              }}
              className="cursor-pointer touch-manipulation focus-visible:outline-3"
            >
              <rect
                x={k.x - Math.max(k.width, 84) / 2}
                y={k.y - Math.max(k.height, 76) / 2}
                width={Math.max(k.width, 84)}
                height={Math.max(k.height, 76)}
                fill="transparent"
              />
              {shown}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** What is pressed for a figure, or nothing where there is none. */
export const pressedForFigure = (figure: Figure | undefined): Pressed =>
  figure === undefined ? new Map() : pressedFor(figure);
