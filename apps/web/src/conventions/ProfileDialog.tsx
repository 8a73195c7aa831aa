import { SaveProfileDto, type TeacherView } from '@cifra/contract';
import { DEFAULT_CONVENTIONS } from '@cifra/core';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { saveProfile } from '../api/resources';
import { Button } from '../ui/Button';
import { dtoResolver } from '../ui/dtoResolver';
import { Modal, ModalFooter, Unsaved } from '../ui/Modal';
import { TAB } from '../ui/tab';
import { useAttempt } from '../ui/useAttempt';
import { ConventionFields } from './ConventionFields';
import { PracticeFields } from './PracticeFields';
import { SentenceFields, sentencesHold } from './SentenceFields';

interface Props {
  readonly teacher: TeacherView;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** How the teacher teaches, for every class that does not do otherwise. */
export const ProfileDialog = ({ teacher, open, onOpenChange }: Props) => (
  <Modal
    open={open}
    onOpenChange={onOpenChange}
    title="How you teach"
    description="It holds for every class of yours. A class may do otherwise."
    wide
  >
    <ProfileForm teacher={teacher} onClose={() => onOpenChange(false)} />
  </Modal>
);

const VIEWS = { conventions: 'Conventions', sentences: 'Lines and spaces', practice: 'Practice' } as const;

function ProfileForm({ teacher, onClose }: { readonly teacher: TeacherView; readonly onClose: () => void }) {
  const attempt = useAttempt();
  // What the form begins with is what the change is made on, whatever another window saves meanwhile.
  const [base] = useState(teacher);
  const { conventions, sentences, practice } = base;
  const { control, handleSubmit, setValue, formState } = useForm<SaveProfileDto>({
    // A profile in which nothing is otherwise is a profile too: what is empty is sent.
    resolver: dtoResolver(SaveProfileDto, { keepEmpty: true }),
    defaultValues: { conventions, sentences, practice },
  });
  const chosen = useWatch({ control, name: 'conventions' });
  const written = useWatch({ control, name: 'sentences' });
  const save = handleSubmit(async (profile) => {
    if (await attempt(() => saveProfile(base, profile), { again: true })) onClose();
  });
  return (
    <form noValidate className="space-y-5" onSubmit={(e) => void save(e)}>
      <Unsaved when={formState.isDirty} />
      <Tabs.Root defaultValue="conventions">
        <Tabs.List aria-label="What you teach by" className="mb-4 flex gap-5 border-b border-line">
          {Object.entries(VIEWS).map(([name, words]) => (
            <Tabs.Trigger key={name} value={name} className={TAB}>
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="conventions">
          <Controller
            control={control}
            name="conventions"
            render={({ field }) => (
              <ConventionFields
                prefix="profile"
                chosen={field.value}
                below={DEFAULT_CONVENTIONS}
                belowName="usual"
                onChange={field.onChange}
              />
            )}
          />
        </Tabs.Content>
        <Tabs.Content value="sentences">
          <Controller
            control={control}
            name="sentences"
            render={({ field }) => <SentenceFields sentences={field.value ?? {}} onChange={field.onChange} />}
          />
        </Tabs.Content>
        <Tabs.Content value="practice">
          <Controller
            control={control}
            name="practice"
            render={({ field }) => <PracticeFields practice={field.value ?? {}} onChange={field.onChange} />}
          />
        </Tabs.Content>
      </Tabs.Root>
      <ModalFooter>
        <Button kind="quiet" disabled={Object.keys(chosen).length === 0} onClick={() => setValue('conventions', {})}>
          All as usual
        </Button>
        <span className="flex-1" />
        <Button onClick={onClose}>Cancel</Button>
        <Button kind="primary" type="submit" disabled={formState.isSubmitting || !sentencesHold(written ?? {})}>
          Save how I teach
        </Button>
      </ModalFooter>
    </form>
  );
}
