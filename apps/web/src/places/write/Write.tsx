import type { ClassView, ExerciseView } from '@cifra/contract';
import { useTitle } from '../../ui/useTitle';
import { problemSentence } from '@cifra/contract/words';
import {
  applyRepair,
  type Caret,
  type Finding,
  type Key,
  linesOf,
  type Repair,
  type Score,
  type Teaching,
  withLine,
  type Written,
} from '@cifra/core';
import { useEffect, useMemo, useState } from 'react';
import { OpenExercise } from '../../exercise/OpenExercise';
import { useTeaching } from '../../conventions/teaching';
import { useNotice } from '../../ui/Notices';
import { toDesk } from '../../ui/toDesk';
import { StaffSkeleton } from '../../ui/States';
import type { Asks } from './action';
import { type Asked, AskDialogs } from './AskDialogs';
import { AbcPanel } from './AbcPanel';
import { CommandList } from './CommandList';
import { ConflictView } from './ConflictView';
import { HistoryDialog } from './HistoryDialog';
import { KeysDialog } from './KeysDialog';
import { PenBar } from './PenBar';
import { Piano } from './Piano';
import { ProofList } from './ProofList';
import { SignatureDialog } from './SignatureDialog';
import { StaffEditor } from './StaffEditor';
import { TakeAwayDialog } from './TakeAwayDialog';
import { useClipboard } from './useClipboard';
import { useProof } from './useProof';
import { useOpenWriting, useWritingState } from './useWriting';
import { WriteHeader } from './WriteHeader';
import type { Writing } from './Writing';

/** Opens the exercise, the class and what the browser kept. */
export const Write = () => (
  <OpenExercise what="line">
    {(exercise, group) => <OpenWrite key={exercise.id} exercise={exercise} group={group} />}
  </OpenExercise>
);

