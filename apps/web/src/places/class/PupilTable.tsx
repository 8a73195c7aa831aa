import {
  type ClassView,
  filledIn,
  type ListedPupilDto,
  MAX_PUPILS,
  type PupilView,
  SavePupilsDto,
} from '@cifra/contract';
import { ClipboardPaste, Plus, Upload } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useFieldArray, useForm, useWatch } from 'react-hook-form';
import { removePupil, restorePupil, savePupils, usePupils } from '../../api/pupils';
import { PasteTable } from '../../classroom/PasteTable';
import { TEXT_COLUMNS } from '../../classroom/pupilColumns';
import { Button } from '../../ui/Button';
import { dtoResolver } from '../../ui/dtoResolver';
import { Loaded } from '../../ui/Loaded';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { PupilRow } from './PupilRow';
import { PupilTeaching } from './PupilTeaching';

/** The pupils of a class, quick to fill: typed, pasted or dropped as a table, with everything to be taken back. */
export function PupilTable({ group }: { readonly group: ClassView }) {
  return (
    <Loaded of={usePupils(group.id)} what="The pupils">
      {(pupils) => <OpenTable group={group} pupils={pupils} />}
    </Loaded>
  );
}

const MOST_BYTES = 200_000;

function OpenTable({ group, pupils }: { readonly group: ClassView; readonly pupils: readonly PupilView[] }) {
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const [taught, setTaught] = useState<number>();
  const notice = useNotice();
  const attempt = useAttempt();
  const form = useForm<SavePupilsDto>({
    resolver: (values, context, options) =>
      dtoResolver(SavePupilsDto)({ pupils: values.pupils.map(filledIn) }, context, options),
    defaultValues: { pupils: [...pupils] },
  });
  const { control, reset, handleSubmit, formState } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'pupils', keyName: 'key' });
  const { isDirty, isSubmitting, defaultValues } = formState;
  // What another window saved is shown, unless something is being changed here.
  useEffect(() => {
    if (!isDirty) reset({ pupils: [...pupils] });
  }, [pupils, isDirty, reset]);
  const rows = useWatch({ control, name: 'pupils' });
  const missing = rows.findIndex((r) => r.name.trim() === '');
  const usual = group.instruments[0] ?? 'flute';
  const add = (more: readonly ListedPupilDto[]) => append(more.slice(0, MAX_PUPILS - rows.length));
  const save = handleSubmit(({ pupils: listed }) =>
    attempt(async () => {
      // The list that the changes are made on.
      const before = (defaultValues?.pupils ?? []) as PupilView[];
      const saved = await savePupils(group.id, before, listed.map(filledIn));
      reset({ pupils: [...saved] });
      const undo = async () => {
        for (const p of saved) if (!before.some((b) => b.id === p.id)) await removePupil(group.id, p.id);
        await savePupils(group.id, saved, before);
      };
      notice('The pupils are saved.', { action: { label: 'Undo', run: () => void attempt(undo) } });
    }),
  );
  /** A pupil who is stored goes at once, and comes back with all that is theirs; a row that is not is taken out. */
  const takeOff = (at: number) => {
    const { id, name } = rows[at] ?? {};
    if (id === undefined) return remove(at);
    void attempt(async () => {
      await removePupil(group.id, id);
      // The list comes anew; where something is being changed here, it stays as it is but for this row.
      if (isDirty) remove(at);
      notice(`${name ?? ''} is off the list.`, {
        action: { label: 'Undo', run: () => void attempt(() => restorePupil(group.id, id)) },
      });
    });
  };
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    multiple: false,
    maxSize: MOST_BYTES,
    accept: { 'text/csv': ['.csv', '.txt', '.tsv'] },
    onDrop: ([file]) => {
      if (file === undefined)
        return notice('That is no table of text. Save it as CSV and drop it again.', { tone: 'warning' });
      void file.text().then((dropped) => {
        setText(dropped);
        setPasting(true);
      });
    },
  });
  return (
    <div
      {...getRootProps({ role: 'none' })}
      className={`mx-auto max-w-5xl space-y-4 rounded-md ${isDragActive ? 'ring-2 ring-accent' : ''}`}
    >
      <input {...getInputProps({ 'aria-label': 'A table of pupils' })} />
      <p className="text-secondary">
        First names or initials only. A pupil is no account: a link of their own, made under Parts, opens what they play
        and is closed when you like.
      </p>
      {fields.length === 0 ? (
        <p className="py-6 text-center text-secondary">
          Nobody is on the list yet. Add pupils, paste a list, or drop a CSV file here.
        </p>
      ) : (
        <table className="w-full border-collapse text-left">
          <thead className="text-[13px] text-secondary">
            <tr className="border-b border-line">
              {['Name', 'Instrument', 'Also plays', ...TEXT_COLUMNS.map((c) => c.head)].map((head) => (
                <th key={head} className="px-2 py-1 font-medium">
                  {head}
                </th>
              ))}
              <th>
                <span className="sr-only">Off the list</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {fields.map((field, i) => (
              <PupilRow
                key={field.key}
                form={form}
                at={i}
                ofClass={group.instruments}
                onTeaching={() => setTaught(i)}
                onRemove={() => takeOff(i)}
              />
            ))}
          </tbody>
        </table>
      )}
      <div className="flex flex-wrap gap-2">
        <Button
          icon={<Plus size={15} aria-hidden />}
          disabled={rows.length >= MAX_PUPILS}
          onClick={() => add([{ name: '', instrument: rows.at(-1)?.instrument ?? usual }])}
        >
          Add a pupil
        </Button>
        <Button
          icon={<ClipboardPaste size={15} aria-hidden />}
          aria-expanded={pasting}
          onClick={() => setPasting(!pasting)}
        >
          Paste a table
        </Button>
        <Button icon={<Upload size={15} aria-hidden />} onClick={open}>
          Choose a CSV file
        </Button>
      </div>
      {pasting && (
        <PasteTable
          text={text}
          onText={setText}
          otherwise={usual}
          onPut={(read) => {
            add(read);
            setText('');
            setPasting(false);
          }}
        />
      )}
      {taught !== undefined && rows[taught] !== undefined && (
        <PupilTeaching form={form} at={taught} group={group} onClose={() => setTaught(undefined)} />
      )}
      {isDirty && (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-line bg-white py-3">
          <p className="text-[13px] text-secondary" role="status">
            {missing >= 0 ? `Pupil ${missing + 1} has no name yet.` : 'Not saved yet.'}
          </p>
          <span className="flex-1" />
          <Button onClick={() => reset({ pupils: [...pupils] })}>Take the changes back</Button>
          <Button kind="primary" disabled={isSubmitting || missing >= 0} onClick={() => void save()}>
            Save the pupils
          </Button>
        </div>
      )}
    </div>
  );
}
