import type { ClassView, ExerciseView } from '@cifra/contract';
import { notesOf } from '@cifra/core';
import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useExercise } from '../api/resources';
import { useCurrentClass } from '../classroom/currentClass';
import { allOf } from '../ui/allOf';
import { Loaded } from '../ui/Loaded';
import { Empty, Failure } from '../ui/States';

interface Props {
  /** What is opened, in the words of the place. */
  readonly what: 'line' | 'parts';
  /** What can be done once the line is written: said in place of an empty one. Without it an empty line opens too. */
  readonly then?: string;
  readonly children: (exercise: ExerciseView, group: ClassView) => ReactNode;
}

const IS_GONE = 404;

/** Opens the exercise of the address and the class, for a place that needs both; says so when it cannot. */
export function OpenExercise({ what, then, children }: Props) {
  const { id = '' } = useParams();
  const exercise = useExercise(id);
  const loading = allOf({ exercise, group: useCurrentClass() });
  if (exercise.data === undefined && exercise.error?.status === IS_GONE)
    return <Failure title="There is no such exercise" detail="It may have been taken off the shelf. Look there." />;
  return (
    <Loaded of={loading} what={`The ${what}`} className="p-10">
      {(opened) =>
        then !== undefined && notesOf(opened.exercise.document.source).length === 0 ? (
          <Empty title="Nothing is written yet">
            <p>
              Write the line first; {then}{' '}
              <Link to={`/exercises/${opened.exercise.id}/write`} className="text-accent underline">
                Write it now
              </Link>
            </p>
          </Empty>
        ) : (
          children(opened.exercise, opened.group)
        )
      }
    </Loaded>
  );
}
