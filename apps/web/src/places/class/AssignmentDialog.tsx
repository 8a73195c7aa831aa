import {
  type AssignmentView,
  type ClassView,
  type ListedExerciseView,
  type PupilView,
  SaveAssignmentDto,
} from '@cifra/contract';
import { addDays, ASSIGNED_TO, type AssignedTo, FADE_STEPS, instrumentOf, LADDER_RUNGS } from '@cifra/core';
import { type FieldErrors, useForm, useWatch } from 'react-hook-form';
import { saveAssignment } from '../../api/classResources';
import { Button } from '../../ui/Button';
import { CheckField } from '../../ui/CheckField';
import { dtoResolver } from '../../ui/dtoResolver';
import { SelectField, TextField } from '../../ui/Field';
import { Modal, ModalFooter, Unsaved } from '../../ui/Modal';
import { reasonOf } from '../../ui/reason';
import { FADE_WORDS, todayIso } from '../../words/pageWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { SECTION_WORDS } from '../../words/sectionWords';
import { workOf } from './workOf';

const FOR_WORDS: Readonly<Record<AssignedTo, string>> = {
  class: 'the whole class',
  section: 'a section',
  pupils: 'some pupils',
};
const DAYS_A_WEEK = 7;
const GOALS = [40, 50, 60, 70, 80, 90, 100, 110, 120];

interface Props {
  readonly group: ClassView;
  /** The one that is changed; without it a new one. */
  readonly assignment: AssignmentView | undefined;
  readonly shelf: readonly ListedExerciseView[];
  readonly pupils: readonly PupilView[];
  readonly onClose: () => void;
}

const problemIn = (errors: FieldErrors<SaveAssignmentDto>): string | undefined =>
  errors.root?.message ?? Object.values(errors).find((e) => e.message !== undefined)?.message;

/** Sets a line, or some bars of it: for whom, until when, how. */
export function AssignmentDialog({ group, assignment, shelf, pupils, onClose }: Props) {
  const sections = [...new Set(group.instruments.map((i) => instrumentOf(i).section))];
  const summaryOf = (id: string) => shelf.find((e) => e.id === id)?.summary;
  const form = useForm<SaveAssignmentDto>({
    resolver: (values, context, options) =>
      dtoResolver(SaveAssignmentDto)(workOf(values, summaryOf(values.exerciseId)), context, options),
    defaultValues: {
      exerciseId: assignment?.exerciseId ?? shelf[0]?.id ?? '',
      for: assignment?.for ?? 'class',
      section: assignment?.section ?? sections[0],
      pupilIds: assignment?.pupilIds ?? [],
      fromBar: assignment?.fromBar,
      toBar: assignment?.toBar,
      rungs: assignment?.rungs ?? ['count', 'finger', 'loose'],
      goalPercent: assignment?.goalPercent ?? 80,
      fade: assignment?.fade,
      due: assignment?.due ?? addDays(todayIso(), DAYS_A_WEEK),
      note: assignment?.note ?? '',
    },
  });
  const { control, register, handleSubmit, setError, formState } = form;
  const save = handleSubmit(async (dto) => {
    try {
      await saveAssignment(group.id, assignment?.id, dto);
      onClose();
    } catch (e) {
      setError('root', { message: reasonOf(e) });
    }
  });
  const whom = useWatch({ control, name: 'for' });
  const problem = problemIn(formState.errors);
  const bar = { valueAsNumber: true };
  return (
    <Modal
      open
      onOpenChange={(on) => {
        if (!on) onClose();
      }}
      title={assignment === undefined ? 'Set a line' : `Change “${assignment.title}”`}
      wide
    >
      <Unsaved when={formState.isDirty} />
      <form noValidate onSubmit={(e) => void save(e)}>
        <div className="grid gap-4 md:grid-cols-2">
          <SelectField id="work-line" label="Which line" {...register('exerciseId')}>
            {shelf.map((e) => (
              <option key={e.id} value={e.id}>
                {e.title}
              </option>
            ))}
          </SelectField>
          <TextField id="work-due" label="Due on" type="date" {...register('due')} />
          <SelectField id="work-for" label="For whom" {...register('for')}>
            {ASSIGNED_TO.map((f) => (
              <option key={f} value={f}>
                {FOR_WORDS[f]}
              </option>
            ))}
          </SelectField>
          {whom === 'section' && (
            <SelectField id="work-section" label="Section" {...register('section')}>
              {sections.map((s) => (
                <option key={s} value={s}>
                  {SECTION_WORDS[s]}
                </option>
              ))}
            </SelectField>
          )}
          {whom === 'pupils' && (
            <fieldset className="md:col-span-2">
              <legend className="mb-1 text-[13px] font-medium">Pupils</legend>
              <div className="flex flex-wrap gap-x-4 gap-y-1">
                {pupils.map((p) => (
                  <CheckField key={p.id} label={p.name} value={p.id} {...register('pupilIds')} />
                ))}
              </div>
            </fieldset>
          )}
          <div className="grid grid-cols-2 gap-2">
            <TextField
              id="work-from"
              label="From bar"
              type="number"
              min={0}
              placeholder="first"
              {...register('fromBar', bar)}
            />
            <TextField
              id="work-to"
              label="To bar"
              type="number"
              min={0}
              placeholder="last"
              {...register('toBar', bar)}
            />
          </div>
          <SelectField id="work-goal" label="Goal" {...register('goalPercent', { valueAsNumber: true })}>
            {GOALS.map((g) => (
              <option key={g} value={g}>
                {g} % of the tempo
              </option>
            ))}
          </SelectField>
          <SelectField id="work-fade" label="Help over the notes" {...register('fade')}>
            <option value="">as the class has it</option>
            {FADE_STEPS.map((f) => (
              <option key={f} value={f}>
                {FADE_WORDS[f]}
              </option>
            ))}
          </SelectField>
          <fieldset className="md:col-span-2">
            <legend className="mb-1 text-[13px] font-medium">Steps</legend>
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              {LADDER_RUNGS.map((r) => (
                <CheckField key={r} label={RUNG_WORDS[r]} value={r} {...register('rungs')} />
              ))}
            </div>
          </fieldset>
          <div className="md:col-span-2">
            <TextField id="work-note" label="A word to them" maxLength={500} {...register('note')} />
          </div>
        </div>
        {problem !== undefined && (
          <p role="alert" className="mt-3 text-warning">
            {problem}
          </p>
        )}
        <div className="mt-4">
          <ModalFooter>
            <Button onClick={onClose}>Cancel</Button>
            <Button kind="primary" type="submit" disabled={shelf.length === 0 || formState.isSubmitting}>
              {assignment === undefined ? 'Set it' : 'Save the change'}
            </Button>
          </ModalFooter>
        </div>
      </form>
    </Modal>
  );
}
