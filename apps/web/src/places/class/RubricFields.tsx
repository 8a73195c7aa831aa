import type { RubricDto } from '@cifra/contract';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { TextAreaField } from '../../ui/Field';

const NO_RUBRIC: RubricDto = { criteria: [], levels: ['not yet', 'nearly', 'there', 'secure'] };
const lines = (text: string, most: number): string[] =>
  [
    ...new Set(
      text
        .split('\n')
        .map((l) => l.trim().slice(0, 40))
        .filter((l) => l !== ''),
    ),
  ].slice(0, most);

/** The few things that a teacher looks at, in their own words, and the words for how far each has come. */
export function RubricFields({
  rubric = NO_RUBRIC,
  onSave,
}: {
  readonly rubric: RubricDto | undefined;
  readonly onSave: (rubric: RubricDto) => void;
}) {
  const [criteria, setCriteria] = useState(rubric.criteria.join('\n'));
  const [levels, setLevels] = useState(rubric.levels.join('\n'));
  const next: RubricDto = { criteria: lines(criteria, 6), levels: lines(levels, 5) };
  return (
    <details className="rounded-md border border-line px-3 py-2">
      <summary className="cursor-pointer font-medium">
        What you look at{rubric.criteria.length > 0 ? `: ${rubric.criteria.join(', ')}` : ''}
      </summary>
      <div className="mt-2 grid gap-4 sm:grid-cols-2">
        <TextAreaField
          id="rubric-criteria"
          label="One thing a line, at most six"
          rows={4}
          value={criteria}
          onChange={(e) => setCriteria(e.target.value)}
          placeholder={'Sound\nPosture\nCounting'}
        />
        <TextAreaField
          id="rubric-levels"
          label="How far, from the least to the most"
          rows={4}
          value={levels}
          onChange={(e) => setLevels(e.target.value)}
        />
      </div>
      <Button
        className="mt-2"
        disabled={next.levels.length < 2 || JSON.stringify(next) === JSON.stringify(rubric)}
        onClick={() => onSave(next)}
      >
        Save what you look at
      </Button>
    </details>
  );
}
