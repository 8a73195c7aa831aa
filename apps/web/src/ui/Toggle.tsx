import { Switch } from 'radix-ui';

export function Toggle({
  label,
  checked,
  onChange,
  id,
}: {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (on: boolean) => void;
  readonly id: string;
}) {
  return (
    <div className="flex min-h-9 items-center justify-between gap-2 py-1 leading-snug">
      <label htmlFor={id} className="flex-1 cursor-pointer">
        {label}
      </label>
      <Switch.Root
        id={id}
        checked={checked}
        onCheckedChange={onChange}
        className="relative h-5 w-9 shrink-0 rounded-full bg-[#8a97ab] transition-colors data-[state=checked]:bg-accent"
      >
        <Switch.Thumb className="block size-4 translate-x-0.5 rounded-full bg-white transition-transform data-[state=checked]:translate-x-[18px]" />
      </Switch.Root>
    </div>
  );
}
