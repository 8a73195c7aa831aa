import { SCHOOL_CHOICES, type SchoolOverrides, type SchoolQuestion, type Schools } from '@cifra/core';
import { SelectField } from '../ui/Field';
import { choiceWords, SCHOOL_GROUPS, SCHOOL_QUESTION_WORDS } from '../words/schoolWords';

interface Props {
  /** Before every field's id, since two dialogs ask the same. */
  readonly prefix: string;
  readonly chosen: SchoolOverrides;
  /** What holds where nothing is chosen here. */
  readonly below: Schools;
  /** How the layer below is called: `your profile`, `usual`. */
  readonly belowName: string;
  readonly onChange: (chosen: SchoolOverrides) => void;
}

/** Every question on which teachers disagree, each with what holds when it is left open. */
export function SchoolFields({ prefix, chosen, below, belowName, onChange }: Props) {
  const change = (question: SchoolQuestion, choice: string) => {
    const { [question]: _before, ...others } = chosen;
    onChange(choice === '' ? others : { ...others, [question]: choice });
  };
  // The plan's step matters only while there is a plan.
  const asked = (question: SchoolQuestion) => question !== 'fadeStep' || (chosen.figures ?? below.figures) === 'fade';
  return (
    <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
      {SCHOOL_GROUPS.map(({ title, questions }) => (
        <fieldset key={title} className="space-y-3">
          <legend className="mb-2 text-[13px] font-semibold text-secondary">{title}</legend>
          {questions.filter(asked).map((q) => (
            <SelectField
              key={q}
              id={`${prefix}-${q}`}
              label={SCHOOL_QUESTION_WORDS[q]}
              value={chosen[q] ?? ''}
              onChange={(e) => change(q, e.target.value)}
            >
              <option value="">
                {choiceWords(q, below[q])} ({belowName})
              </option>
              {SCHOOL_CHOICES[q]
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
