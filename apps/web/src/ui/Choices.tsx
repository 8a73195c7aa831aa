import { RadioGroup } from 'radix-ui';

interface Props<V extends string> {
  readonly label: string;
  readonly value: V;
  readonly of: readonly (readonly [value: V, words: string])[];
  readonly onChange: (value: V) => void;
}

/** A few choices side by side, of which one holds. */
export function Choices<V extends string>({ label, value, of, onChange }: Props<V>) {
  return (
    <RadioGroup.Root
      aria-label={label}
      orientation="horizontal"
      value={value}
      onValueChange={(v) => onChange(v as V)}
      className="flex max-w-full flex-wrap overflow-hidden rounded-md border border-[#8a97ab] bg-white"
    >
      {of.map(([v, words]) => (
        <RadioGroup.Item
          key={v}
          value={v}
          className="h-9 px-3.5 whitespace-nowrap text-secondary -outline-offset-2 data-[state=checked]:bg-accent-soft data-[state=checked]:font-semibold data-[state=checked]:text-accent"
        >
          {words}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
