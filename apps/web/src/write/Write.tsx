import { type ClassView, type ExerciseView, problemSentence } from '@cifra/contract';
import type { Schools } from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useClasses, useExercise } from '../api/resources';
import { useTeaching } from '../school/teaching';
import { useNotice } from '../ui/Notices';
import { Failure, StaffSkeleton } from '../ui/States';
import type { Asks } from './actions';
import { type Asked, AskDialogs } from './AskDialogs';
import { CommandList } from './CommandList';
import { KeysDialog } from './KeysDialog';
import { PenBar } from './PenBar';
import { StaffDesk } from './StaffDesk';
import { useOpenWriting, useWritingState } from './useWriting';
import { WriteHeader } from './WriteHeader';
import type { Writing } from './Writing';

/** Opens the exercise, the class and what the browser kept. */
export function Write() {
  const { id = '' } = useParams();
  const exercise = useExercise(id);
  const classes = useClasses();
  const group = classes.data?.[0];
  const error = exercise.error ?? classes.error;
  if (error !== undefined && (exercise.data === undefined || group === undefined)) {
    return error.status === 404 ? <Failure title="There is no such exercise" detail="It may have been taken off the shelf. Look there." />
      : <Failure title="The line could not be opened" detail={error.message} onRetry={() => { void exercise.mutate(); void classes.mutate(); }} />;
  }
  if (exercise.data === undefined || group === undefined) return <div className="p-10"><StaffSkeleton label="Opening the line" /></div>;
  return <OpenWrite key={id} exercise={exercise.data} group={group} />;
}

function OpenWrite({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const teaching = useTeaching(group);
  const writing = useOpenWriting(exercise, teaching);
  if (writing === undefined) return <div className="p-10"><StaffSkeleton label="Opening the line" /></div>;
  return <WriteDesk writing={writing} group={group} names={teaching.schools.rhythmNames} />;
}

interface DeskProps {
  readonly writing: Writing;
  readonly group: ClassView;
  readonly names: Schools['rhythmNames'];
}

const ZOOM = 1.45;
const NO_MARKS: ReadonlyMap<number, 'warning' | 'hint'> = new Map();

function WriteDesk({ writing, group, names }: DeskProps) {
  const state = useWritingState(writing);
  const notice = useNotice();
  const [asked, setAsked] = useState<Asked>();
  const [commands, setCommands] = useState(false);
  const [keys, setKeys] = useState(false);
  const { title } = state.exercise.source;
  useEffect(() => {
    document.title = `${title} · Write · Cifra`;
    return () => { document.title = 'Cifra'; };
  }, [title]);
  useEffect(() => {
    if (state.refused !== undefined) notice(problemSentence(state.refused));
  }, [state.refused, notice]);
  // What is not sent yet is sent when the window goes to the background.
  useEffect(() => {
    const send = () => { if (document.visibilityState === 'hidden') void writing.saveNow(); };
    document.addEventListener('visibilitychange', send);
    return () => document.removeEventListener('visibilitychange', send);
  }, [writing]);
  const asks = useMemo((): Asks => ({
    ask: (what) => { if (what !== 'history') setAsked(what); }, showCommands: () => setCommands(true), showKeys: () => setKeys(true), togglePiano: () => undefined, toggleText: () => undefined,
  }), []);
  return (
    <>
      <WriteHeader writing={writing} state={state} instruments={group.instruments} />
      <PenBar writing={writing} state={state} asks={asks} names={names} />
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <main className="min-w-0 flex-1 overflow-y-auto bg-white px-6 pt-4">
          <StaffDesk writing={writing} state={state} asks={asks} zoom={ZOOM} marked={NO_MARKS} onMark={() => undefined} onCopy={() => undefined} onPaste={() => undefined} />
        </main>
      </div>
      <AskDialogs asked={asked} writing={writing} onClose={() => { setAsked(undefined); requestAnimationFrame(() => document.querySelector<HTMLElement>('.desk')?.focus()); }} />
      <CommandList open={commands} onOpenChange={setCommands} writing={writing} asks={asks} names={names} />
      <KeysDialog open={keys} onOpenChange={setKeys} names={names} />
    </>
  );
}
