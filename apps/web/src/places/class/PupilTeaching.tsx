import type { ClassView, SavePupilsDto } from '@cifra/contract';
import { STAGE_WORDS } from '@cifra/contract/words';
import { type Stage, STAGES } from '@cifra/core';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { ConventionFields } from '../../conventions/ConventionFields';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { SelectField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';

interface Props {
  readonly form: UseFormReturn<SavePupilsDto>;
  readonly at: number;
  readonly group: ClassView;
  readonly onClose: () => void;
}
const CHANGED = { shouldDirty: true } as const;

/** Where a pupil is taught otherwise than the class. */
export function PupilTeaching({ form: { control, setValue }, at, group, onClose }: Props) {
  const teaching = useTeaching(group);
  const { name, stage, conventions = {} } = useWatch({ control, name: `pupils.${at}` });
  return (
    <Modal
      open
      onOpenChange={onClose}
      title={`How ${name.trim() || 'this pupil'} is taught`}
      description="What is left open is as the class has it."
      wide
    >
      <SelectField
        id="pupil-stage"
        label="Stage"
        className="mb-5 max-w-64"
        value={stage ?? ''}
        onChange={(e) => setValue(`pupils.${at}.stage`, (e.target.value || undefined) as Stage | undefined, CHANGED)}
      >
        <option value="">{STAGE_WORDS[group.stage]} (the class)</option>
        {STAGES.filter((s) => s !== group.stage).map((s) => (
          <option key={s} value={s}>
            {STAGE_WORDS[s]}
          </option>
        ))}
      </SelectField>
      <ConventionFields
        prefix="pupil"
        chosen={conventions}
        below={teaching.conventions}
        belowName="the class"
        onChange={(chosen) => setValue(`pupils.${at}.conventions`, chosen, CHANGED)}
      />
      <div className="mt-4">
        <ModalFooter>
          <Button kind="primary" onClick={onClose}>
            Done
          </Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}
