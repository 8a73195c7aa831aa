import { oddLine } from '../oddLine';
import { readExercise } from '../../exercise/exerciseSchema';
import { ORACLES } from './index';
import { judgeLines } from './judge';

/** `npm run bench -- claims` asks for many more, and writes down what came out. */
const LINES = Number(process.env.CIFRA_LINES ?? 150);
/** Of what should have been said, so much may stay unsaid. */
const MOST_MISSED = 0.01;

const judged = judgeLines(ORACLES, 1, 1 + LINES);

it('the lines are documents', () => {
  for (let seed = 1; seed < 200; seed++) expect([seed, readExercise(oddLine(seed).exercise).ok]).toEqual([seed, true]);
});

it.each([...judged].map(([oracle, result]) => [oracle.claim, result] as const))(
  '%s',
  (claim, { made, wrong, due, missed }) => {
    if (process.env.CIFRA_LINES !== undefined)
      process.stdout.write(`${claim}: ${made} made, ${wrong.length} false, ${missed.length} of ${due} missed\n`);
    expect(wrong.slice(0, 5)).toEqual([]);
    expect(missed.length / Math.max(1, due) > MOST_MISSED ? missed.slice(0, 5) : []).toEqual([]);
    expect(made).toBeGreaterThan(0);
  },
);
