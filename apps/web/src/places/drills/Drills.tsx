import { knownNotes } from '@cifra/core';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { useShelf, useTeacher } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { SelectField } from '../../ui/Field';
import { Failure, StaffSkeleton } from '../../ui/States';
import { DrillScreen } from '../../drilling/DrillScreen';

const NOTHING = () => undefined;

/** Drills for a class, from the notes of a line or of the stage. */
export function Drills() {
  const classes = useCurrentClass();
  const shelf = useShelf();
  const { data: teacher } = useTeacher();
  const [query, setQuery] = useSearchParams();
  const { group } = classes;
  const teaching = useTeaching(group);
  useEffect(() => {
    document.title = 'Drills · Cifra';
    return () => {
      document.title = 'Cifra';
    };
  }, []);
  if (classes.error !== undefined && group === undefined)
    return (
      <Failure
        title="The drills could not be opened"
        detail={classes.error.message}
        onRetry={() => void classes.mutate()}
      />
    );
  if (group === undefined)
    return (
      <div className="p-10">
        <StaffSkeleton label="Opening the drills" />
      </div>
    );
  const from = query.get('from') ?? '';
  const exercise = shelf.data?.find((e) => e.id === from);
  const instrument = group.instruments.find((i) => i === query.get('on')) ?? group.instruments[0];
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="text-[20px]">Drills</h1>
        <SelectField
          id="drill-from"
          label="Notes from"
          hideLabel
          className="ml-auto w-64"
          value={exercise?.id ?? ''}
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
      <DrillScreen
        key={exercise?.id ?? ''}
        id={exercise?.id ?? 'stage'}
        instruments={group.instruments}
        teaching={teaching}
        known={instrument === undefined ? undefined : knownNotes(group.known)[instrument]}
        exercise={exercise?.document}
        sentences={teacher?.sentences}
        onScores={NOTHING}
      />
    </>
  );
}
