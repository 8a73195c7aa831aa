import { type ClassView, MAX_PUPILS, type PupilView } from '@cifra/contract';
import { STAGE_WORDS } from '@cifra/contract/words';
import { INSTRUMENTS, type InstrumentId, type Stage, STAGES } from '@cifra/core';
import { ClipboardPaste, GraduationCap, Plus, Trash2, Upload } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { savePupils, usePupils } from '../../api/resources';
import { ConventionFields } from '../../conventions/ConventionFields';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useNotice } from '../../ui/Notices';
import { Failure, StaffSkeleton } from '../../ui/States';
import { pupilDto, type PupilRow, readPupilTable } from '../../classroom/readPupilTable';

const BOX =
  'h-9 w-full rounded-md border border-transparent bg-transparent px-2 hover:border-line focus:border-[#8a97ab] focus:bg-white';

/** The pupils of a class, quick to fill: typed, pasted or dropped as a table, with everything to be taken back. */
export function PupilTable({ group }: { readonly group: ClassView }) {
  const { data, error, mutate } = usePupils(group.id);
  if (error !== undefined && data === undefined)
    return <Failure title="The pupils could not be opened" detail={error.message} onRetry={() => void mutate()} />;
  return data === undefined ? <StaffSkeleton label="Opening the pupils" /> : <OpenTable group={group} pupils={data} />;
}

