import type { SavePupilsDto } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import { GraduationCap, Trash2 } from 'lucide-react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import { InstrumentOptions } from '../../classroom/InstrumentOptions';
import { TEXT_COLUMNS } from '../../classroom/pupilColumns';

const BOX =
  'h-9 w-full rounded-md border border-transparent bg-transparent px-2 hover:border-line focus:border-[#8a97ab] focus:bg-white';

interface Props {
  readonly form: UseFormReturn<SavePupilsDto>;
  readonly at: number;
  readonly ofClass: readonly InstrumentId[];
  readonly onTeaching: () => void;
  readonly onRemove: () => void;
}

/** One pupil of the table. */
export function PupilRow({ form: { register, control }, at, ofClass, onTeaching, onRemove }: Props) {
  const { name, stage, conventions } = useWatch({ control, name: `pupils.${at}` });
  const who = name.trim() === '' ? `pupil ${at + 1}` : name;
  const isTaughtOtherwise = stage !== undefined || Object.keys(conventions ?? {}).length > 0;
  return (
    <tr className="border-b border-line">
      <td className="w-40 py-0.5">
        <input
          aria-label={`Name of pupil ${at + 1}`}
          maxLength={40}
          className={BOX}
          {...register(`pupils.${at}.name`)}
        />
      </td>
      <td className="w-48">
        <select aria-label={`Instrument of ${who}`} className={BOX} {...register(`pupils.${at}.instrument`)}>
          <InstrumentOptions ofClass={ofClass} />
        </select>
      </td>
      <td className="w-44">
        <select aria-label={`${who} also plays`} className={BOX} {...register(`pupils.${at}.second`)}>
          <option value="">nothing else</option>
          <InstrumentOptions ofClass={ofClass} />
        </select>
      </td>
      {TEXT_COLUMNS.map((column) => (
        <td key={column.name} className={column.width}>
          <input
            aria-label={`${column.label} ${who}`}
            maxLength={column.most}
            className={BOX}
            {...register(`pupils.${at}.${column.name}`)}
          />
        </td>
      ))}
      <td className="w-20 whitespace-nowrap">
        <button
          type="button"
          aria-label={`How ${who} is taught`}
          title="Stage and conventions of their own"
          onClick={onTeaching}
          className={`rounded p-2 hover:bg-desk ${isTaughtOtherwise ? 'text-accent' : 'text-secondary'}`}
        >
          <GraduationCap size={15} aria-hidden />
        </button>
        <button
          type="button"
          aria-label={`Take ${who} off the list`}
          onClick={onRemove}
          className="rounded p-2 text-secondary hover:bg-desk"
        >
          <Trash2 size={15} aria-hidden />
        </button>
      </td>
    </tr>
  );
}
