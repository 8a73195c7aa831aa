import type { KitView } from '@cifra/contract';
import { Button } from '../../ui/Button';
import { dayWords } from '../../words/pageWords';

interface Props {
  readonly loan: KitView;
  readonly borrower: string;
  readonly onClose: () => void;
}

/** A slip to be signed by whoever takes an instrument home. */
export function LoanSlip({ loan, borrower, onClose }: Props) {
  return (
    <section aria-label="Loan slip" className="rounded-md border border-line p-8 print:border-0">
      <h2 className="text-2xl">On loan: {loan.what}</h2>
      <dl className="mt-4 grid grid-cols-[9rem_1fr] gap-y-2 text-[15px]">
        <dt className="text-secondary">Lent to</dt>
        <dd>{borrower}</dd>
        <dt className="text-secondary">Number, case</dt>
        <dd>{loan.number ?? ''}</dd>
        <dt className="text-secondary">Since</dt>
        <dd>{dayWords(loan.from)}</dd>
        <dt className="text-secondary">Due back</dt>
        <dd>{loan.due === undefined ? 'when the teacher asks' : dayWords(loan.due)}</dd>
      </dl>
      <p className="mt-4">
        Wipe it after playing, keep it in its case, and tell the teacher when something is bent or stuck. Do not lend it
        on.
      </p>
      <p className="mt-10 border-t border-line pt-1 text-[13px] text-secondary">Signed</p>
      <div className="mt-4 flex gap-2 print:hidden">
        <Button kind="primary" onClick={() => window.print()}>
          Print the slip
        </Button>
        <Button onClick={onClose}>Close it</Button>
      </div>
    </section>
  );
}
