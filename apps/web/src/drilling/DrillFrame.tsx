import { Check, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button';
import type { Round } from './useRound';

/** What became of the last answer. */
export interface Feedback {
  readonly right: boolean;
  readonly words: string;
  /** How long a right answer took, where that is kept. */
  readonly seconds?: number | undefined;
}

interface Props {
  readonly title: string;
  readonly question: ReactNode;
  readonly round: Round;
  readonly feedback: Feedback | undefined;
  readonly onNext: () => void;
  readonly onAgain: () => void;
  readonly settings?: ReactNode;
  /** How quick the answers are, where that is kept. */
  readonly quick?: ReactNode;
  readonly children: ReactNode;
}

/** One question at a time: what is asked, the answer, what was right, and how it stands. */
export function DrillFrame({ title, question, round, feedback, onNext, onAgain, settings, quick, children }: Props) {
  return (
    <section
      aria-label={title}
      className="mx-auto flex w-full max-w-3xl flex-col gap-4 px-5 py-5 max-md:flex-1 max-md:gap-2 max-md:px-3 max-md:py-2"
    >
      <div className="flex flex-wrap items-end gap-3">
        <div className="flex flex-wrap items-end gap-3 max-md:not-group-data-choices/drill:hidden">{settings}</div>
        <div className="ml-auto flex items-center gap-1">
          {quick}
          <p className="text-[13px] text-secondary tabular-nums">
            {round.right} of {round.asked} right{round.left === undefined ? '' : `, ${round.left} s left`}
          </p>
        </div>
      </div>
      {round.running ? (
        <>
          <div className="text-center text-[17px]">{question}</div>
          {children}
          <div role="status" className="flex min-h-12 items-center justify-center gap-3">
            {feedback !== undefined && (
              <>
                <p className={`flex items-center gap-2 text-[16px] ${feedback.right ? 'text-accent' : 'text-warning'}`}>
                  {feedback.right ? <Check size={18} aria-hidden /> : <X size={18} aria-hidden />}
                  {feedback.words}
                  {feedback.right && feedback.seconds !== undefined && (
                    <span className="text-[13px] text-secondary tabular-nums">{feedback.seconds.toFixed(1)} s</span>
                  )}
                </p>
                <Button kind="primary" className="max-md:h-12 max-md:px-6" autoFocus onClick={onNext}>
                  Next
                </Button>
              </>
            )}
          </div>
        </>
      ) : (
        <div className="py-10 text-center" role="status">
          <h2 className="mb-2 text-2xl">
            {round.right} of {round.asked} right
          </h2>
          <p className="mb-5 text-secondary">
            {round.asked === 0
              ? 'The time was over before an answer.'
              : 'What was slow or wrong comes back sooner next time.'}
          </p>
          <Button kind="primary" onClick={onAgain}>
            Another round
          </Button>
        </div>
      )}
    </section>
  );
}

/** Stands where nothing can be asked: what is chosen, and what to choose instead. */
export const NothingToAsk = ({
  settings,
  children,
}: {
  readonly settings: ReactNode;
  readonly children: ReactNode;
}) => (
  <div className="flex flex-wrap items-end gap-3 p-5">
    {settings}
    <p className="w-full p-3 text-center text-secondary">{children}</p>
  </div>
);

/** Answers to choose from; digits choose too. */
export function ChoiceRow<T>({
  choices,
  right,
  given,
  show,
  label,
  onChoose,
}: {
  readonly choices: readonly T[];
  readonly right: number;
  readonly given: number | undefined;
  readonly show: (choice: T) => ReactNode;
  readonly label: (choice: T) => string;
  readonly onChoose: (index: number) => void;
}) {
  return (
    <div className="flex flex-wrap justify-center gap-2.5 max-md:mt-auto">
      {choices.map((c, i) => (
        <button
          key={i}
          type="button"
          disabled={given !== undefined}
          aria-label={label(c)}
          onClick={() => onChoose(i)}
          className={`flex min-h-12 min-w-20 items-center justify-center rounded-md border px-4 py-2 text-[17px] ${given === undefined ? 'border-[#8a97ab] bg-white hover:bg-accent-soft' : i === right ? 'border-accent bg-accent-soft font-semibold text-accent' : i === given ? 'border-warning bg-warning-soft text-warning line-through' : 'border-line bg-white text-secondary'}`}
        >
          {show(c)}
        </button>
      ))}
    </div>
  );
}
