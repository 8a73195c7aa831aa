import type { PracticeSetupDto, SentencesDto, TeacherView } from '@cifra/contract';
import { DEFAULT_CONVENTIONS, type ConventionOverrides } from '@cifra/core';
import { Tabs } from 'radix-ui';
import { useEffect, useState } from 'react';
import { saveProfile } from '../api/resources';
import { Button } from '../ui/Button';
import { Modal, ModalFooter } from '../ui/Modal';
import { useNotice } from '../ui/Notices';
import { TAB } from '../ui/tab';
import { PracticeFields } from './PracticeFields';
import { ConventionFields } from './ConventionFields';
import { SentenceFields, sentencesHold } from './SentenceFields';

interface Props {
  readonly teacher: TeacherView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** How the teacher teaches, for every class that does not do otherwise. */
export function ProfileDialog({ teacher, open, onOpenChange }: Props) {
  const [chosen, setChosen] = useState<ConventionOverrides>(teacher.conventions);
  const [sentences, setSentences] = useState<SentencesDto>(teacher.sentences);
  const [practice, setPractice] = useState<PracticeSetupDto>(teacher.practice);
  const [saving, setSaving] = useState(false);
  const notice = useNotice();
  useEffect(() => {
    if (!open) return;
    setChosen(teacher.conventions);
    setSentences(teacher.sentences);
    setPractice(teacher.practice);
  }, [open, teacher]);
  const save = async () => {
    setSaving(true);
    try {
      await saveProfile({ conventions: chosen, sentences, practice });
      onOpenChange(false);
    } catch (e) {
      notice((e as Error).message, { tone: 'warning', action: { label: 'Try again', run: () => void save() } });
    } finally {
      setSaving(false);
    }
  };
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="How you teach"
      description="It holds for every class of yours. A class may do otherwise."
      wide
    >
      <div className="space-y-5">
        <Tabs.Root defaultValue="conventions">
          <Tabs.List aria-label="What you teach by" className="mb-4 flex gap-5 border-b border-line">
            <Tabs.Trigger value="conventions" className={TAB}>
              Conventions
            </Tabs.Trigger>
            <Tabs.Trigger value="sentences" className={TAB}>
              Lines and spaces
            </Tabs.Trigger>
            <Tabs.Trigger value="practice" className={TAB}>
              Practice
            </Tabs.Trigger>
          </Tabs.List>
          <Tabs.Content value="conventions">
            <ConventionFields
              prefix="profile"
              chosen={chosen}
              below={DEFAULT_CONVENTIONS}
              belowName="usual"
              onChange={setChosen}
            />
          </Tabs.Content>
          <Tabs.Content value="sentences">
            <SentenceFields sentences={sentences} onChange={setSentences} />
          </Tabs.Content>
          <Tabs.Content value="practice">
            <PracticeFields practice={practice} onChange={setPractice} />
          </Tabs.Content>
        </Tabs.Root>
        <ModalFooter>
          <Button kind="quiet" disabled={Object.keys(chosen).length === 0} onClick={() => setChosen({})}>
            All as usual
          </Button>
          <span className="flex-1" />
          <Button onClick={() => onOpenChange(false)}>Cancel</Button>
          <Button kind="primary" disabled={saving || !sentencesHold(sentences)} onClick={() => void save()}>
            Save how I teach
          </Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}
