import {
  type Clef,
  CLEFS,
  instrumentOf,
  isInstrumentId,
  key,
  type Meter,
  METERS,
  meterText,
  type PageOwner,
  WARM_UP_FIFTHS,
  WARM_UPS,
  warmUp,
} from '@cifra/core';
import { PageOwnerOptions } from '../../classroom/PageOwnerOptions';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { createExercise } from '../../api/resources';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { keyName, signatureCount } from '../../words/caption';
import { WARM_UP_WORDS } from '../../words/drillWords';
import { reasonOf } from '../../ui/reason';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

const FIFTHS = [0, 1, 2, 3, 4, 5, 6, 7, -1, -2, -3, -4, -5, -6, -7];
const CONCERT_CLEF: Clef = 'treble';
const EMPTY = 'empty';
const SLURS_HINT =
  'In B♭ major each pair has one valve combination or position on trumpet, trombone, euphonium and tuba.';

/** Asks what stands at the head of the page, then opens the empty line; or makes a warm-up, and opens its parts. */
export function NewLineDialog({ open, onOpenChange }: Props) {
  const navigate = useNavigate();
  const [refused, setRefused] = useState<string>();
  const {
    register,
    handleSubmit,
    setValue,
    control,
    formState: { errors, isSubmitting },
  } = useForm({
    defaultValues: {
      title: '',
      begin: EMPTY,
      sounds: String(WARM_UP_FIFTHS[0]),
      owner: 'concert',
      clef: CONCERT_CLEF as string,
      fifths: '0',
      meter: '2',
    },
  });
  const owner = register('owner');
  const begin = useWatch({ control, name: 'begin' });
  const kind = WARM_UPS.find((w) => w === begin);
  const start = handleSubmit(async (f) => {
    const page: PageOwner = isInstrumentId(f.owner) ? f.owner : 'concert';
    const title = f.title.trim() || (kind === undefined ? '' : WARM_UP_WORDS[kind]);
    const measure = {
      id: 'm1',
      events: [],
      clef: f.clef as Clef,
      key: key(Number(f.fifths)),
      meter: METERS[Number(f.meter)] as Meter,
    };
    try {
      const made = await createExercise(
        title,
        kind === undefined
          ? { owner: page, source: { title, measures: [measure], slurs: [], hairpins: [] }, partChoices: {} }
          : warmUp(kind, Number(f.sounds), title),
      );
      void navigate(`/exercises/${made.id}/${kind === undefined ? 'write' : 'parts'}`);
    } catch (e) {
      setRefused(reasonOf(e));
    }
  });
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="Write a line"
      description="What stands at the head of the page you read from. All of it can be changed later."
    >
      <form noValidate onSubmit={(e) => void start(e)}>
        <div className="space-y-4 pb-6">
          <TextField
            id="new-title"
            label="Title"
            maxLength={200}
            autoFocus
            error={errors.title?.message ?? refused}
            placeholder={kind === undefined ? undefined : WARM_UP_WORDS[kind]}
            {...register('title', {
              validate: (t, form) => t.trim() !== '' || form.begin !== EMPTY || 'Give the line a title.',
            })}
          />
          <SelectField id="new-begin" label="Begin with" {...register('begin')}>
            <option value={EMPTY}>an empty line</option>
            <optgroup label="A warm-up for every instrument at once">
              {WARM_UPS.map((w) => (
                <option key={w} value={w}>
                  {WARM_UP_WORDS[w]}
                </option>
              ))}
            </optgroup>
          </SelectField>
          {kind === 'slurs' && <p className="text-[13px] text-secondary">{SLURS_HINT}</p>}
          {kind === undefined ? (
            <>
              <SelectField
                id="new-owner"
                label="Whose page is it?"
                {...owner}
                onChange={(e) => {
                  void owner.onChange(e);
                  setValue(
                    'clef',
                    isInstrumentId(e.target.value) ? instrumentOf(e.target.value).clefs[0] : CONCERT_CLEF,
                  );
                }}
              >
                <PageOwnerOptions concert="A concert page: it sounds as written" />
              </SelectField>
              <div className="grid grid-cols-3 gap-3">
                <SelectField id="new-clef" label="Clef" {...register('clef')}>
                  {CLEFS.map((c) => (
                    <option key={c} value={c}>
                      {c}
                    </option>
                  ))}
                </SelectField>
                <SelectField id="new-key" label="Signature" {...register('fifths')}>
                  {FIFTHS.map((f) => (
                    <option key={f} value={f}>
                      {f === 0 ? 'none' : `${signatureCount(f)} (${keyName(key(f))})`}
                    </option>
                  ))}
                </SelectField>
                <SelectField id="new-meter" label="Meter" {...register('meter')}>
                  {METERS.map((m, i) => (
                    <option key={i} value={i}>
                      {m.symbol === 'cut' ? '2/2' : meterText(m)}
                    </option>
                  ))}
                </SelectField>
              </div>
            </>
          ) : (
            <SelectField id="new-sounds" label="Sounds in" {...register('sounds')}>
              {WARM_UP_FIFTHS.map((f) => (
                <option key={f} value={f}>
                  {keyName(key(f))}
                </option>
              ))}
            </SelectField>
          )}
        </div>
        <ModalFooter>
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button kind="primary" type="submit" disabled={isSubmitting}>
            {kind === undefined ? 'Start writing' : 'Make the warm-up'}
          </Button>
        </ModalFooter>
      </form>
    </Modal>
  );
}
