import type { RevisionView } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { useState } from 'react';
import { useRevision, useRevisions } from '../../api/resources';
import { LinePreview } from '../../engraving/LinePreview';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter } from '../../ui/Modal';
import { Failure, StaffSkeleton } from '../../ui/States';
import { changeWords } from '../../words/changeWords';

interface Props {
  readonly id: string;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onRestore: (exercise: Exercise, from: RevisionView) => void;
}

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Every save with what changed in it; any of them can be looked at and taken back. */
export function HistoryDialog({ id, open, onOpenChange, onRestore }: Props) {
  const [chosen, setChosen] = useState<string>();
  const all = useRevisions(id, open);
  const one = useRevision(id, open ? chosen : undefined);
  const newest = all.data?.find((r) => !r.refused)?.id;
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="Earlier versions"
      wide
      description="Every save is kept, with what changed in it. Taking one back is a change like any other: it can be undone."
    >
      {all.error !== undefined && (
        <Failure
          title="The versions could not be fetched"
          detail={all.error.message}
          onRetry={() => void all.mutate()}
        />
      )}
      {all.data === undefined && all.error === undefined && <StaffSkeleton systems={1} label="Fetching the versions" />}
      <ol className="mb-4 max-h-64 overflow-y-auto rounded-md border border-line">
        {(all.data ?? []).map((r) => (
          <li key={r.id} className="border-b border-line last:border-0">
            <button
              type="button"
              aria-pressed={r.id === chosen}
              onClick={() => setChosen(r.id)}
              className="flex w-full items-baseline gap-3 px-3 py-2 text-left text-[13.5px] hover:bg-panel aria-pressed:bg-accent-soft"
            >
              <span className="w-40 shrink-0 text-secondary tabular-nums">{WHEN.format(new Date(r.createdAt))}</span>
              <span className="min-w-0 flex-1">
                {changeWords(r.changes)}
                {r.refused && <span className="text-warning"> · not taken, kept from another window</span>}
                {r.id === newest && <span className="text-secondary"> · now</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {chosen !== undefined &&
        (one.data === undefined ? (
          one.error === undefined ? (
            <StaffSkeleton systems={1} label="Fetching the version" />
          ) : (
            <p role="alert" className="text-warning">
              {one.error.message}
            </p>
          )
        ) : (
          <LinePreview score={one.data.document.source} />
        ))}
      <div className="h-6" />
      <ModalFooter>
        <Button onClick={() => onOpenChange(false)}>Close</Button>
        <Button
          kind="primary"
          disabled={one.data === undefined || chosen === newest}
          onClick={() => {
            if (one.data !== undefined) onRestore(one.data.document, one.data);
          }}
        >
          Take this version back
        </Button>
      </ModalFooter>
    </Modal>
  );
}
