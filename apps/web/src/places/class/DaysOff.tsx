import { filledIn, HolidayDto } from '@cifra/contract';
import { Plus, Trash2, Upload } from 'lucide-react';
import { useForm, useWatch } from 'react-hook-form';
import { Button } from '../../ui/Button';
import { dtoResolver } from '../../ui/dtoResolver';
import { TextField } from '../../ui/Field';
import { useNotice } from '../../ui/Notices';
import { dayWords } from '../../words/pageWords';

interface Props {
  readonly holidays: readonly HolidayDto[];
  /** @returns whether they were saved */
  readonly onChange: (holidays: readonly HolidayDto[]) => Promise<boolean>;
}

const EMPTY: HolidayDto = { from: '', to: '', name: '' };
const inOrder = (holidays: readonly HolidayDto[]): HolidayDto[] =>
  [...holidays].sort((a, b) => (a.from < b.from ? -1 : 1));
/** Without a last day it is one day. */
const whole = (form: HolidayDto): HolidayDto => ({ ...filledIn(form), to: form.to === '' ? form.from : form.to });

/** Days without lessons, written down one by one or brought from a calendar. */
export function DaysOff({ holidays, onChange }: Props) {
  const notice = useNotice();
  const { control, register, handleSubmit, reset, formState } = useForm<HolidayDto>({
    resolver: (values, context, options) => dtoResolver(HolidayDto)(whole(values), context, options),
    defaultValues: EMPTY,
  });
  const { errors } = formState;
  const from = useWatch({ control, name: 'from' });
  const add = handleSubmit(async (holiday) => {
    if (await onChange(inOrder([...holidays, holiday]))) reset(EMPTY);
  });
  const bring = async (file: File) => {
    const { readHolidays } = await import('./readHolidays');
    const all = readHolidays(await file.text());
    const found = all?.filter((h) => !holidays.some((x) => x.from === h.from && x.name === h.name));
    if (found === undefined)
      return notice('This is no calendar that can be read. Choose a file that ends in .ics.', { tone: 'warning' });
    if (found.length === 0)
      return notice('There are no whole days in this calendar that are not here already.', { tone: 'warning' });
    if (await onChange(inOrder([...holidays, ...found])))
      notice(`${found.length} ${found.length === 1 ? 'entry' : 'entries'} from the calendar.`, {
        action: { label: 'Undo', run: () => void onChange(holidays) },
      });
  };
  return (
    <section aria-label="Days off">
      <h2 className="mb-2 text-[19px]">Days off</h2>
      {holidays.length > 0 && (
        <ul className="mb-3 flex flex-wrap gap-2">
          {holidays.map((h) => (
            <li
              key={`${h.from} ${h.name}`}
              className="flex items-center gap-1 rounded border border-line bg-white py-1 pr-1 pl-2.5 text-[13px]"
            >
              <span>
                <strong className="font-semibold">{h.name}</strong>, {dayWords(h.from)}
                {h.to === h.from ? '' : ` to ${dayWords(h.to)}`}
              </span>
              <button
                type="button"
                aria-label={`Take ${h.name} away`}
                onClick={() => void onChange(holidays.filter((x) => x !== h))}
                className="rounded p-1 text-secondary hover:bg-desk"
              >
                <Trash2 size={14} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <form noValidate className="flex flex-wrap items-start gap-3" onSubmit={(e) => void add(e)}>
        <div className="w-44">
          <TextField
            id="off-name"
            label="What"
            maxLength={80}
            placeholder="half term"
            error={errors.name?.message}
            {...register('name')}
          />
        </div>
        <TextField id="off-from" label="First day" type="date" error={errors.from?.message} {...register('from')} />
        <TextField id="off-to" label="Last day" type="date" min={from} error={errors.to?.message} {...register('to')} />
        <Button type="submit" className="mt-6 h-10" icon={<Plus size={15} aria-hidden />}>
          Add
        </Button>
        <label className="mt-6 inline-flex h-10 cursor-pointer items-center gap-2 rounded-md border border-line bg-white px-3.5 text-[13.5px] font-medium focus-within:outline-2 focus-within:outline-accent hover:bg-panel">
          <Upload size={15} aria-hidden />
          From a calendar (.ics)
          <input
            type="file"
            accept=".ics,text/calendar"
            className="sr-only"
            onChange={(e) => {
              const [file] = e.target.files ?? [];
              if (file !== undefined) void bring(file);
              e.target.value = '';
            }}
          />
        </label>
      </form>
    </section>
  );
}
