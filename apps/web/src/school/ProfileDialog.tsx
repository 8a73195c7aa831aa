import type { TeacherView } from '@cifra/contract';
import { DEFAULT_SCHOOLS, type SchoolOverrides } from '@cifra/core';
import { useEffect, useState } from 'react';
import { saveProfile } from '../api/resources';
import { Button } from '../ui/Button';
import { Modal, ModalFooter } from '../ui/Modal';
import { useNotice } from '../ui/Notices';
import { SchoolFields } from './SchoolFields';

interface Props {
  readonly teacher: TeacherView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** How the teacher teaches, for every class that does not do otherwise. */
export function ProfileDialog({ teacher, open, onOpenChange }: Props) {
  const [chosen, setChosen] = useState<SchoolOverrides>(teacher.schools);
  const [saving, setSaving] = useState(false);
  const notice = useNotice();
  useEffect(() => { if (open) setChosen(teacher.schools); }, [open, teacher]);
  const save = async () => {
    setSaving(true);
    try {
      await saveProfile(chosen);
      onOpenChange(false);
    } catch (e) {
      notice((e as Error).message, { tone: 'warning', action: { label: 'Try again', run: () => void save() } });
    } finally {
      setSaving(false);
    }
  };
  return (
    <Modal open={open} onOpenChange={onOpenChange} title="How you teach" description="It holds for every class of yours. A class may do otherwise." wide>
      <div className="space-y-5">
        <SchoolFields prefix="profile" chosen={chosen} below={DEFAULT_SCHOOLS} belowName="usual" onChange={setChosen} />
        <ModalFooter>
          <Button kind="quiet" disabled={Object.keys(chosen).length === 0} onClick={() => setChosen({})}>All as usual</Button>
          <span className="flex-1" />
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button kind="primary" disabled={saving} onClick={() => void save()}>Save how I teach</Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}
