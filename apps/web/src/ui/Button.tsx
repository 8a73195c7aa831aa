import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react';

type Kind = 'primary' | 'plain' | 'quiet' | 'danger';

const LOOK: Readonly<Record<Kind, string>> = {
  primary: 'bg-accent text-white hover:bg-[#085e52] border-transparent',
  plain: 'bg-white text-ink border-line hover:bg-panel',
  quiet: 'bg-transparent text-secondary border-transparent hover:bg-desk hover:text-ink',
  danger: 'bg-white text-warning border-line hover:bg-warning-soft',
};

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly kind?: Kind;
  readonly icon?: ReactNode;
  readonly ref?: Ref<HTMLButtonElement>;
}

/** A button says what will happen. */
export function Button({ kind = 'plain', icon, children, className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex h-9 shrink-0 items-center justify-center gap-2 rounded-md border px-3.5 text-[13.5px] font-medium whitespace-nowrap disabled:cursor-not-allowed disabled:opacity-50 ${LOOK[kind]} ${className}`}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
}
