import type { ExerciseView } from '@cifra/contract';
import { MAX_TEXT_LENGTH } from '@cifra/core';
import { useForm } from 'react-hook-form';
import { useEffect, useState } from 'react';
import { RequestError } from '../api/request';
import { saveExercise } from '../api/resources';
import { Button } from '../ui/Button';
import { TextField } from '../ui/Field';
import { Modal } from '../ui/Modal';

interface Props {
  readonly exercise: ExerciseView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

export function RenameDialog({ exercise, open, onOpenChange }: Props) {
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors },
  } = useForm({ defaultValues: { title: exercise.title } });
  const [refused, setRefused] = useState<string>();
  useEffect(() => {
    reset({ title: exercise.title });
    setRefused(undefined);
  }, [open, exercise.title, reset]);
  const rename = handleSubmit(async ({ title }) => {
    try {
      await saveExercise(exercise, { title: title.trim() });
      onOpenChange(false);
    } catch (e) {
      setRefused(
        e instanceof RequestError && e.status === 409
          ? 'It was changed in another window meanwhile. Close this, look at the newer version, and rename it there.'
          : (e as Error).message,
      );
    }
  });
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="Rename">
      <form noValidate onSubmit={(e) => void rename(e)} className="space-y-5">
        <TextField
          id={`title-${exercise.id}`}
          label="Title"
          maxLength={MAX_TEXT_LENGTH}
          autoFocus
          error={errors.title?.message ?? refused}
          {...register('title', { validate: (t) => t.trim() !== '' || 'Give the exercise a title.' })}
        />
        <div className="flex justify-end gap-2">
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button kind="primary" type="submit">
            Rename
          </Button>
        </div>
      </form>
    </Modal>
  );
}
