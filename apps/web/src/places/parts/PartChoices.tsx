import { type Clef, type Key, type KeyChoice, openingOf, type Part, type PartChoice } from '@cifra/core';
import { RotateCcw } from 'lucide-react';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Toggle } from '../../ui/Toggle';
import { keyName, signatureCount } from '../../words/caption';
import { OCTAVE_WHY } from '../../words/factWords';

interface Props {
  readonly part: Part;
  /** How many lines are played together. */
  readonly lines: number;
  readonly choice: PartChoice;
  /** Whose page it is, where it is one pupil's. */
  readonly pupil: string | undefined;
  readonly onChange: (choice: PartChoice) => void;
  /** Takes away what was chosen for this pupil alone. */
  readonly onAsOthers?: () => void;
}

const KEY_WHY = {
  transposed: 'moved with the notes',
  'over-limit': 'respelled: more than six signs otherwise',
  chosen: 'your choice',
} as const;

/** The key that a choice writes, in the mode of the line. */
const soundingKey = (part: Part, fifths: number): Key => ({ fifths, mode: openingOf(part.concert).key.mode });

const octaveLabel = (n: number): string =>
  n === 0 ? 'As the line sounds' : `${Math.abs(n)} octave${Math.abs(n) === 1 ? '' : 's'} ${n > 0 ? 'higher' : 'lower'}`;
const octaveNote = (o: { outside: number; unplayable: number }): string =>
  o.unplayable > 0 ? `, ${o.unplayable} not playable` : o.outside > 0 ? `, ${o.outside} outside` : ', all suit';

/** Key, octave and clef of one part: what was chosen, why, and what else there is. */
export function PartChoices({ part, lines, choice, pupil, onChange, onAsOthers }: Props) {
  const { octave, key, clef } = part.decisions;
  const sensible = octave.options.filter(
    (o) =>
      o.octaves === octave.octaves ||
      o.unplayable < octave.options.reduce((n, x) => Math.max(n, x.unplayable), 0) ||
      o.unplayable === 0,
  );
  const set = (name: keyof PartChoice, value: PartChoice[keyof PartChoice] | undefined) => {
    const { [name]: _before, ...others } = choice;
    onChange(value === undefined ? others : { ...others, [name]: value });
  };
  const id = part.instrument.id;
  return (
    <section className="space-y-2.5 border-b border-line px-4 py-3">
      <div className="flex items-center justify-between">
        <h2 className="font-sans text-[13px] font-semibold text-secondary">
          {pupil === undefined ? 'This part' : `${pupil}’s part alone`}
        </h2>
        {onAsOthers !== undefined && (
          <Button
            kind="quiet"
            className="-my-2 h-7 px-2"
            onClick={onAsOthers}
            icon={<RotateCcw size={13} aria-hidden />}
          >
            As the others
          </Button>
        )}
        {onAsOthers === undefined && pupil === undefined && Object.keys(choice).length > 0 && (
          <Button
            kind="quiet"
            className="-my-2 h-7 px-2"
            onClick={() => onChange({})}
            icon={<RotateCcw size={13} aria-hidden />}
          >
            As proposed
          </Button>
        )}
      </div>
      {lines > 1 && (
        <Choice why={choice.line === undefined ? 'the first, unless you choose' : 'your choice'}>
          <SelectField
            id={`line-${id}`}
            label="Plays"
            value={choice.line ?? 0}
            onChange={(e) => set('line', e.target.value === '0' ? undefined : Number(e.target.value))}
          >
            {Array.from({ length: lines }, (_u, i) => (
              <option key={i} value={i}>
                Line {i + 1}
              </option>
            ))}
          </SelectField>
          <Toggle
            id={`together-${id}`}
            label="All lines on its page"
            checked={choice.together === true}
            onChange={(on) => set('together', on ? true : undefined)}
          />
        </Choice>
      )}
      <Choice why={KEY_WHY[key.why]}>
        <SelectField
          id={`key-${id}`}
          label="Key"
          value={key.choice}
          onChange={(e) => set('key', e.target.value === key.automatic ? undefined : (e.target.value as KeyChoice))}
        >
          {key.options.map((o) => (
            <option key={o.choice} value={o.choice}>
              {o.choice === 'no-signature'
                ? 'No signature, signs at the notes'
                : `${keyName(soundingKey(part, o.fifths))}: ${signatureCount(o.fifths)}`}
            </option>
          ))}
        </SelectField>
      </Choice>
      <Choice why={OCTAVE_WHY[octave.why]}>
        <SelectField
          id={`octave-${id}`}
          label="Octave"
          value={octave.octaves}
          onChange={(e) =>
            set('octaves', Number(e.target.value) === octave.automatic ? undefined : Number(e.target.value))
          }
        >
          {sensible.map((o) => (
            <option key={o.octaves} value={o.octaves}>
              {octaveLabel(o.octaves)}
              {octaveNote(o)}
            </option>
          ))}
        </SelectField>
      </Choice>
      {clef.options.length > 1 && (
        <Choice why={clef.why === 'usual' ? 'the clef beginners learn first' : 'your choice'}>
          <SelectField
            id={`clef-${id}`}
            label="Clef"
            value={clef.clef}
            onChange={(e) => set('clef', e.target.value === clef.options[0] ? undefined : (e.target.value as Clef))}
          >
            {clef.options.map((c) => (
              <option key={c} value={c}>
                {c.charAt(0).toUpperCase() + c.slice(1)} clef
              </option>
            ))}
          </SelectField>
        </Choice>
      )}
    </section>
  );
}

function Choice({ why, children }: { readonly why: string; readonly children: React.ReactNode }) {
  return (
    <div>
      {children}
      <p className="mt-0.5 text-[12.5px] text-secondary">{why}</p>
    </div>
  );
}