function OpenTable({ group, pupils }: { readonly group: ClassView; readonly pupils: readonly PupilView[] }) {
  const [draft, setDraft] = useState<readonly PupilRow[]>();
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const [saving, setSaving] = useState(false);
  const [taught, setTaught] = useState<number>();
  const teaching = useTeaching(group);
  const notice = useNotice();
  const rows: readonly PupilRow[] = draft ?? pupils;
  const usual = group.instruments[0] ?? 'flute';
  const read = readPupilTable(text, usual);
  const change = (at: number, part: Partial<PupilRow>) =>
    setDraft(rows.map((r, i) => (i === at ? { ...r, ...part } : r)));
  const missing = rows.findIndex((r) => r.name.trim() === '');
  const save = async (list: readonly PupilRow[], undo?: readonly PupilRow[]) => {
    setSaving(true);
    try {
      await savePupils(group.id, list.map(pupilDto));
      setDraft(undefined);
      if (undo === undefined) return;
      // Who was taken off the list comes back as new: links and records of theirs are gone.
      const before = undo.map(({ id, ...r }): PupilRow =>
        id !== undefined && list.some((l) => l.id === id) ? { id, ...r } : r,
      );
      notice('The pupils are saved.', { action: { label: 'Undo', run: () => void save(before) } });
    } catch (e) {
      notice((e as Error).message, { tone: 'warning' });
    } finally {
      setSaving(false);
    }
  };
  const add = (more: readonly PupilRow[]) => setDraft([...rows, ...more].slice(0, MAX_PUPILS));
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    multiple: false,
    maxSize: 200_000,
    accept: { 'text/csv': ['.csv', '.txt', '.tsv'] },
    onDrop: (files) => {
      const [file] = files;
      if (file !== undefined)
        void file.text().then((t) => {
          setText(t);
          setPasting(true);
        });
      else notice('That is no table of text. Save it as CSV and drop it again.', { tone: 'warning' });
    },
  });
  const gone = pupils.filter((p) => !rows.some((r) => r.id === p.id));
  const options = (
    <>
      <optgroup label="In this class">
        {INSTRUMENTS.filter((x) => group.instruments.includes(x.id)).map((x) => (
          <option key={x.id} value={x.id}>
            {x.name}
          </option>
        ))}
      </optgroup>
      <optgroup label="Others">
        {INSTRUMENTS.filter((x) => !group.instruments.includes(x.id)).map((x) => (
          <option key={x.id} value={x.id}>
            {x.name}
          </option>
        ))}
      </optgroup>
    </>
  );
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
      {rows.length === 0 ? (
        <p className="py-6 text-center text-secondary">
          Nobody is on the list yet. Add pupils, paste a list, or drop a CSV file here.
        </p>
      ) : (
        <table className="w-full border-collapse text-left">
          <thead className="text-[13px] text-secondary">
            <tr className="border-b border-line">
              <th className="px-2 py-1 font-medium">Name</th>
              <th className="px-2 font-medium">Instrument</th>
              <th className="px-2 font-medium">Also plays</th>
              <th className="px-2 font-medium">Seat</th>
              <th className="px-2 font-medium">Note</th>
              <th>
                <span className="sr-only">Off the list</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r, i) => {
              const who = r.name.trim() === '' ? `pupil ${i + 1}` : r.name;
              return (
                <tr key={r.id ?? `new-${i}`} className="border-b border-line">
                  <td className="w-40 py-0.5">
                    <input
                      aria-label={`Name of pupil ${i + 1}`}
                      maxLength={40}
                      className={BOX}
                      value={r.name}
                      onChange={(e) => change(i, { name: e.target.value })}
                    />
                  </td>
                  <td className="w-48">
                    <select
                      aria-label={`Instrument of ${who}`}
                      className={BOX}
                      value={r.instrument}
                      onChange={(e) => change(i, { instrument: e.target.value as InstrumentId })}
                    >
                      {options}
                    </select>
                  </td>
                  <td className="w-44">
                    <select
                      aria-label={`${who} also plays`}
                      className={BOX}
                      value={r.second ?? ''}
                      onChange={(e) =>
                        change(i, { second: e.target.value === '' ? undefined : (e.target.value as InstrumentId) })
                      }
                    >
                      <option value="">nothing else</option>
                      {options}
                    </select>
                  </td>
                  <td className="w-24">
                    <input
                      aria-label={`Seat of ${who}`}
                      maxLength={20}
                      className={BOX}
                      value={r.seat ?? ''}
                      onChange={(e) => change(i, { seat: e.target.value })}
                    />
                  </td>
                  <td>
                    <input
                      aria-label={`Note on ${who}`}
                      maxLength={300}
                      className={BOX}
                      value={r.note ?? ''}
                      onChange={(e) => change(i, { note: e.target.value })}
                    />
                  </td>
                  <td className="w-20 whitespace-nowrap">
                    <button
                      type="button"
                      aria-label={`How ${who} is taught`}
                      title="Stage and conventions of their own"
                      onClick={() => setTaught(i)}
                      className={`rounded p-2 hover:bg-desk ${r.stage !== undefined || Object.keys(r.conventions ?? {}).length > 0 ? 'text-accent' : 'text-secondary'}`}
                    >
                      <GraduationCap size={15} aria-hidden />
                    </button>
                    <button
                      type="button"
                      aria-label={`Take ${who} off the list`}
                      onClick={() => setDraft(rows.filter((_r, k) => k !== i))}
                      className="rounded p-2 text-secondary hover:bg-desk"
                    >
                      <Trash2 size={15} aria-hidden />
                    </button>
                  </td>
                </tr>
              );
            })}
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
        <div className="space-y-2 rounded-md bg-panel p-3">
          <label htmlFor="pupil-table" className="block text-[13px] font-medium">
            One pupil a line: name, instrument, second instrument, seat, note. A line of headings may come first.
          </label>
          <textarea
            id="pupil-table"
            rows={5}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={'Ada, flute\nBen, trumpet, horn, row 2'}
            className="w-full rounded-md border border-[#8a97ab] bg-white p-2"
          />
          {read.problems.length > 0 && (
            <ul className="text-[13px] text-warning">
              {read.problems.slice(0, 6).map((p) => (
                <li key={p}>{p}</li>
              ))}
            </ul>
          )}
          {read.rows.length > 0 && (
            <p className="text-[13px] text-secondary">
              {read.rows
                .slice(0, 5)
                .map((r) => `${r.name}: ${INSTRUMENTS.find((x) => x.id === r.instrument)?.name ?? ''}`)
                .join('; ')}
              {read.rows.length > 5 ? `, and ${read.rows.length - 5} more` : ''}
            </p>
          )}
          <Button
            disabled={read.rows.length === 0}
            onClick={() => {
              add(read.rows);
              setText('');
              setPasting(false);
            }}
          >
            Put {read.rows.length} {read.rows.length === 1 ? 'pupil' : 'pupils'} on the list
          </Button>
        </div>
      )}
      {taught !== undefined && rows[taught] !== undefined && (
        <Modal
          open
          onOpenChange={() => setTaught(undefined)}
          title={`How ${rows[taught].name.trim() || 'this pupil'} is taught`}
          description="What is left open is as the class has it."
          wide
        >
          <SelectField
            id="pupil-stage"
            label="Stage"
            className="mb-5 max-w-64"
            value={rows[taught].stage ?? ''}
            onChange={(e) => change(taught, { stage: e.target.value === '' ? undefined : (e.target.value as Stage) })}
          >
            <option value="">{STAGE_WORDS[group.stage]} (the class)</option>
            {STAGES.filter((x) => x !== group.stage).map((x) => (
              <option key={x} value={x}>
                {STAGE_WORDS[x]}
              </option>
            ))}
          </SelectField>
          <ConventionFields
            prefix="pupil"
            chosen={rows[taught].conventions ?? {}}
            below={teaching.conventions}
            belowName="the class"
            onChange={(conventions) => change(taught, { conventions })}
          />
          <div className="mt-4">
            <ModalFooter>
              <Button kind="primary" onClick={() => setTaught(undefined)}>
                Done
              </Button>
            </ModalFooter>
          </div>
        </Modal>
      )}
      {draft !== undefined && (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-line bg-white py-3">
          <p className="text-[13px] text-secondary" role="status">
            {missing >= 0
              ? `Pupil ${missing + 1} has no name yet.`
              : gone.length > 0
                ? `${gone.map((p) => p.name).join(', ')} will go, with links, practice and hand-ins.`
                : 'Not saved yet.'}
          </p>
          <span className="flex-1" />
          <Button onClick={() => setDraft(undefined)}>Take the changes back</Button>
          <Button kind="primary" disabled={saving || missing >= 0} onClick={() => void save(rows, pupils)}>
            Save the pupils
          </Button>
        </div>
      )}
    </div>
  );
}
