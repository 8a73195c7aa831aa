import type { ReactNode } from 'react';

/** One block of what was read, on white. */
export function Block({
  title,
  children,
  aside,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly aside?: ReactNode;
}) {
  return (
    <section className="bg-white break-inside-avoid px-6 py-5 shadow-sm print:px-[12mm] print:py-2 print:shadow-none">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 className="text-[19px]">{title}</h2>
        {aside !== undefined && <div className="ml-auto print:hidden">{aside}</div>}
      </div>
      {children}
    </section>
  );
}

/** Terms and what is said of each. */
export function Terms({ rows }: { readonly rows: readonly (readonly [term: string, text: ReactNode])[] }) {
  return (
    <dl className="grid grid-cols-[7rem_1fr] gap-x-4 gap-y-1.5">
      {rows.map(([term, text]) => (
        <div key={term} className="contents">
          <dt className="text-secondary">{term}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
