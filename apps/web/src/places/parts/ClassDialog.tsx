import type { ClassView, ListedPupilDto, PupilView, SaveClassDto } from '@cifra/contract';
import { STAGE_WORDS } from '@cifra/contract/words';
import {
  type InstrumentId,
  key,
  type ConventionOverrides,
  conventionsOf,
  type Stage,
  STAGES,
  USUAL_FIFTHS,
} from '@cifra/core';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { usePupils } from '../../api/pupils';
import { useTeacher } from '../../api/resources';
import { ConventionFields } from '../../conventions/ConventionFields';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter, Unsaved } from '../../ui/Modal';
import { TAB } from '../../ui/tab';
import { keyName, signatureCount } from '../../words/caption';
import { InstrumentsTab } from './InstrumentsTab';
import { PupilsTab } from './PupilsTab';

interface Props {
  readonly group: ClassView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** @param base the class as it was when the dialog opened; pupils where they were changed, on which list */
  readonly onSave: (
    base: ClassView,
    change: Partial<SaveClassDto>,
    pupils: { readonly base: readonly PupilView[]; readonly mine: readonly ListedPupilDto[] } | undefined,
  ) => Promise<unknown>;
}

/** Signatures that a beginners' class may be used to, the flats first. */
const USUAL_CHOICES = [-4, -3, -2, -1, 0, 1, 2, 3, 4];

/**
 * Which instruments sit in the room, how far they are and how they are taught; the list keeps score order by itself.
 */
export const ClassDialog = ({ open, onOpenChange, ...rest }: Props) => (
  <Modal
    open={open}
    onOpenChange={onOpenChange}
    title="The class"
    description="Each instrument gets a page of every line."
    wide
  >
    <ClassForm {...rest} onClose={() => onOpenChange(false)} />
  </Modal>
);

function ClassForm({
  group: now,
  onSave,
  onClose,
}: Pick<Props, 'group' | 'onSave'> & { readonly onClose: () => void }) {
  const { data: teacher } = useTeacher();
  const [group] = useState(now);
  const [name, setName] = useState(group.name);
  const [instruments, setInstruments] = useState<readonly InstrumentId[]>(group.instruments);
  const [stage, setStage] = useState<Stage>(group.stage);
  const [usualFifths, setUsual] = useState(group.usualFifths ?? USUAL_FIFTHS);
  const [conventions, setConventions] = useState<ConventionOverrides>(group.conventions);
  const { data: listed } = usePupils(group.id);
  const [pupils, setPupils] = useState<{
    readonly base: readonly PupilView[];
    readonly mine: readonly ListedPupilDto[];
  }>();
  const shownPupils = pupils?.mine ?? listed ?? [];
  const save = async () => {
    await onSave(group, { name: name.trim(), instruments: [...instruments], stage, conventions, usualFifths }, pupils);
    onClose();
  };
  const problem =
    name.trim() === ''
      ? 'Give the class a name.'
      : instruments.length === 0
        ? 'Choose at least one instrument.'
        : shownPupils.some((p) => p.name.trim() === '')
          ? 'Give every pupil a name, or take the empty line out.'
          : undefined;
  const isChanged =
    pupils !== undefined ||
    name !== group.name ||
    stage !== group.stage ||
    usualFifths !== (group.usualFifths ?? USUAL_FIFTHS) ||
    instruments !== group.instruments ||
    conventions !== group.conventions;
  return (
    <div className="space-y-4">
      <Unsaved when={isChanged} />
      <div className="grid gap-4 sm:grid-cols-[1fr_13rem_13rem]">
        <TextField id="class-name" label="Name" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
        <SelectField
          id="class-stage"
          label="How far they are"
          value={stage}
          onChange={(e) => setStage(e.target.value as Stage)}
        >
          {STAGES.map((s) => (
            <option key={s} value={s}>
              {STAGE_WORDS[s]}
            </option>
          ))}
        </SelectField>
        <SelectField
          id="class-key"
          label="Key they are used to"
          value={usualFifths}
          onChange={(e) => setUsual(Number(e.target.value))}
        >
          {USUAL_CHOICES.map((f) => (
            <option key={f} value={f}>
              concert {keyName(key(f))}
              {f === 0 ? '' : `, ${signatureCount(f)}`}
            </option>
          ))}
        </SelectField>
      </div>
      <Tabs.Root defaultValue="instruments">
        <Tabs.List aria-label="Parts of the class" className="mb-4 flex gap-5 border-b border-line">
          <Tabs.Trigger value="instruments" className={TAB}>
            Instruments, {instruments.length}
          </Tabs.Trigger>
          <Tabs.Trigger value="pupils" className={TAB}>
            Pupils, {shownPupils.length}
          </Tabs.Trigger>
          <Tabs.Trigger value="conventions" className={TAB}>
            How it is taught
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="instruments">
          <InstrumentsTab instruments={instruments} onChange={setInstruments} />
        </Tabs.Content>
        <Tabs.Content value="pupils">
          <PupilsTab
            pupils={shownPupils}
            instruments={instruments}
            classId={group.id}
            onChange={(mine) => setPupils({ base: pupils?.base ?? listed ?? [], mine })}
          />
        </Tabs.Content>
        <Tabs.Content value="conventions">
          <ConventionFields
            prefix="class"
            chosen={conventions}
            below={conventionsOf(teacher?.conventions ?? {})}
            belowName="as you teach"
            onChange={setConventions}
          />
        </Tabs.Content>
      </Tabs.Root>
      <ModalFooter>
        {problem !== undefined && (
          <p role="alert" className="mr-auto text-warning">
            {problem}
          </p>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button kind="primary" disabled={problem !== undefined} onClick={() => void save()}>
          Save the class
        </Button>
      </ModalFooter>
    </div>
  );
}
