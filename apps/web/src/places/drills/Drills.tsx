import type { ClassView } from '@cifra/contract';
import { useTitle } from '../../ui/useTitle';
import { type Exercise, knownNotes } from '@cifra/core';
import { useCallback } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { createExercise, useExercise, useShelf, useTeacher } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { SelectField } from '../../ui/Field';
import { Loaded } from '../../ui/Loaded';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { DrillScreen } from '../../drilling/DrillScreen';

const NOTHING = () => undefined;

/** Drills for a class, from the notes of a line or of the stage. */
export function Drills() {
  return (
    <Loaded of={useCurrentClass()} what="The drills" className="p-10">
      {(group) => <OpenDrills group={group} />}
    </Loaded>
  );
}

function OpenDrills({ group }: { readonly group: ClassView }) {
  const shelf = useShelf();
  const { data: teacher } = useTeacher();
  const [query, setQuery] = useSearchParams();
  const navigate = useNavigate();
  const notice = useNotice();
  const attempt = useAttempt();
  const teaching = useTeaching(group);
  useTitle('Drills');
  const listed = shelf.data?.find((e) => e.id === query.get('from'));
  const exercise = useExercise(listed?.id);
  const instrument = group.instruments.find((i) => i === query.get('on')) ?? group.instruments[0];
  const onBoard = useCallback(
    (line: Exercise) =>
      attempt(async () => {
        const made = await createExercise(line.source.title, line);
        notice(`“${made.title}” is on the shelf.`);
        await navigate(`/exercises/${made.id}/board`);
      }),
    [attempt, notice, navigate],
  );
  const given = {
    onBoard,
    instruments: group.instruments,
    teaching,
    known: instrument === undefined ? undefined : knownNotes(group.known)[instrument],
    sentences: teacher?.sentences,
    onScores: NOTHING,
  };
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="text-[20px]">Drills</h1>
        <SelectField
          id="drill-from"
          label="Notes from"
          hideLabel
          className="ml-auto w-64"
          value={listed?.id ?? ''}
          onChange={(e) =>
            setQuery(
              (before) => {
                const after = new URLSearchParams(before);
                if (e.target.value === '') after.delete('from');
                else after.set('from', e.target.value);
                return after;
              },
              { replace: true },
            )
          }
        >
          <option value="">from no line: the whole stage</option>
          {(shelf.data ?? []).map((e) => (
            <option key={e.id} value={e.id}>
              from {e.title}
            </option>
          ))}
        </SelectField>
      </header>
      {listed === undefined ? (
        <DrillScreen {...given} id="stage" exercise={undefined} />
      ) : (
        <Loaded of={exercise} what="The line" className="p-10">
          {({ id, document }) => <DrillScreen key={id} {...given} id={id} exercise={document} />}
        </Loaded>
      )}
    </>
  );
}
