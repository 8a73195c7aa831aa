import { placeMeasures } from '@cifra/core';
import type { ReactNode } from 'react';
import { Modal } from '../../ui/Modal';
import { barName } from '../../words/spoken';
import type { Asks } from './action';
import type { FormProps } from './Ask';
import { KeyForm, NewKeyForm } from './AskKey';
import { ClefForm, MeterForm } from './AskMeter';
import { TempoForm, WordsForm } from './AskTempo';
import type { Writing } from './Writing';

export type Asked = Exclude<Parameters<Asks['ask']>[0], 'history' | 'take-away'>;

interface Props {
  readonly asked: Asked | undefined;
  readonly writing: Writing;
  readonly onClose: () => void;
}

const TITLES: Readonly<Record<Asked, string>> = {
  tempo: 'Tempo',
  words: 'Words under the note',
  key: 'Key signature',
  meter: 'Meter',
  clef: 'Clef',
  'new-key': 'Move the whole line to another key',
};

const FORMS: Readonly<Record<Asked, (props: FormProps) => ReactNode>> = {
  tempo: TempoForm,
  words: WordsForm,
  key: KeyForm,
  meter: MeterForm,
  clef: ClefForm,
  'new-key': NewKeyForm,
};

/** The small questions that a command asks before it can do its work. */
export function AskDialogs({ asked, writing, onClose }: Props) {
  if (asked === undefined) return null;
  const bar = placeMeasures(writing.edit.score)[writing.snapshot().caret.measure];
  const from = bar === undefined ? '' : ` from ${barName(bar.number)}`;
  const title = asked === 'words' || asked === 'new-key' ? TITLES[asked] : `${TITLES[asked]}${from}`;
  const Form = FORMS[asked];
  return (
    <Modal
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title={title}
    >
      <Form writing={writing} onClose={onClose} />
    </Modal>
  );
}
