import { LINK_DAYS } from '@cifra/contract';
import { SelectField } from './Field';

export type LinkDaysChoice = (typeof LINK_DAYS)[number];

/** For how long a pupils' link stays open. */
export function LinkDays({
  value,
  onChange,
  className,
}: {
  readonly value: LinkDaysChoice;
  readonly onChange: (days: LinkDaysChoice) => void;
  readonly className?: string;
}) {
  return (
    <SelectField
      id="link-days"
      label="Stays open for"
      value={value}
      onChange={(e) => onChange(Number(e.target.value) as LinkDaysChoice)}
      {...(className !== undefined && { className })}
    >
      {LINK_DAYS.map((d) => (
        <option key={d} value={d}>
          {d === 365 ? 'a year' : `${d} days`}
        </option>
      ))}
    </SelectField>
  );
}
