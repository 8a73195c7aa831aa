import { type ClassView, type ExerciseView, type LinkView, type PupilView } from '@cifra/contract';
import type { Instrument } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Copy, Link2, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { closeLink, makeLink, useLinks } from '../../api/resources';
import { Button } from '../../ui/Button';
import { addressOf, LinkCode } from '../../ui/LinkCode';
import { LinkDays, type LinkDaysChoice } from '../../ui/LinkDays';
import { Modal } from '../../ui/Modal';
import { useNotice } from '../../ui/Notices';
import { dayWords } from '../../words/pageWords';
import { useAttempt } from '../../ui/useAttempt';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly instrument: Instrument;
  readonly pupils: readonly PupilView[];
  readonly pupil: PupilView | undefined;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** A read-only page of one part for a pupil's phone: made, copied, scanned and closed here. */
export function LinkDialog({ exercise, group, instrument, pupils, pupil, open, onOpenChange }: Props) {
  const notice = useNotice();
  const { data: links, error } = useLinks(exercise.id, open);
  const [days, setDays] = useState<LinkDaysChoice>(30);
  const [busy, setBusy] = useState(false);
  const here = (links ?? []).filter((l) => l.instrument === instrument.id && l.classId === group.id);
  const attempt = useAttempt();
  const busily = async (what: () => Promise<unknown>) => {
    setBusy(true);
    await attempt(what);
    setBusy(false);
  };
  const make = () =>
    busily(() =>
      makeLink({
        exerciseId: exercise.id,
        classId: group.id,
        instrument: instrument.id,
        days,
        pupilId: pupil?.id,
      }),
    );
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="A page for pupils’ phones"
      description={`${exercise.title}, ${instrumentTitle(instrument)}. Whoever has the link sees this part${pupil === undefined ? '' : `, the other lines that are set for ${pupil.name}`} and nothing else of the class.`}
    >
      <div className="space-y-4">
        <div className="flex items-end gap-3">
          <LinkDays value={days} onChange={setDays} className="flex-1" />
          <Button
            kind="primary"
            className="h-10"
            disabled={busy}
            onClick={() => void make()}
            icon={<Link2 size={16} aria-hidden />}
          >
            {pupil === undefined ? 'Make a link' : `Make a link for ${pupil.name}`}
          </Button>
        </div>
        {error !== undefined && (
          <p role="alert" className="text-warning">
            {error.message}
          </p>
        )}
        {links !== undefined && here.length === 0 && (
          <p className="text-[13px] text-secondary">No link is open to this part.</p>
        )}
        <ul className="space-y-3">
          {here.map((l) => (
            <OneLink
              key={l.id}
              link={l}
              name={pupils.find((p) => p.id === l.pupilId)?.name}
              onClose={() => void busily(() => closeLink(l))}
              onCopy={() =>
                void busily(async () => {
                  await navigator.clipboard.writeText(addressOf(l));
                  notice('The link is copied.');
                })
              }
            />
          ))}
        </ul>
      </div>
    </Modal>
  );
}

function OneLink({
  link,
  name,
  onCopy,
  onClose,
}: {
  readonly link: LinkView;
  readonly name: string | undefined;
  readonly onCopy: () => void;
  readonly onClose: () => void;
}) {
  return (
    <li className="flex gap-3 rounded-md border border-line p-3">
      <LinkCode link={link} />
      <div className="min-w-0 flex-1">
        <p className="font-medium">{name ?? 'For everyone who plays it'}</p>
        <p className="truncate text-[13px] text-secondary">{addressOf(link)}</p>
        <p className="text-[13px] text-secondary">Open until {dayWords(link.expiresAt.slice(0, 10))}</p>
        <div className="mt-2 flex gap-2">
          <Button className="h-8 px-2.5" onClick={onCopy} icon={<Copy size={14} aria-hidden />}>
            Copy
          </Button>
          <Button className="h-8 px-2.5" onClick={onClose} icon={<Trash2 size={14} aria-hidden />}>
            Close this link
          </Button>
        </div>
      </div>
    </li>
  );
}
