import { placeMeasures } from '@cifra/core';
import type { FormEvent, ReactNode } from 'react';
import { Button } from '../../ui/Button';
import { ModalFooter } from '../../ui/Modal';
import type { Writing } from './Writing';

/** What each of the small questions is given. */
export interface FormProps {
  readonly writing: Writing;
  readonly onClose: () => void;
}

/** A small question: its fields, and what it will do, once what is filled in can be done. */
export function Ask({
  onClose,
  onDo,
  does,
  children,
  undo,
  valid = true,
}: {
  readonly onClose: () => void;
  readonly onDo: () => void;
  readonly does: string;
  readonly children: ReactNode;
  readonly valid?: boolean;
  readonly undo?: { readonly label: string; readonly run: () => void } | undefined;
}) {
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (!valid) return;
    onDo();
    onClose();
  };
  return (
    <form onSubmit={submit} noValidate>
      <div className="space-y-4 pb-6">{children}</div>
      <ModalFooter>
        {undo !== undefined && (
          <Button
            kind="quiet"
            className="mr-auto"
            onClick={() => {
              undo.run();
              onClose();
            }}
          >
            {undo.label}
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button kind="primary" type="submit">
          {does}
        </Button>
      </ModalFooter>
    </form>
  );
}

/** The bar that the caret stands in, and whether others come before it. */
export const here = (writing: Writing) => {
  const { caret } = writing.snapshot();
  const placed = placeMeasures(writing.edit.score)[caret.measure];
  if (placed === undefined) throw new Error('the caret stands in no bar');
  return { placed, later: caret.measure > 0 };
};
