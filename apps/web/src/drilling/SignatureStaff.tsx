import {
  closestCenter,
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  MeasuringStrategy,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { BOTTOM_LINE, type Clef, staffPlace, stepAt, STEPS, type TypedSign } from '@cifra/core';
import { X } from 'lucide-react';
import { staffWords } from '../words/factWords';

const HEIGHT = 150;
const WIDTH = 420;
/** Half a staff space: from a line to the space above it. */
const STEP = 9;
const BOTTOM = 111;
const FIRST_SIGN_X = 92;
const SIGN_APART = 26;
const LOWEST = -1;
const HIGHEST = 9;

const SIGN: Readonly<Record<number, string>> = { [-1]: '♭', 1: '♯' };
const SIGN_WORDS: Readonly<Record<number, string>> = { [-1]: 'flat', 1: 'sharp' };
/** Each clef's sign, and how far its own line lies over the bottom of the staff. */
const CLEF_SIGN: Readonly<Record<Clef, { readonly text: string; readonly place: number }>> = {
  treble: { text: '\u{1D11E}', place: 2 },
  bass: { text: '\u{1D122}', place: 6 },
  alto: { text: '\u{1D121}', place: 4 },
  tenor: { text: '\u{1D121}', place: 6 },
};
const yOf = (place: number): number => BOTTOM - place * STEP;

/** A place on the staff as it is called: `fourth line`, `second space`. */
function placeWords(place: number, clef: Clef): string {
  const d = BOTTOM_LINE[clef] + place;
  return staffWords(staffPlace({ step: stepAt(d), octave: Math.floor(d / STEPS.length) }, clef));
}

/** A clef and signs on its staff. */
export function SignatureDrawing({
  clef,
  signs,
  label,
}: {
  readonly clef: Clef;
  readonly signs: readonly TypedSign[];
  readonly label: string;
}) {
  const { text, place } = CLEF_SIGN[clef];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label} className="block w-full">
      {[0, 2, 4, 6, 8].map((p) => (
        <line key={p} x1="8" x2={WIDTH - 8} y1={yOf(p)} y2={yOf(p)} stroke="var(--color-ink)" strokeWidth="1.4" />
      ))}
      <text
        x="16"
        y={yOf(place)}
        fontFamily="'Noto Music'"
        fontSize={STEP * 8}
        dominantBaseline="auto"
        fill="var(--color-ink)"
        className="music-sign"
      >
        {text}
      </text>
      {signs.map((s, i) => (
        <text
          key={i}
          x={FIRST_SIGN_X + i * SIGN_APART}
          y={yOf(s.place ?? 0) + STEP * 1.05}
          textAnchor="middle"
          fontFamily="'Cifra Signs'"
          fontSize={STEP * 3.6}
          fill="var(--color-ink)"
        >
          {SIGN[s.alter]}
        </text>
      ))}
    </svg>
  );
}

function Place({ place, clef, signed }: { readonly place: number; readonly clef: Clef; readonly signed: boolean }) {
  const { setNodeRef, isOver } = useDroppable({ id: String(place) });
  return (
    <div
      ref={setNodeRef}
      data-place={place}
      aria-hidden
      title={`${placeWords(place, clef)}, ${stepAt(BOTTOM_LINE[clef] + place)}`}
      className={`absolute inset-x-0 ${isOver ? 'bg-accent/25' : signed ? '' : 'hover:bg-accent/10'}`}
      style={{ top: `${((yOf(place) - STEP / 2) / HEIGHT) * 100}%`, height: `${(STEP / HEIGHT) * 100}%` }}
    />
  );
}

function Sign({ alter }: { readonly alter: -1 | 1 }) {
  const { setNodeRef, listeners, attributes, transform } = useDraggable({ id: `sign${alter}`, data: { alter } });
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      {...attributes}
      aria-label={`A ${SIGN_WORDS[alter] ?? ''}: take it and set it on a line or space`}
      className="relative z-10 grid size-14 touch-none place-items-center rounded-md border border-[#8a97ab] bg-white text-[34px] leading-none"
      style={transform === null ? undefined : { transform: `translate(${transform.x}px, ${transform.y}px)` }}
    >
      {SIGN[alter]}
    </button>
  );
}

interface Props {
  readonly clef: Clef;
  readonly signs: readonly TypedSign[];
  readonly done: boolean;
  readonly onSigns: (signs: readonly TypedSign[]) => void;
}

/** Lines and spaces lie close together: where they are is measured anew, not remembered from before. */
const MEASURED = { droppable: { strategy: MeasuringStrategy.Always } };

/** The line or space under the hand; by keyboard, the nearest to the sign. */
const underHand: CollisionDetection = (args) =>
  args.pointerCoordinates === null ? closestCenter(args) : pointerWithin(args);

/** A staff on which signs are set by dragging, or by choosing their place. */
export function SignatureStaff({ clef, signs, done, onSigns }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 3 } }),
    useSensor(KeyboardSensor),
  );
  const put = (place: number, alter: number) =>
    onSigns([...signs, { step: stepAt(BOTTOM_LINE[clef] + place), alter, place }]);
  const end = ({ active, over }: DragEndEvent) => {
    const alter = active.data.current?.alter as number | undefined;
    if (over !== null && alter !== undefined && !done) put(Number(over.id), alter);
  };
  const places = Array.from({ length: HIGHEST - LOWEST + 1 }, (_u, i) => HIGHEST - i);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underHand}
      measuring={MEASURED}
      autoScroll={false}
      onDragEnd={end}
    >
      <div className="mx-auto w-full max-w-lg">
        <div className="relative">
          <SignatureDrawing
            clef={clef}
            signs={signs}
            label={`${clef} clef with ${signs.length === 0 ? 'no signs' : signs.map((s) => `${s.step} ${SIGN_WORDS[s.alter] ?? ''}, ${placeWords(s.place ?? 0, clef)}`).join('; ')}`}
          />
          {!done &&
            places.map((p) => <Place key={p} place={p} clef={clef} signed={signs.some((s) => s.place === p)} />)}
        </div>
        {!done && (
          <div className="mt-3 flex flex-wrap items-center justify-center gap-3">
            <Sign alter={1} />
            <Sign alter={-1} />
            <form
              className="flex items-end gap-2"
              onSubmit={(e) => {
                e.preventDefault();
                const data = new FormData(e.currentTarget);
                put(Number(data.get('place')), Number(data.get('sign')));
              }}
            >
              <label className="text-[13px]">
                Sign
                <select name="sign" className="mt-1 block h-9 rounded-md border border-[#8a97ab] bg-white px-2">
                  <option value="1">sharp</option>
                  <option value="-1">flat</option>
                </select>
              </label>
              <label className="text-[13px]">
                Place
                <select
                  name="place"
                  defaultValue="8"
                  className="mt-1 block h-9 rounded-md border border-[#8a97ab] bg-white px-2"
                >
                  {places.map((p) => (
                    <option key={p} value={p}>
                      {placeWords(p, clef)}
                    </option>
                  ))}
                </select>
              </label>
              <button type="submit" className="h-9 rounded-md border border-line bg-white px-3 font-medium">
                Set it
              </button>
            </form>
            <button
              type="button"
              disabled={signs.length === 0}
              onClick={() => onSigns(signs.slice(0, -1))}
              className="flex h-9 items-center gap-1 rounded-md px-2 text-secondary hover:bg-desk disabled:opacity-40"
            >
              <X size={15} aria-hidden />
              Take the last away
            </button>
          </div>
        )}
      </div>
    </DndContext>
  );
}
