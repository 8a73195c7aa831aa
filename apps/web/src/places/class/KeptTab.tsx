import { type ClassView, MAX_CLASSES, KEEP_TAKEN_BACK_DAYS } from '@cifra/contract';
import { Download, Plus, Trash2, Upload } from 'lucide-react';
import { useState } from 'react';
import { mutate } from 'swr';
import { createClass, removeClass } from '../../api/classResources';
import { deleteAccount, download, postBytes } from '../../api/request';
import { saveProfile, useTeacher } from '../../api/resources';
import { Button } from '../../ui/Button';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { chooseClass } from '../../classroom/currentClass';
import { SignInSection } from './SignInSection';

const KEPT: readonly (readonly [string, string])[] = [
  ['Of you', 'your name, your e-mail address, your password as a hash that cannot be turned back, how you teach.'],
  [
    'Of your lines',
    'the music, every saved version, parts and page settings; what was taken off the shelf for 30 days.',
  ],
  [
    'Of pupils',
    'first name or initials, instruments, seat, your note, notes they have met, what was set, what you wrote down, what is lent to them; through a link of their own what they practised and what they handed in, with its sound.',
  ],
  [
    'Of visits',
    'when you signed in, for 30 days; how often signing in failed, or a link was wrong or asked for, for an hour and a half at most. Nothing is sent to anybody else.',
  ],
];

const KEEP: readonly (readonly [number, string])[] = [
  [0, 'until I delete them'],
  [3, 'for 3 months'],
  [6, 'for 6 months'],
  [12, 'for a year'],
  [24, 'for two years'],
  [60, 'for five years'],
];

