import {
  betterOctaves,
  type ClassKeyOffer,
  isBeyondAll,
  listMisfits,
  type Misfit,
  notesOf,
  type Part,
  type PartChoice,
  placedNotesById,
} from '@cifra/core';
import { Button } from '../../ui/Button';
import { keyName } from '../../words/caption';
import { octaveName } from '../../words/noteLabel';
import { list } from '../../words/spoken';
import { STAGE_WORDS } from '@cifra/contract/words';

interface Props {
  readonly part: Part;
  readonly choice: PartChoice;
  readonly onChange: (choice: PartChoice) => void;
  readonly classKeys: readonly ClassKeyOffer[];
  readonly onClassKey: (offer: ClassKeyOffer) => void;
}

const MOST_BARS = 4;

function barsOf(part: Part, misfit: Misfit): string {
  const placed = placedNotesById(part.score);
  const bars = [...new Set(misfit.notes.map((id) => placed.get(id)?.measureNumber ?? 0))].map((b) =>
    b === 0 ? 'the pickup' : String(b),
  );
  return bars.length > MOST_BARS ? `${bars.length} bars` : `bar${bars.length === 1 ? '' : 's'} ${list(bars)}`;
}

const SIDE = {
  'too-low': 'too low to play',
  'too-high': 'too high to play',
  'no-figure': 'not among its notes',
  'below-stage': 'low',
  'above-stage': 'high',
} as const;

/** What does not fit this player, note by note, and what could be done. */
export function MisfitOffers({ part, choice, onChange, classKeys, onClassKey }: Props) {
  const {
    instrument,
    teaching,
    decisions: { octave },
  } = part;
  const misfits = listMisfits(instrument, teaching.stage, notesOf(part.score));
  const moved = choice.alternatives ?? {};
  if (misfits.length === 0 && Object.keys(moved).length === 0) return null;
  const move = (misfit: Misfit) => {
    const by = (misfit.alternative?.octave ?? 0) - misfit.pitch.octave;
    onChange({
      ...choice,
      alternatives: { ...moved, ...Object.fromEntries(misfit.notes.map((id) => [id, (moved[id] ?? 0) + by])) },
    });
  };
  const putBack = () => {
    const { alternatives: _moved, ...others } = choice;
    onChange(others);
  };
  return (
    <section className="border-b border-line px-4 py-3" aria-label="What does not fit">
      <h2 className="mb-1.5 font-sans text-[13px] font-semibold text-secondary">
        {misfits.length === 0 ? 'Moved alone' : `Outside: ${STAGE_WORDS[teaching.stage].toLowerCase()}`}
      </h2>
      <ul className="space-y-2">
        {misfits.map((m) => (
          <li key={octaveName(m.pitch)} className={isBeyondAll(m.side) ? 'text-warning' : 'text-fresh'}>
            <span className="font-semibold">{octaveName(m.pitch)}</span>, {SIDE[m.side]}, {barsOf(part, m)}
            {m.alternative !== undefined && (
              <Button className="mt-1 h-7 w-full justify-start px-2 text-[13px]" onClick={() => move(m)}>
                Play {octaveName(m.alternative)} there, marked
              </Button>
            )}
          </li>
        ))}
      </ul>
      {misfits.length > 0 && (betterOctaves(octave.options, octave.octaves).length > 0 || classKeys.length > 0) && (
        <div className="mt-2 space-y-1 border-t border-line pt-2">
          {betterOctaves(octave.options, octave.octaves)
            .slice(0, 1)
            .map((o) => (
              <Button
                key={o.octaves}
                className="h-7 w-full justify-start px-2 text-[13px]"
                onClick={() => onChange({ ...choice, octaves: o.octaves })}
              >
                Whole line{' '}
                {Math.abs(o.octaves - octave.octaves) === 1
                  ? 'an octave'
                  : `${Math.abs(o.octaves - octave.octaves)} octaves`}{' '}
                {o.octaves > octave.octaves ? 'up' : 'down'}: {o.outside + o.unplayable} outside
              </Button>
            ))}
          {classKeys.map((o) => (
            <Button
              key={`${o.interval.fifths}/${o.interval.octaves}`}
              className="h-7 w-full justify-start px-2 text-[13px]"
              onClick={() => onClassKey(o)}
            >
              Whole class in {keyName({ fifths: o.fifths, mode: modeOf(part) })}: {o.outside + o.unplayable} outside
            </Button>
          ))}
        </div>
      )}
      {Object.keys(moved).length > 0 && (
        <Button kind="quiet" className="mt-2 h-7 px-2 text-[13px]" onClick={putBack}>
          Put {Object.keys(moved).length === 1 ? 'the moved note' : `${Object.keys(moved).length} moved notes`} back
        </Button>
      )}
    </section>
  );
}

const modeOf = (part: Part) => part.concert.measures[0]?.key?.mode ?? 'major';
