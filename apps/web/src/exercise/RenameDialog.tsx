import { type ExerciseView, SaveExerciseDto } from '@cifra/contract';
import { MAX_TEXT_LENGTH } from '@cifra/core';
import { useForm } from 'react-hook-form';
import { RequestError } from '../api/request';
import { renameExercise } from '../api/resources';
import { Button } from '../ui/Button';
import { dtoResolver } from '../ui/dtoResolver';
import { TextField } from '../ui/Field';
import { Modal } from '../ui/Modal';
import { reasonOf } from '../ui/reason';

type Renamed = Pick<ExerciseView, 'id' | 'title' | 'version'>;

interface Props {
  readonly exercise: Renamed;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

export const RenameDialog = ({ exercise, open, onOpenChange }: Props) => (
  <Modal open={open} onOpenChange={onOpenChange} title="Rename">
    <RenameForm exercise={exercise} onClose={() => onOpenChange(false)} />
  </Modal>
);

const CONFLICT = 409;

function RenameForm({ exercise, onClose }: { readonly exercise: Renamed; readonly onClose: () => void }) {
  const { register, handleSubmit, setError, formState } = useForm<SaveExerciseDto>({
    resolver: dtoResolver(SaveExerciseDto),
    defaultValues: { title: exercise.title, version: exercise.version },
  });
  const rename = handleSubmit(async ({ title }) => {
    try {
      await renameExercise(exercise, title.trim());
      onClose();
    } catch (e) {
      setError('title', {
        message:
          e instanceof RequestError && e.status === CONFLICT
            ? 'It was changed in another window meanwhile. Close this, look at the newer version, and rename it there.'
            : reasonOf(e),
      });
    }
  });
  return (
    <form noValidate onSubmit={(e) => void rename(e)} className="space-y-5">
      <TextField
        id={`title-${exercise.id}`}
        label="Title"
        maxLength={MAX_TEXT_LENGTH}
        autoFocus
        error={formState.errors.title?.message}
        {...register('title')}
      />
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button kind="primary" type="submit">
          Rename
        </Button>
      </div>
    </form>
  );
}
