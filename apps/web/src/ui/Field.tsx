import type { InputHTMLAttributes, ReactNode, Ref, SelectHTMLAttributes, TextareaHTMLAttributes } from 'react';

const BOX = 'w-full rounded-md border border-[#8a97ab] bg-white px-3 text-ink placeholder:text-secondary/70';

export function TextField({
  label,
  error,
  hint,
  id,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & {
  readonly label: string;
  readonly error?: string | undefined;
  readonly hint?: string;
  readonly id: string;
  readonly ref?: Ref<HTMLInputElement>;
}) {
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-[13px] font-medium">
        {label}
      </label>
      <input
        id={id}
        className={`${BOX} h-10 ${error === undefined ? '' : 'border-warning'}`}
        aria-invalid={error !== undefined}
        aria-describedby={error !== undefined || hint !== undefined ? `${id}-hint` : undefined}
        {...rest}
      />
      {(error ?? hint) !== undefined && (
        <p id={`${id}-hint`} className={`mt-1 text-[13px] ${error === undefined ? 'text-secondary' : 'text-warning'}`}>
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

export function TextAreaField({
  label,
  hint,
  id,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & {
  readonly label: string;
  readonly hint?: string;
  readonly id: string;
}) {
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-[13px] font-medium">
        {label}
      </label>
      <textarea
        id={id}
        className={`${BOX} py-2`}
        aria-describedby={hint === undefined ? undefined : `${id}-hint`}
        {...rest}
      />
      {hint !== undefined && (
        <p id={`${id}-hint`} className="mt-1 text-[13px] text-secondary">
          {hint}
        </p>
      )}
    </div>
  );
}

export function SelectField({
  label,
  hideLabel = false,
  id,
  children,
  className = '',
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly id: string;
  readonly children: ReactNode;
  readonly ref?: Ref<HTMLSelectElement>;
}) {
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-1 block text-[13px] font-medium'}>
        {label}
      </label>
      <select id={id} className={`${BOX} ${hideLabel ? 'h-9' : 'h-10'}`} {...rest}>
        {children}
      </select>
    </div>
  );
}
