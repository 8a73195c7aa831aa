import {
  type Exercise,
  type Measure,
  type NoteId,
  type Written,
  linesOf,
  MAX_TEXT_LENGTH,
  placeMeasures,
  sourceId,
  withLines,
} from '@cifra/core';
import { Toggle } from '../../ui/Toggle';
import { useStateFor } from '../../ui/useStateFor';

interface Props {
  readonly exercise: Exercise;
  readonly note: NoteId | undefined;
  readonly onChange: (change: (before: Exercise) => Exercise) => void;
}

/** A bar begins a line on every page, or no longer does. */
function startLine(exercise: Exercise, index: number, starts: boolean): Exercise {
  return withLines(
    exercise,
    linesOf(exercise).map((line) => ({
      ...line,
      measures: line.measures.map((m, i): Measure<Written> => {
        if (i !== index) return m;
        const { startsSystem: _before, ...plain } = m;
        return starts ? { ...plain, startsSystem: true } : plain;
      }),
    })),
  );
}

/** What holds on every page of the line: where lines begin, and what the teacher tells the players. */
export function LineChoices({ exercise, note, onChange }: Props) {
  const [text, setText] = useStateFor(exercise.note, exercise.note ?? '');
  const id = note === undefined ? undefined : sourceId(note);
  const place = placeMeasures(exercise.source).find((p) => p.measure.events.some((e) => e.id === id));
  const keep = () => {
    const said = text.trim();
    if (said === (exercise.note ?? '')) return;
    onChange(({ note: _before, ...rest }) => (said === '' ? rest : { ...rest, note: said }));
  };
  return (
    <section className="border-b border-line px-4 py-3" aria-label="On every page">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">On every page of this line</h2>
      <label htmlFor="teacher-note" className="mb-1 block">
        What you tell the players
      </label>
      <textarea
        id="teacher-note"
        rows={2}
        maxLength={MAX_TEXT_LENGTH}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        placeholder="Play it without slurs first."
        className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
      />
      {place !== undefined && place.index > 0 && (
        <Toggle
          id="starts-line"
          label={`Begin a line with bar ${place.number}`}
          checked={place.measure.startsSystem === true}
          onChange={(on) => onChange((e) => startLine(e, place.index, on))}
        />
      )}
    </section>
  );
}
