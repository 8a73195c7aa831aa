import { placeMeasures } from '@cifra/core';
import type { ReactNode } from 'react';
import { Modal } from '../../ui/Modal';
import { barName } from '../../words/spoken';
import type { Asks } from './action';
import type { FormProps } from './Ask';
import { KeyForm, NewKeyForm } from './AskKey';
import { ClefForm, MeterForm } from './AskMeter';
import { TempoForm } from './AskTempo';
import { ChordForm, SyllablesForm, WordsForm } from './AskWords';
import type { Writing } from './Writing';

export type Asked = Exclude<Parameters<Asks['ask']>[0], 'history' | 'take-away'>;

interface Props {
  readonly asked: Asked | undefined;
  readonly writing: Writing;
  readonly onClose: () => void;
}

const TITLES: Readonly<Record<Asked, string>> = {
  tempo: 'Tempo',
  words: 'Words such as dolce, at the note',
  syllables: 'Words to sing',
  chord: 'Chord symbol over the note',
  key: 'Key signature',
  meter: 'Meter',
  clef: 'Clef',
  'new-key': 'Move the whole line to another key',
};

/** What holds from the caret's bar on. */
const FROM_BAR: ReadonlySet<Asked> = new Set(['tempo', 'key', 'meter', 'clef']);

const FORMS: Readonly<Record<Asked, (props: FormProps) => ReactNode>> = {
  tempo: TempoForm,
  words: WordsForm,
  syllables: SyllablesForm,
  chord: ChordForm,
  key: KeyForm,
  meter: MeterForm,
  clef: ClefForm,
  'new-key': NewKeyForm,
};

/** The small questions that a command asks before it can do its work. */
export function AskDialogs({ asked, writing, onClose }: Props) {
  if (asked === undefined) return null;
  const bar = placeMeasures(writing.edit.score)[writing.snapshot().caret.measure];
  const from = bar === undefined || !FROM_BAR.has(asked) ? '' : ` from ${barName(bar.number)}`;
  const Form = FORMS[asked];
  return (
    <Modal
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title={`${TITLES[asked]}${from}`}
    >
      <Form writing={writing} onClose={onClose} />
    </Modal>
  );
}
