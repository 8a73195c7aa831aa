import { KIT_KINDS, type PupilView, SaveKitDto } from '@cifra/contract';
import { useForm, useWatch } from 'react-hook-form';
import { saveKit } from '../../api/classResources';
import { Button } from '../../ui/Button';
import { dtoResolver } from '../../ui/dtoResolver';
import { SelectField, TextField } from '../../ui/Field';
import { useAttempt } from '../../ui/useAttempt';
import { KIT_WORDS } from '../../words/classWords';
import { todayIso } from '../../words/pageWords';

/** Writes down what is lent, needed, repaired or to be washed. */
export function KitForm({ classId, pupils }: { readonly classId: string; readonly pupils: readonly PupilView[] }) {
  const attempt = useAttempt();
  const { control, register, handleSubmit, resetField, formState } = useForm<SaveKitDto>({
    resolver: dtoResolver(SaveKitDto),
    defaultValues: { kind: 'loan', what: '', number: '', pupilId: '', from: todayIso(), due: '' },
  });
  const { errors } = formState;
  const add = handleSubmit(async (dto) => {
    const isDone = await attempt(() => saveKit(classId, undefined, dto));
    if (!isDone) return;
    resetField('what');
    resetField('number');
  });
  const due = KIT_WORDS[useWatch({ control, name: 'kind' })].due;
  return (
    <form noValidate className="flex flex-wrap items-start gap-3 print:hidden" onSubmit={(e) => void add(e)}>
      <SelectField id="kit-kind" label="What kind" className="w-52" {...register('kind')}>
        {KIT_KINDS.map((k) => (
          <option key={k} value={k}>
            {KIT_WORDS[k].name}
          </option>
        ))}
      </SelectField>
      <div className="w-40">
        <TextField
          id="kit-what"
          label="What"
          maxLength={80}
          placeholder="school trumpet"
          error={errors.what?.message}
          {...register('what')}
        />
      </div>
      <div className="w-28">
        <TextField id="kit-number" label="Number, case" maxLength={40} {...register('number')} />
      </div>
      <SelectField id="kit-pupil" label="Who" className="w-28" {...register('pupilId')}>
        <option value="">nobody</option>
        {pupils.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </SelectField>
      <TextField id="kit-from" label="Since" type="date" error={errors.from?.message} {...register('from')} />
      <TextField
        id="kit-due"
        label={`${due.charAt(0).toUpperCase()}${due.slice(1)}`}
        type="date"
        error={errors.due?.message}
        {...register('due')}
      />
      <Button type="submit" kind="primary" className="mt-6 h-10">
        Write it down
      </Button>
    </form>
  );
}
