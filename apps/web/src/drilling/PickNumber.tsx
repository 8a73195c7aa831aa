import { SelectField } from '../ui/Field';

/** One of a few numbers, in words. */
export function PickNumber({
  id,
  label,
  value,
  of,
  words,
  onChange,
  className = 'w-28',
}: {
  readonly id: string;
  readonly label: string;
  readonly value: number;
  readonly of: readonly number[];
  readonly words: (n: number) => string;
  readonly onChange: (n: number) => void;
  readonly className?: string;
}) {
  return (
    <SelectField
      id={id}
      label={label}
      className={className}
      value={value}
      onChange={(e) => onChange(Number(e.target.value))}
    >
      {of.map((n) => (
        <option key={n} value={n}>
          {words(n)}
        </option>
      ))}
    </SelectField>
  );
}
