import type { ClassView, ExerciseView } from '@cifra/contract';
import { notesOf } from '@cifra/core';
import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useExercise } from '../api/resources';
import { useCurrentClass } from '../classroom/currentClass';
import { Empty, Failure, StaffSkeleton } from '../ui/States';

interface Props {
  /** What is opened, in the words of the place. */
  readonly what: 'line' | 'parts';
  /** What can be done once the line is written: said in place of an empty one. Without it an empty line opens too. */
  readonly then?: string;
  readonly children: (exercise: ExerciseView, group: ClassView) => ReactNode;
}

const FAILED = { line: 'The line could not be opened', parts: 'The parts could not be opened' } as const;

/** Opens the exercise of the address and the class, for a place that needs both; says so when it cannot. */
export function OpenExercise({ what, then, children }: Props) {
  const { id = '' } = useParams();
  const exercise = useExercise(id);
  const classes = useCurrentClass();
  const { group } = classes;
  const error = exercise.error ?? classes.error;
  if (error !== undefined && (exercise.data === undefined || group === undefined)) {
    return error.status === 404 ? (
      <Failure title="There is no such exercise" detail="It may have been taken off the shelf. Look there." />
    ) : (
      <Failure
        title={FAILED[what]}
        detail={error.message}
        onRetry={() => {
          void exercise.mutate();
          void classes.mutate();
        }}
      />
    );
  }
  if (exercise.data === undefined || group === undefined)
    return (
      <div className="p-10">
        <StaffSkeleton label={`Opening the ${what}`} />
      </div>
    );
  const { id: written, document } = exercise.data;
  if (then !== undefined && notesOf(document.source).length === 0) {
    return (
      <Empty title="Nothing is written yet">
        <p>
          Write the line first; {then}{' '}
          <Link to={`/exercises/${written}/write`} className="text-accent underline">
            Write it now
          </Link>
        </p>
      </Empty>
    );
  }
  return children(exercise.data, group);
}
