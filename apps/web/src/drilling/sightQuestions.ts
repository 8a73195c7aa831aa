import { type Exercise, meterText, notesUsed, openingOf, type PagePlan, signatureLetters } from '@cifra/core';
import { octaveName } from '../words/noteLabel';
import { figureWords, list } from '../words/spoken';

/** Bars that have their rhythm in common, read off the line: `1 and 3; 5 and 7`. */
function alikeWords({ source }: Exercise): string {
  const byRhythm = new Map<string, string[]>();
  source.measures.forEach((m, i) => {
    const rhythm = m.events.map((e) => `${e.kind} ${e.duration.value} ${e.duration.dots}`).join();
    byRhythm.set(rhythm, [...(byRhythm.get(rhythm) ?? []), String(i + 1)]);
  });
  return (
    [...byRhythm.values()]
      .filter((bars) => bars.length > 1)
      .map(list)
      .join('; ') || 'none'
  );
}

/** What is looked for before a line is played, and what is found: signature, meter, range, rhythm, the first note. */
export function sightQuestions(
  exercise: Exercise,
  { part, annotations }: PagePlan,
): readonly { readonly question: string; readonly answer: string }[] {
  const letters = signatureLetters(part.decisions.key.fifths);
  const notes = notesUsed(part);
  const [lowest, highest] = [notes[0], notes.at(-1)];
  const first = annotations.get(exercise.source.measures[0]?.events[0]?.id ?? '');
  const figure = first?.fingering.kind === 'playable' ? first.fingering.figure : undefined;
  const { fingerCount } = part.teaching.conventions;
  return [
    {
      question: 'Which letters does the signature change?',
      answer: letters.length === 0 ? 'none' : letters.join(' '),
    },
    { question: 'What is counted in each bar?', answer: meterText(openingOf(exercise.source).meter) },
    {
      question: 'Which are the lowest and the highest note?',
      answer: lowest === undefined || highest === undefined ? '' : `${octaveName(lowest)} and ${octaveName(highest)}`,
    },
    { question: 'Which bars have the same rhythm?', answer: alikeWords(exercise) },
    {
      question: 'Which is the first note, and what is its figure?',
      answer: [first?.name, figure === undefined ? undefined : figureWords(figure, fingerCount)]
        .filter((w) => w !== undefined)
        .join(': '),
    },
  ];
}