/** What is stored, in words; taking it away, bringing it back, and deleting it. */
export function KeptTab({ group, all }: { readonly group: ClassView; readonly all: readonly ClassView[] }) {
  const { data: teacher } = useTeacher();
  const [asking, setAsking] = useState<'class' | 'account'>();
  const [typed, setTyped] = useState('');
  const [name, setName] = useState('');
  const notice = useNotice();
  const attempt = useAttempt();
  const bring = (file: File | undefined) =>
    attempt(async () => {
      if (file === undefined) return;
      const { exercises, classes, pupils } = await postBytes<{ exercises: number; classes: number; pupils: number }>(
        '/api/account/file',
        file,
      );
      await mutate(() => true);
      const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
      notice(
        `Brought back: ${many(exercises, 'line', 'lines')}, ${many(classes, 'class', 'classes')}, ${many(pupils, 'pupil', 'pupils')}. Nothing that was here has changed.`,
      );
    });
  const make = () =>
    attempt(async () => {
      const { id: _id, known: _known, ...settings } = group;
      const made = await createClass({ ...settings, name: name.trim() });
      chooseClass(made.id);
      setName('');
      notice(`“${made.name}” is made, with the same instruments and pages. It is the class of every place now.`);
    });
  const close = () => {
    setAsking(undefined);
    setTyped('');
  };
  return (
    <div className="mx-auto max-w-3xl space-y-8">
      <section aria-label="What is stored">
        <h2 className="mb-2 text-[19px]">What is stored</h2>
        <dl className="grid grid-cols-[8rem_1fr] gap-x-4 gap-y-2 max-sm:grid-cols-1">
          {KEPT.map(([of, what]) => (
            <div key={of} className="contents">
              <dt className="font-semibold">{of}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-label="How long">
        <h2 className="mb-2 text-[19px]">How long it is kept</h2>
        <p className="mb-3 text-secondary">
          What happened in lessons, what was set, practised and handed in, and loans that came back are deleted at night
          once they are older than this. What pupils know stays, since the next page needs it. A pupil who is taken off
          the list, and work that is taken back, go for good after {KEEP_TAKEN_BACK_DAYS} days.
        </p>
        <SelectField
          id="keep-months"
          label="Records of pupils"
          className="w-64"
          value={teacher?.keepMonths ?? 0}
          onChange={(e) =>
            teacher !== undefined && void attempt(() => saveProfile(teacher, { keepMonths: Number(e.target.value) }))
          }
        >
          {KEEP.map(([months, words]) => (
            <option key={months} value={months}>
              {words}
            </option>
          ))}
        </SelectField>
      </section>
      <SignInSection />
      <section aria-label="Take it away">
        <h2 className="mb-2 text-[19px]">Take it away, bring it back</h2>
        <p className="mb-3 text-secondary">
          One zip with everything of yours as JSON, each line as a file, and the recordings. Brought back it is added to
          what is here.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button
            icon={<Download size={15} aria-hidden />}
            onClick={() => void attempt(() => download('/api/account/file'))}
          >
            Take everything away
          </Button>
          <label className="inline-flex h-9 cursor-pointer items-center gap-2 rounded-md border border-line bg-white px-3.5 text-[13.5px] font-medium focus-within:outline-2 focus-within:outline-accent hover:bg-panel">
            <Upload size={15} aria-hidden />
            Bring a file back
            <input
              type="file"
              accept=".zip"
              className="sr-only"
              onChange={(e) => {
                void bring(e.target.files?.[0]);
                e.target.value = '';
              }}
            />
          </label>
        </div>
      </section>
      <section aria-label="Classes">
        <h2 className="mb-2 text-[19px]">Classes</h2>
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void make();
          }}
        >
          <div className="w-64">
            <TextField
              id="class-name"
              label="Another class, like this one"
              maxLength={80}
              value={name}
              onChange={(e) => setName(e.target.value)}
              placeholder="Year 6 brass"
            />
          </div>
          <Button
            type="submit"
            className="h-10"
            icon={<Plus size={15} aria-hidden />}
            disabled={name.trim() === '' || all.length >= MAX_CLASSES}
          >
            Make the class
          </Button>
        </form>
      </section>
      <section aria-label="Delete">
        <h2 className="mb-2 text-[19px]">Delete</h2>
        <p className="mb-3 text-secondary">
          A pupil who is taken off the list is nowhere at once, and is deleted after {KEEP_TAKEN_BACK_DAYS} days with
          links, practice and hand-ins.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button
            kind="danger"
            icon={<Trash2 size={15} aria-hidden />}
            disabled={all.length < 2}
            title={all.length < 2 ? 'The last class stays: make another one first' : undefined}
            onClick={() => setAsking('class')}
          >
            Delete “{group.name}”
          </Button>
          <Button kind="danger" icon={<Trash2 size={15} aria-hidden />} onClick={() => setAsking('account')}>
            Delete the account
          </Button>
        </div>
      </section>
      <Modal
        open={asking !== undefined}
        onOpenChange={(on) => {
          if (!on) close();
        }}
        title={asking === 'class' ? `Delete “${group.name}”?` : 'Delete the account?'}
        description={
          asking === 'class'
            ? 'Its pupils, what is set, the log and the kit go with it. It cannot be taken back.'
            : 'Everything listed here goes at once. It cannot be taken back; take it away first.'
        }
      >
        <TextField
          id="delete-typed"
          label={asking === 'class' ? 'Write the name of the class' : 'Write your e-mail address'}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <div className="mt-4">
          <ModalFooter>
            <Button onClick={close}>Keep it</Button>
            <Button
              kind="danger"
              disabled={typed.trim() !== (asking === 'class' ? group.name : (teacher?.email ?? ''))}
              onClick={() =>
                void attempt(async () => {
                  if (asking === 'class') {
                    await removeClass(group.id);
                    notice(`“${group.name}” is deleted.`);
                    close();
                  } else await deleteAccount(typed.trim());
                })
              }
            >
              {asking === 'class' ? 'Delete the class' : 'Delete everything'}
            </Button>
          </ModalFooter>
        </div>
      </Modal>
    </div>
  );
}
