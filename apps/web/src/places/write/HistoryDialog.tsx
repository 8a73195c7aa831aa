import type { RevisionDocumentView, RevisionView } from '@cifra/contract';
import { type Exercise, MAX_TEXT_LENGTH } from '@cifra/core';
import { useState } from 'react';
import { nameRevision, useRevision, useRevisions } from '../../api/resources';
import { LinePreview } from '../../engraving/LinePreview';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Loaded } from '../../ui/Loaded';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useAttempt } from '../../ui/useAttempt';
import { changeWords } from '../../words/changeWords';

interface Props {
  readonly id: string;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onRestore: (exercise: Exercise, from: RevisionView) => void;
}

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Every save that is kept with what changed in it; any of them can be looked at, named, and taken back. */
export const HistoryDialog = ({ id, open, onOpenChange, onRestore }: Props) => (
  <Modal
    open={open}
    onOpenChange={onOpenChange}
    title="Earlier versions"
    wide
    description="Every save of the last day is kept, then one an hour for a week and one a day for a year; with a name, for ever. Taking one back is a change like any other: it can be undone."
  >
    <History id={id} onClose={() => onOpenChange(false)} onRestore={onRestore} />
  </Modal>
);

function History({ id, onClose, onRestore }: Pick<Props, 'id' | 'onRestore'> & { readonly onClose: () => void }) {
  const [chosen, setChosen] = useState<string>();
  const saves = useRevisions(id, true);
  const one = useRevision(id, chosen);
  const newest = saves.data?.[0]?.revisions.find((r) => !r.refused)?.id;
  return (
    <>
      <Loaded of={saves} what="The versions" systems={1}>
        {(pages) => (
          <ol className="mb-4 max-h-64 overflow-y-auto rounded-md border border-line">
            {pages
              .flatMap((page) => page.revisions)
              .map((r) => (
                <li key={r.id} className="border-b border-line last:border-0">
                  <button
                    type="button"
                    aria-pressed={r.id === chosen}
                    onClick={() => setChosen(r.id)}
                    className="flex w-full items-baseline gap-3 px-3 py-2 text-left text-[13.5px] hover:bg-panel aria-pressed:bg-accent-soft"
                  >
                    <span className="w-40 shrink-0 text-secondary tabular-nums">
                      {WHEN.format(new Date(r.createdAt))}
                    </span>
                    <span className="min-w-0 flex-1">
                      {r.name !== undefined && <strong className="font-semibold">{r.name}: </strong>}
                      {changeWords(r.changes)}
                      {r.refused && <span className="text-warning"> · not taken, kept from another window</span>}
                      {r.id === newest && <span className="text-secondary"> · now</span>}
                    </span>
                  </button>
                </li>
              ))}
            {pages.at(-1)?.more === true && (
              <li className="p-2">
                <Button kind="quiet" disabled={saves.isValidating} onClick={() => void saves.setSize(saves.size + 1)}>
                  Show older versions
                </Button>
              </li>
            )}
          </ol>
        )}
      </Loaded>
      {chosen !== undefined && (
        <Loaded of={one} what="The version" systems={1}>
          {(version) => (
            <>
              <LinePreview score={version.document.source} />
              <NameField key={version.id} exercise={id} version={version} onNamed={() => void saves.mutate()} />
            </>
          )}
        </Loaded>
      )}
      <div className="h-6" />
      <ModalFooter>
        <Button onClick={onClose}>Close</Button>
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
    </>
  );
}

interface NameProps {
  readonly exercise: string;
  readonly version: RevisionDocumentView;
  readonly onNamed: () => void;
}

/** A name for one version, by which it is kept for ever. */
function NameField({ exercise, version, onNamed }: NameProps) {
  const [name, setName] = useState(version.name ?? '');
  const attempt = useAttempt();
  const keep = async () => {
    if (await attempt(() => nameRevision(exercise, version.id, name))) onNamed();
  };
  return (
    <form
      className="mt-4 flex items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <div className="flex-1">
        <TextField
          id="version-name"
          label="A name, by which it is kept for ever"
          maxLength={MAX_TEXT_LENGTH}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </div>
      <Button type="submit" className="h-10" disabled={name.trim() === (version.name ?? '')}>
        {name.trim() === '' ? 'Take the name away' : 'Keep it by this name'}
      </Button>
    </form>
  );
}
