import { type Clash, type Exercise, linesOf, mergeExercises, placeMeasures, withLine } from '@cifra/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { createExercise } from '../../api/resources';
import { LinePreview } from '../../engraving/LinePreview';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useAttempt } from '../../ui/useAttempt';
import { list } from '../../words/spoken';
import type { Writing, WritingState } from './Writing';

interface Props {
  readonly writing: Writing;
  readonly conflict: NonNullable<WritingState['conflict']>;
}

/** One exercise in which the bars that clash are one side's, and all others are merged. */
function resolved(
  base: Exercise,
  mine: Exercise,
  theirs: Exercise,
  clashes: readonly Clash[],
  keep: 'mine' | 'theirs',
): Exercise {
  const [winner, loser] = keep === 'mine' ? [mine, theirs] : [theirs, mine];
  // The losing side gives up its changes in the bars that clash: then all others come together.
  const yielding = clashes.reduce((e, { line, measures }) => {
    const score = linesOf(e)[line];
    const was = linesOf(base)[line];
    if (score === undefined || was === undefined) return e;
    const back = new Map(
      measures.flatMap((i) => (was.measures[i] === undefined ? [] : [[was.measures[i].id, was.measures[i]] as const])),
    );
    return withLine(e, line, { ...score, measures: score.measures.map((m) => back.get(m.id) ?? m) });
  }, loser);
  const merged = mergeExercises(base, keep === 'mine' ? winner : yielding, keep === 'mine' ? yielding : winner);
  return merged.merged ? merged.exercise : winner;
}

/** Two windows changed the same bars differently: both are shown, and the teacher says which stands. */
export function ConflictView({ writing, conflict: { mine, theirs, base } }: Props) {
  const navigate = useNavigate();
  const attempt = useAttempt();
  const clashes = useMemo(() => {
    const merged = mergeExercises(base, mine, theirs.document);
    return merged.merged ? [] : merged.clashes;
  }, [base, mine, theirs]);
  const numbers = [
    ...new Set(
      clashes.flatMap(({ line, measures }) => {
        const placed = placeMeasures(linesOf(base)[line] ?? base.source);
        return measures.map((i) => placed[i]?.number ?? i + 1);
      }),
    ),
  ];
  const where =
    numbers.length === 0
      ? 'The title, or whose page it is,'
      : `Bar${numbers.length === 1 ? '' : 's'} ${list(numbers.map(String))}`;
  const keepBoth = () =>
    attempt(async () => {
      const copy = await createExercise(`${mine.source.title.slice(0, 180)} (mine)`, mine);
      writing.settle(theirs.document);
      void navigate(`/exercises/${copy.id}/write`);
    });
  return (
    <Modal
      open
      onOpenChange={() => undefined}
      title="Changed here and elsewhere"
      wide
      description={`${where} ${numbers.length === 1 || numbers.length === 0 ? 'was' : 'were'} changed in both places. All other changes of both are kept. Which shall stand there?`}
    >
      <div className="grid gap-4 pb-6 lg:grid-cols-2">
        <section aria-label="Yours">
          <h3 className="mb-2 text-[15px]">Yours</h3>
          <LinePreview score={mine.source} />
        </section>
        <section aria-label="The other">
          <h3 className="mb-2 text-[15px]">The other, saved already</h3>
          <LinePreview score={theirs.document.source} />
        </section>
      </div>
      <ModalFooter>
        <Button kind="quiet" className="mr-auto" onClick={() => void keepBoth()}>
          Keep mine as a second exercise
        </Button>
        <Button onClick={() => writing.settle(resolved(base, mine, theirs.document, clashes, 'theirs'))}>
          Take the other
        </Button>
        <Button kind="primary" onClick={() => writing.settle(resolved(base, mine, theirs.document, clashes, 'mine'))}>
          Keep mine
        </Button>
      </ModalFooter>
    </Modal>
  );
}
