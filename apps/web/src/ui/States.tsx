import type { ReactNode } from 'react';
import { RotateCw } from 'lucide-react';
import { Button } from './Button';

/** Something went wrong: what, and what to do. */
export function Failure({
  title,
  detail,
  onRetry,
}: {
  readonly title: string;
  readonly detail: string;
  readonly onRetry?: () => void;
}) {
  return (
    <div role="alert" className="mx-auto max-w-md py-16 text-center">
      <h2 className="mb-2 text-xl">{title}</h2>
      <p className="mb-5 text-secondary">{detail}</p>
      {onRetry !== undefined && (
        <Button onClick={onRetry} icon={<RotateCw size={15} />}>
          Try again
        </Button>
      )}
    </div>
  );
}

/** Grey staves while music is on its way. */
export function StaffSkeleton({
  systems = 3,
  label,
}: {
  readonly systems?: number | undefined;
  readonly label: string;
}) {
  return (
    <div role="status" aria-label={label} className="pulse space-y-10 py-6">
      {Array.from({ length: systems }, (_, s) => (
        <div key={s}>
          <div className="mb-4 h-12 rounded bg-band" />
          {Array.from({ length: 5 }, (_unused, l) => (
            <div key={l} className="mb-[7px] h-px bg-line" />
          ))}
        </div>
      ))}
    </div>
  );
}

export function Empty({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div className="mx-auto max-w-md py-20 text-center">
      <h2 className="mb-2 text-2xl">{title}</h2>
      <div className="text-secondary">{children}</div>
    </div>
  );
}
