import type { ClassView, SaveClassDto } from '@cifra/contract';
import { INSTRUMENTS, type InstrumentId } from '@cifra/core';
import { Checkbox } from 'radix-ui';
import { Check } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '../ui/Button';
import { SelectField, TextField } from '../ui/Field';
import { Modal } from '../ui/Modal';

interface Props {
  readonly group: ClassView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onSave: (change: Partial<SaveClassDto>) => Promise<void>;
}

const SECTIONS = ['woodwind', 'brass'] as const;

/** Which instruments sit in the room; the list keeps score order by itself. */
export function ClassDialog({ group, open, onOpenChange, onSave }: Props) {
  const [name, setName] = useState(group.name);
  const [instruments, setInstruments] = useState<readonly InstrumentId[]>(group.instruments);
  const [recorder, setRecorder] = useState(group.schools.recorder);
  useEffect(() => {
    if (!open) return;
    setName(group.name);
    setInstruments(group.instruments);
    setRecorder(group.schools.recorder);
  }, [open, group]);
  const toggle = (id: InstrumentId, on: boolean) => setInstruments((all) => INSTRUMENTS.map((i) => i.id).filter((i) => (i === id ? on : all.includes(i))));
  const save = async () => {
    await onSave({ name: name.trim(), instruments: [...instruments], schools: { recorder } });
    onOpenChange(false);
  };
  const problem = name.trim() === '' ? 'Give the class a name.' : instruments.length === 0 ? 'Choose at least one instrument.' : undefined;
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="The class" description="Each instrument gets a page of every line." wide>
      <div className="space-y-5">
        <TextField id="class-name" label="Name" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
        <div className="grid gap-6 sm:grid-cols-2">
          {SECTIONS.map((family) => (
            <fieldset key={family}>
              <legend className="mb-1.5 text-[13px] font-semibold text-secondary">{family === 'brass' ? 'Brass' : 'Woodwinds'}</legend>
              {INSTRUMENTS.filter((i) => i.family === family).map((i) => (
                <div key={i.id} className="flex h-8 items-center gap-2.5">
                  <Checkbox.Root id={`play-${i.id}`} checked={instruments.includes(i.id)} onCheckedChange={(on) => toggle(i.id, on === true)} className="grid size-5 place-items-center rounded border border-[#8a97ab] bg-white data-[state=checked]:border-accent data-[state=checked]:bg-accent">
                    <Checkbox.Indicator className="text-white"><Check size={14} aria-hidden /></Checkbox.Indicator>
                  </Checkbox.Root>
                  <label htmlFor={`play-${i.id}`} className="flex-1 cursor-pointer">{i.name}{i.inKey === undefined ? '' : ` in ${i.inKey}`}</label>
                </div>
              ))}
            </fieldset>
          ))}
        </div>
        <SelectField id="school-recorder" label="Recorders are fingered" value={recorder} onChange={(e) => setRecorder(e.target.value as typeof recorder)}>
          <option value="baroque">Baroque (forked F)</option>
          <option value="german">German (plain F)</option>
        </SelectField>
        <div className="flex items-center justify-end gap-3">
          {problem !== undefined && <p role="alert" className="mr-auto text-warning">{problem}</p>}
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button kind="primary" disabled={problem !== undefined} onClick={() => void save()}>Save the class</Button>
        </div>
      </div>
    </Modal>
  );
}
