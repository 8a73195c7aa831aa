import { type Exercise, linesOf } from '@cifra/core';
import { LINE_FORMATS, type LineFormat, type Loss, notCarried } from '@cifra/formats/write';
import { useState } from 'react';
import { download } from '../../api/request';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter } from '../../ui/Modal';
import { list } from '../../words/spoken';
import { reasonOf } from '../../ui/reason';

interface Props {
  readonly id: string;
  readonly exercise: Exercise;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** Sends what is not sent yet: the file is made from what the server has. */
  readonly saveFirst: () => Promise<void>;
}

const FORMATS: Readonly<Record<LineFormat, { readonly name: string; readonly hint: string }>> = {
  musicxml: { name: 'MusicXML', hint: 'For notation programs' },
  mxl: { name: 'MusicXML, compressed', hint: 'The same in a small file' },
  abc: { name: 'ABC', hint: 'Plain text, to keep or to send' },
  mid: { name: 'MIDI', hint: 'To listen and to play along, with a count-in' },
  json: { name: 'Cifra', hint: 'The exercise whole, to bring in again' },
};
const LOSS_WORDS: Readonly<Record<Loss, string>> = {
  reminders: 'reminder signs',
  'open-slurs': 'slurs that have no end yet',
  'parts-choices': 'what was chosen for single parts',
  'other-lines': 'all lines but the one that is written',
  notation: 'how the notes are spelled and beamed',
  slurs: 'slurs (they sound, but are not drawn)',
  breaths: 'breath marks',
  words: 'words such as dolce',
  lyrics: 'words to sing',
  chords: 'chord symbols',
  fermatas: 'fermatas',
  'repeats-played': 'repeat signs (repeats are played out)',
  hairpins: 'growing and fading',
};

/** The line as a file: which format, as read or as it sounds, and what that format cannot say. */
export function TakeAwayDialog({ id, exercise, open, onOpenChange, saveFirst }: Props) {
  const [format, setFormat] = useState<LineFormat>('musicxml');
  const [concert, setConcert] = useState(false);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string>();
  const losses = notCarried(exercise, format);
  const pitched = format !== 'json' && format !== 'mid' && exercise.owner !== 'concert';
  const take = async () => {
    setBusy(true);
    setError(undefined);
    try {
      await saveFirst();
      await download(`/api/exercises/${id}/line.${format}${pitched && concert ? '?pitch=concert' : ''}`);
      onOpenChange(false);
    } catch (e) {
      setError(reasonOf(e));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="Take the line away"
      description={
        linesOf(exercise).length > 1
          ? 'All lines go into one file, where the format can hold them.'
          : 'As a file for other programs.'
      }
    >
      <fieldset className="mb-4">
        <legend className="sr-only">Format</legend>
        {LINE_FORMATS.map((f) => (
          <label key={f} className="flex items-baseline gap-2.5 py-1">
            <input
              type="radio"
              name="format"
              className="accent-accent"
              checked={format === f}
              onChange={() => setFormat(f)}
            />
            <span className="w-40 font-medium">{FORMATS[f].name}</span>
            <span className="text-[13px] text-secondary">{FORMATS[f].hint}</span>
          </label>
        ))}
      </fieldset>
      {pitched && (
        <label className="mb-4 flex items-center gap-2.5">
          <input
            type="checkbox"
            className="accent-accent"
            checked={concert}
            onChange={(e) => setConcert(e.target.checked)}
          />
          In concert pitch instead of as read
        </label>
      )}
      <p className={`min-h-12 pb-5 text-[13.5px] ${losses.length === 0 ? 'text-secondary' : 'text-fresh'}`}>
        {losses.length === 0
          ? 'The file will hold everything.'
          : `The file will not hold: ${list(losses.map((l) => LOSS_WORDS[l]))}.`}
      </p>
      {error !== undefined && (
        <p role="alert" className="pb-4 text-warning">
          {error}
        </p>
      )}
      <ModalFooter>
        <Button onClick={() => onOpenChange(false)}>Cancel</Button>
        <Button kind="primary" disabled={busy} onClick={() => void take()}>
          {busy ? 'Making the file …' : 'Download'}
        </Button>
      </ModalFooter>
    </Modal>
  );
}
