import { Download } from 'lucide-react';
import Papa from 'papaparse';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button';
import { saveAs } from '../../ui/saveAs';
import type { ChartTable } from './chartData';

/** A chart under its title, with the table that says the same and can be taken away. */
export function ChartFigure({
  title,
  name,
  said,
  table,
  children,
}: {
  readonly title: string;
  readonly name: string;
  readonly said: string;
  readonly table: ChartTable | undefined;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={title}>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[19px]">{title}</h2>
        <p className="text-[13px] text-secondary">{said}</p>
      </div>
      {children}
      {table !== undefined && table.rows.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-pointer text-[13px] text-secondary">As a table</summary>
          <div className="mt-2 overflow-x-auto">
            <table className="border-collapse text-right text-[13px] tabular-nums">
              <thead>
                <tr className="text-secondary">
                  {table.heads.map((h, i) => (
                    <th key={h} className={`px-2 font-medium ${i === 0 ? 'text-left' : ''}`}>
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {table.rows.map((r) => (
                  <tr key={String(r[0])} className="border-t border-line">
                    {r.map((c, i) =>
                      i === 0 ? (
                        <th key={i} className="px-2 py-1 text-left font-medium whitespace-nowrap">
                          {c}
                        </th>
                      ) : (
                        <td key={i} className="px-2">
                          {c}
                        </td>
                      ),
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <Button
            className="mt-2 h-8 px-2.5"
            icon={<Download size={14} aria-hidden />}
            aria-label={`Take ${name} as a table (.csv)`}
            onClick={() =>
              saveAs(
                `${name}.csv`,
                new Blob(
                  [
                    Papa.unparse(
                      { fields: [...table.heads], data: table.rows.map((r) => [...r]) },
                      { escapeFormulae: true },
                    ),
                  ],
                  { type: 'text/csv' },
                ),
              )
            }
          >
            Take it as a table (.csv)
          </Button>
        </details>
      )}
    </section>
  );
}
