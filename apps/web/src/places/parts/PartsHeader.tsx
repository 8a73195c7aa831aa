import type { ClassView, ExerciseView, PaperName, PupilView } from '@cifra/contract';
import type { Instrument } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Check, CircleAlert, Download, LoaderCircle, Pencil, Printer, Smartphone } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { download } from '../../api/request';
import { callChoices, callQuery } from '../../classroom/callChoices';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { useAttempt } from '../../ui/useAttempt';
import { exerciseCaption } from '../../words/caption';
import { todayIso } from '../../words/pageWords';
import { LinkDialog } from './LinkDialog';
import { RenameDialog } from '../../exercise/RenameDialog';
import type { SaveState } from '../../exercise/useSaving';
import { PrintSetDialog } from './PrintSetDialog';

const SAVE_WORDS = { saved: 'Saved', saving: 'Saving …', 'not-saved': 'Not saved' } as const;

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly instrument: Instrument | undefined;
  readonly pupils: readonly PupilView[];
  readonly pupil: PupilView | undefined;
  readonly saving: SaveState;
  readonly onPaper: (paper: PaperName) => void;
}

export function PartsHeader({ exercise, group, instrument, pupils, pupil, saving, onPaper }: Props) {
  const attempt = useAttempt();
  const [busy, setBusy] = useState<string>();
  const [renaming, setRenaming] = useState(false);
  const path = `/api/exercises/${exercise.id}`;
  const query = `?class=${group.id}&paper=${group.paper}`;
  const [address] = useSearchParams();
  const asCalled = new URLSearchParams({ class: group.id, paper: group.paper, ...callQuery(callChoices(address)) });
  const count = group.instruments.length;
  const fetchFile = async (what: string, url: string) => {
    setBusy(what);
    await attempt(() => download(url), { saying: `${what} could not be made.`, again: true });
    setBusy(undefined);
  };
  const [making, setMaking] = useState(false);
  const [linking, setLinking] = useState(false);
  const forPupil = pupil === undefined ? '' : `&pupil=${pupil.id}`;
  const item =
    'flex cursor-pointer flex-col rounded px-3 py-2 outline-none data-[disabled]:opacity-50 data-[highlighted]:bg-desk';
  return (
    <header className="print:hidden flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
      <div className="flex min-w-0 items-baseline gap-3 max-xl:flex-col max-xl:gap-0">
        <div className="flex min-w-0 items-center gap-1.5">
          <h1 className="truncate text-[20px]">{exercise.title}</h1>
          <button
            type="button"
            onClick={() => setRenaming(true)}
            aria-label="Rename"
            className="rounded p-1 text-secondary hover:bg-desk"
          >
            <Pencil size={14} />
          </button>
        </div>
        <p className="truncate text-[13px] text-secondary">{exerciseCaption(exercise.document)}</p>
      </div>
      <div className="ml-auto flex flex-wrap items-center gap-2.5">
        <p
          role="status"
          className={`flex items-center gap-1.5 text-[13px] ${saving === 'not-saved' ? 'text-warning' : 'text-secondary'}`}
        >
          {saving === 'saved' ? (
            <Check size={14} aria-hidden />
          ) : saving === 'saving' ? (
            <LoaderCircle size={14} aria-hidden className="animate-spin" />
          ) : (
            <CircleAlert size={14} aria-hidden />
          )}
          {SAVE_WORDS[saving]}
        </p>
        <SelectField
          id="paper"
          label="Paper"
          hideLabel
          value={group.paper}
          onChange={(e) => onPaper(e.target.value as PaperName)}
          className="w-24"
        >
          <option value="a4">A4</option>
          <option value="letter">Letter</option>
        </SelectField>
        {instrument !== undefined && (
          <Button onClick={() => setLinking(true)} icon={<Smartphone size={16} aria-hidden />}>
            Link
          </Button>
        )}
        <DropdownMenu.Root modal={false}>
          <DropdownMenu.Trigger asChild>
            <Button icon={<Download size={16} aria-hidden />} disabled={busy !== undefined}>
              Download
            </Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              sideOffset={4}
              className="fade-in z-30 w-72 rounded-md border border-line bg-white p-1 shadow-lg"
            >
              <DropdownMenu.Item
                disabled={instrument === undefined}
                onSelect={() =>
                  instrument !== undefined &&
                  void fetchFile(
                    'The part',
                    `${path}/parts/${instrument.id}.pdf${query}${forPupil}&today=${todayIso()}`,
                  )
                }
                className={item}
              >
                <span className="font-medium">
                  {instrument === undefined ? 'This part as PDF' : `${instrumentTitle(instrument)} as PDF`}
                </span>
                <span className="text-[12.5px] text-secondary">
                  {instrument === undefined ? 'Choose one instrument first' : 'To print this part'}
                </span>
              </DropdownMenu.Item>
              <DropdownMenu.Item
                disabled={instrument === undefined}
                onSelect={() =>
                  instrument !== undefined &&
                  void fetchFile('The file', `${path}/parts/${instrument.id}.musicxml?class=${group.id}&figures=yes`)
                }
                className={item}
              >
                <span className="font-medium">
                  {instrument === undefined ? 'This part as MusicXML' : `${instrumentTitle(instrument)} as MusicXML`}
                </span>
                <span className="text-[12.5px] text-secondary">For any notation program, with its figures</span>
              </DropdownMenu.Item>
              <DropdownMenu.Item
                disabled={instrument === undefined}
                onSelect={() =>
                  instrument !== undefined &&
                  void fetchFile('The file', `${path}/parts/${instrument.id}.abc?class=${group.id}`)
                }
                className={item}
              >
                <span className="font-medium">
                  {instrument === undefined ? 'This part as ABC' : `${instrumentTitle(instrument)} as ABC`}
                </span>
                <span className="text-[12.5px] text-secondary">Plain text, to keep or to send</span>
              </DropdownMenu.Item>
              <DropdownMenu.Item
                disabled={instrument === undefined}
                onSelect={() =>
                  instrument !== undefined &&
                  void fetchFile('The file', `${path}/parts/${instrument.id}.mid?class=${group.id}`)
                }
                className={item}
              >
                <span className="font-medium">
                  {instrument === undefined ? 'This part as MIDI' : `${instrumentTitle(instrument)} as MIDI`}
                </span>
                <span className="text-[12.5px] text-secondary">To play along, with a count-in</span>
              </DropdownMenu.Item>
              <DropdownMenu.Item
                onSelect={() => void fetchFile('The call sheet', `${path}/call-sheet.pdf?${asCalled.toString()}`)}
                className={item}
              >
                <span className="font-medium">Call sheet as PDF</span>
                <span className="text-[12.5px] text-secondary">
                  Letters and figures of all {count}, as they are chosen on the call sheet
                </span>
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <Button
          kind="primary"
          onClick={() => setMaking(true)}
          icon={
            busy === undefined ? (
              <Printer size={16} aria-hidden />
            ) : (
              <LoaderCircle size={16} aria-hidden className="animate-spin" />
            )
          }
        >
          {busy === undefined ? `Get ${count} parts to print` : 'Making the page …'}
        </Button>
      </div>
      <PrintSetDialog exercise={exercise} group={group} open={making} onOpenChange={setMaking} />
      {instrument !== undefined && (
        <LinkDialog
          exercise={exercise}
          group={group}
          instrument={instrument}
          pupils={pupils}
          pupil={pupil}
          open={linking}
          onOpenChange={setLinking}
        />
      )}
      <RenameDialog exercise={exercise} open={renaming} onOpenChange={setRenaming} />
    </header>
  );
}