function OpenWrite({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const teaching = useTeaching(group);
  const writing = useOpenWriting(exercise, teaching);
  if (writing === undefined)
    return (
      <div className="p-10">
        <StaffSkeleton label="Opening the line" />
      </div>
    );
  return <WriteDesk id={exercise.id} writing={writing} group={group} teaching={teaching} />;
}

interface DeskProps {
  readonly id: string;
  readonly writing: Writing;
  readonly group: ClassView;
  readonly teaching: Teaching;
}

const ZOOM = 1.45;
/** After what is pressed has had the keyboard. */
const toDeskNext = (): void => void requestAnimationFrame(toDesk);

/** What was found in each bar, the graver first. */
const marksOf = (findings: readonly Finding[]): ReadonlyMap<number, 'warning' | 'hint'> =>
  new Map(
    [...findings]
      .reverse()
      .flatMap((f) =>
        f.measures[0] === undefined ? [] : [[f.measures[0], f.weight === 'mistake' ? 'warning' : 'hint'] as const],
      ),
  );

/** Whether a bar is the last one and the caret stands at its end. */
function isBeingWritten(score: Score<Written> | undefined, { measure, at }: Caret, bar: number | undefined): boolean {
  return (
    score !== undefined &&
    bar === measure &&
    measure === score.measures.length - 1 &&
    at === score.measures[measure]?.events.length
  );
}

function WriteDesk({ id, writing, group, teaching }: DeskProps) {
  const state = useWritingState(writing);
  const notice = useNotice();
  const [asked, setAsked] = useState<Asked>();
  const [open, setOpen] = useState<'commands' | 'keys' | 'history' | 'take-away'>();
  const [panel, setPanel] = useState<'text' | 'piano'>();
  const [chosen, setChosen] = useState<string>();
  const [signature, setSignature] = useState<{ readonly finding: Finding; readonly key: Key }>();
  const { exercise, line } = state;
  const { title } = exercise.source;
  const names = teaching.conventions.rhythmNames;
  const proof = useProof(exercise, line, state.lens, group.instruments, teaching);
  // The bar that is being written is not short: it is not done.
  const unfinished = proof.findings.find(
    (f) => f.code === 'measure-too-short' && isBeingWritten(linesOf(exercise)[line], state.caret, f.measures[0]),
  )?.id;
  const findings = useMemo(
    () => (unfinished === undefined ? proof.findings : proof.findings.filter((f) => f.id !== unfinished)),
    [proof.findings, unfinished],
  );
  const marked = useMemo(() => marksOf(findings), [findings]);
  const clipboard = useClipboard(writing);
  useTitle(`${title} · Write`);
  useEffect(() => {
    if (state.refused !== undefined) notice(problemSentence(state.refused));
  }, [state.refused, notice]);
  // What is not sent yet is sent when the window goes to the background.
  useEffect(() => {
    const send = () => {
      if (document.visibilityState === 'hidden') void writing.saveNow();
    };
    document.addEventListener('visibilitychange', send);
    return () => document.removeEventListener('visibilitychange', send);
  }, [writing]);
  const asks = useMemo(
    (): Asks => ({
      ask: (what) => {
        if (what === 'history' || what === 'take-away') setOpen(what);
        else setAsked(what);
      },
      showCommands: () => setOpen('commands'),
      showKeys: () => setOpen('keys'),
      togglePiano: () => setPanel((p) => (p === 'piano' ? undefined : 'piano')),
      toggleText: () => setPanel((p) => (p === 'text' ? undefined : 'text')),
    }),
    [],
  );

  const choose = (f: Finding) => {
    setChosen(f.id);
    const { score } = writing.edit;
    const places = score.measures.flatMap((m, measure) =>
      m.events.flatMap((e, at) => (f.notes.includes(e.id) ? [{ measure, at }] : [])),
    );
    const [first, last] = [places[0], places.at(-1)];
    const bar = f.measures[0] ?? 0;
    if (first !== undefined && last !== undefined && f.code !== 'out-of-range' && f.code !== 'signature-proposed')
      writing.select(first, { measure: last.measure, at: last.at + 1 });
    else writing.select({ measure: bar, at: 0 }, { measure: bar, at: score.measures[bar]?.events.length ?? 0 });
    toDeskNext();
  };
  const mend = (r: Repair) => {
    const { score, caret } = writing.edit;
    const mended = applyRepair(score, r);
    const last = mended.measures.length - 1;
    writing.change(
      withLine(writing.snapshot().exercise, writing.snapshot().line, mended),
      caret.measure > last
        ? { measure: last, at: mended.measures[last]?.events.length ?? 0 }
        : { measure: caret.measure, at: Math.min(caret.at, mended.measures[caret.measure]?.events.length ?? 0) },
    );
    toDeskNext();
  };
  const repair = (f: Finding, r: Repair) => {
    if (r.kind === 'signature') setSignature({ finding: f, key: r.key });
    else mend(r);
  };
  const dismiss = (at: number) => {
    const { notTaken = [], ...rest } = writing.snapshot().exercise;
    const left = notTaken.filter((_p, i) => i !== at);
    writing.change(left.length === 0 ? rest : { ...rest, notTaken: left });
  };
  const started = linesOf(exercise)[line]?.measures.some((m) => m.events.length > 0) === true;
  return (
    <>
      <WriteHeader writing={writing} state={state} instruments={group.instruments} />
      <PenBar
        writing={writing}
        pen={state.pen}
        canUndo={state.canUndo}
        canRedo={state.canRedo}
        asks={asks}
        names={names}
      />
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col max-md:flex-none">
          <div className="min-h-0 flex-1 overflow-y-auto bg-white px-6 pt-3 max-md:flex-none max-md:overflow-visible max-md:px-3">
            <StaffEditor
              writing={writing}
              state={state}
              asks={asks}
              zoom={ZOOM}
              marked={marked}
              onMark={(bar) => {
                const f = findings.find((x) => x.measures[0] === bar);
                if (f !== undefined) choose(f);
              }}
              onCopy={clipboard.onCopy}
              onPaste={clipboard.onPaste}
            />
          </div>
          {panel === 'text' && (
            <AbcPanel
              key={line}
              writing={writing}
              state={state}
              onClose={() => {
                setPanel(undefined);
                toDeskNext();
              }}
            />
          )}
          {panel === 'piano' && (
            <Piano
              writing={writing}
              state={state}
              onClose={() => {
                setPanel(undefined);
                toDeskNext();
              }}
            />
          )}
        </div>
        <aside
          aria-label="Proof"
          className="shrink-0 border-line bg-panel max-md:border-t md:w-[19rem] md:overflow-y-auto md:border-l"
        >
          <ProofList
            findings={findings}
            standing={started ? proof.standing : 'empty'}
            chosen={chosen}
            onChoose={choose}
            fifths={state.lens.interval.fifths}
            onRepair={repair}
            onDismiss={dismiss}
          />
        </aside>
      </div>
      <AskDialogs
        asked={asked}
        writing={writing}
        onClose={() => {
          setAsked(undefined);
          toDeskNext();
        }}
      />
      <CommandList
        open={open === 'commands'}
        onOpenChange={(on) => setOpen(on ? 'commands' : undefined)}
        writing={writing}
        asks={asks}
        names={names}
      />
      <KeysDialog open={open === 'keys'} onOpenChange={(on) => setOpen(on ? 'keys' : undefined)} names={names} />
      <HistoryDialog
        id={id}
        open={open === 'history'}
        onOpenChange={(on) => {
          setOpen(on ? 'history' : undefined);
          if (!on) toDeskNext();
        }}
        onRestore={(old) => {
          writing.change(old);
          setOpen(undefined);
          notice('The earlier version is here again. Undo takes that back.');
          toDeskNext();
        }}
      />
      <TakeAwayDialog
        id={id}
        exercise={exercise}
        open={open === 'take-away'}
        onOpenChange={(on) => {
          setOpen(on ? 'take-away' : undefined);
          if (!on) toDeskNext();
        }}
        saveFirst={writing.saveNow}
      />
      {signature !== undefined && (
        <SignatureDialog
          finding={signature.finding}
          to={signature.key}
          score={writing.edit.score}
          lens={state.lens}
          onTake={() => {
            mend({ kind: 'signature', key: signature.key });
            setSignature(undefined);
          }}
          onClose={() => {
            setSignature(undefined);
            toDeskNext();
          }}
        />
      )}
      {state.conflict !== undefined && <ConflictView writing={writing} conflict={state.conflict} />}
    </>
  );
}
