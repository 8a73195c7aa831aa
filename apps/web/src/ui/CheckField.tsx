import type { InputHTMLAttributes, Ref } from 'react';

/** A box to be ticked, with its words. */
export function CheckField({
  label,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { readonly label: string; readonly ref?: Ref<HTMLInputElement> }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" className="accent-[var(--color-accent)]" {...rest} />
      {label}
    </label>
  );
}
