import type { OpenedLinkView } from '@cifra/contract';
import { dayWords } from '../../words/pageWords';

/** What the pupil handed in of the line, and what the teacher says of it. */
export function HandedIn({ takes }: { readonly takes: OpenedLinkView['handedIn'] }) {
  if (takes.length === 0) return null;
  return (
    <section aria-label="Handed in" className="mt-4 rounded-md bg-accent-soft px-4 py-2.5">
      <h2 className="font-sans text-[13px] font-semibold text-secondary">Handed in</h2>
      <ul>
        {takes.map((t) => (
          <li key={t.at} className="py-0.5">
            {dayWords(t.at.slice(0, 10))}, at {t.percent} % of the tempo.
            {t.remark !== undefined && (
              <p>
                <strong className="font-semibold">Your teacher says:</strong> {t.remark}
              </p>
            )}
            {t.marks !== undefined && <p>{t.marks.map((m) => `${m.criterion}: ${m.word}`).join('; ')}.</p>}
          </li>
        ))}
      </ul>
    </section>
  );
}
