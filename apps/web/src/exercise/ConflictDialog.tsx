import type { ExerciseView, RefusalView } from '@cifra/contract';
import { type Exercise, MAX_TEXT_LENGTH } from '@cifra/core';
import { useNavigate } from 'react-router';
import { createExercise, saveExercise, takeStored } from '../api/resources';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { useAttempt } from '../ui/useAttempt';

interface Props {
  readonly exercise: ExerciseView;
  readonly conflict: { readonly refusal: RefusalView; readonly mine: Exercise } | undefined;
  readonly onClose: () => void;
}

/** Two windows changed one exercise: both sides are kept, and the teacher says which one stands. */
export function ConflictDialog({ exercise, conflict, onClose }: Props) {
  const navigate = useNavigate();
  const attempt = useAttempt();
  const current = conflict?.refusal.current as ExerciseView | undefined;
  if (conflict === undefined || current === undefined) return null;
  const settle = async (run: () => Promise<void>) => {
    if (await attempt(run)) onClose();
  };
  const takeTheirs = () =>
    settle(async () => {
      await takeStored(current);
    });
  const takeMine = () =>
    settle(async () => {
      await saveExercise(current, { document: conflict.mine });
    });
  const keepBoth = () =>
    settle(async () => {
      await takeStored(current);
      const title = `${exercise.title.slice(0, MAX_TEXT_LENGTH - 14)} (other window)`;
      const copy = await createExercise(title, conflict.mine);
      void navigate(`/exercises/${copy.id}/parts`);
    });
  return (
    <Modal
      open
      onOpenChange={(open) => !open && void takeTheirs()}
      title="Changed in another window"
      description="This exercise was saved elsewhere while you changed it here. Nothing is lost: both versions are kept in its history."
    >
      <div className="flex flex-col gap-2">
        <Button kind="primary" onClick={() => void takeTheirs()}>
          Show the newer version
        </Button>
        <Button onClick={() => void takeMine()}>Save mine over it</Button>
        <Button onClick={() => void keepBoth()}>Keep mine as a second exercise</Button>
      </div>
    </Modal>
  );
}
