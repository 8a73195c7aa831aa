import { CONVENTION_CHOICES, type ConventionOverrides, type ConventionQuestion, type Conventions } from '@cifra/core';
import { SelectField } from '../ui/Field';
import { choiceWords, CONVENTION_GROUPS, CONVENTION_QUESTION_WORDS } from '../words/conventionWords';

interface Props {
  /** Before every field's id, since two dialogs ask the same. */
  readonly prefix: string;
  readonly chosen: ConventionOverrides;
  /** What holds where nothing is chosen here. */
  readonly below: Conventions;
  /** How the layer below is called: `your profile`, `usual`. */
  readonly belowName: string;
  readonly onChange: (chosen: ConventionOverrides) => void;
}

/** Every question on which teachers disagree, each with what holds when it is left open. */
export function ConventionFields({ prefix, chosen, below, belowName, onChange }: Props) {
  const change = (question: ConventionQuestion, choice: string) => {
    const { [question]: _before, ...others } = chosen;
    onChange(choice === '' ? others : { ...others, [question]: choice });
  };
  // The plan's step matters only while there is a plan.
  const asked = (question: ConventionQuestion) =>
    question !== 'fadeStep' || (chosen.figures ?? below.figures) === 'fade';
  return (
    <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
      {CONVENTION_GROUPS.map(({ title, questions }) => (
        <fieldset key={title} className="space-y-3">
          <legend className="mb-2 text-[13px] font-semibold text-secondary">{title}</legend>
          {questions.filter(asked).map((q) => (
            <SelectField
              key={q}
              id={`${prefix}-${q}`}
              label={CONVENTION_QUESTION_WORDS[q]}
              value={chosen[q] ?? ''}
              onChange={(e) => change(q, e.target.value)}
            >
              <option value="">
                {choiceWords(q, below[q])} ({belowName})
              </option>
              {CONVENTION_CHOICES[q]
                .filter((c) => c !== below[q])
                .map((c) => (
                  <option key={c} value={c}>
                    {choiceWords(q, c)}
                  </option>
                ))}
            </SelectField>
          ))}
        </fieldset>
      ))}
    </div>
  );
}
