import { chartNotes, type Written } from '@cifra/core';
import { type ReactNode, useMemo, useState } from 'react';
import { NoteChoice } from '../noteChoice/NoteChoice';
import { useChosenNotes } from '../noteChoice/useChosenNotes';
import { SelectField } from '../ui/Field';
import { type DrillGiven, drillNotes, type NoteSource } from './drill';

const SOURCE_WORDS: Readonly<Record<NoteSource, string>> = {
  exercise: 'this line',
  known: 'those that were met',
  stage: 'this stage',
  chosen: 'those I choose',
  all: 'the whole range',
};
/** So many notes are chosen before anybody has chosen. */
const FIRST_CHOSEN = 3;

/**
 * The notes that a drill asks for, and the field in which they are chosen.
 * @param id of the field on its page
 * @param begin which notes are taken at first where no line is open
 */
export function useDrillNotes(
  given: DrillGiven,
  id: string,
  begin: NoteSource = 'stage',
): { readonly notes: readonly Written[]; readonly field: ReactNode; readonly choice: ReactNode } {
  const { instrument, teaching, exercise, known } = given;
  const [source, setSource] = useState<NoteSource>(exercise === undefined ? begin : 'exercise');
  const all = useMemo(() => chartNotes(instrument, teaching.stage), [instrument, teaching.stage]);
  const first = useMemo(
    () =>
      exercise === undefined
        ? instrument.firstNotes.slice(0, FIRST_CHOSEN)
        : drillNotes({ instrument, teaching, exercise, known: undefined }, 'exercise').slice(0, FIRST_CHOSEN),
    [instrument, teaching, exercise],
  );
  const [chosen, choose] = useChosenNotes(instrument.id, all, first);
  const notes = useMemo(
    () => (source === 'chosen' ? chosen : drillNotes({ instrument, teaching, exercise, known }, source)),
    [source, chosen, instrument, teaching, exercise, known],
  );
  const isOffered: Readonly<Record<NoteSource, boolean>> = {
    exercise: exercise !== undefined,
    known: known !== undefined && known.length > 1,
    stage: true,
    chosen: true,
    all: true,
  };
  const sources = (Object.keys(SOURCE_WORDS) as NoteSource[]).filter((s) => isOffered[s]);
  return {
    notes,
    field: (
      <SelectField
        id={id}
        label="Notes of"
        className="w-44"
        value={source}
        onChange={(e) => setSource(e.target.value as NoteSource)}
      >
        {sources.map((s) => (
          <option key={s} value={s}>
            {SOURCE_WORDS[s]}
          </option>
        ))}
      </SelectField>
    ),
    choice: source === 'chosen' && (
      <div className="w-full">
        <NoteChoice of={all} chosen={chosen} onChosen={choose} />
      </div>
    ),
  };
}
