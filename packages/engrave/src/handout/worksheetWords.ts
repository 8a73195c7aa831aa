import { type Key, letterName, tonic, type Work, type WorksheetPlan } from '@cifra/core';
import { signatureSentence } from '../page/pageWords';
import type { Advice } from '../page/header';

const keyName = (k: Key): string => `${letterName(tonic(k))} ${k.mode}`;

/** What a worksheet asks a player to do, a sentence for each. */
function taskWords(work: Work, { plan, key }: WorksheetPlan, answers: boolean): string {
  const isWoodwind = plan.part.instrument.family === 'woodwind';
  switch (work) {
    case 'names':
      return 'Write the name of each note into its box.';
    case 'figures':
      return isWoodwind
        ? 'Shade what you press for each note.'
        : `Write the ${isSlide(plan) ? 'position' : 'valves'} of each note into its box.`;
    case 'concert':
      return 'Write the letter that each note sounds, at concert pitch.';
    case 'counts':
      return 'Write the count of each note and rest into its box.';
    case 'bar-lines':
      return 'Draw the bar lines.';
    case 'signature':
      return answers
        ? `The key signature: ${signatureSentence(key.fifths)}`
        : `${signatureSentence(key.fifths)} Write that key signature after the clef.`;
    case 'wrong-signature':
      return answers
        ? `The right key signature of ${keyName(key)}: ${signatureSentence(key.fifths)}`
        : `This line is in ${keyName(key)}. One sign of its key signature is missing or too many: put it right.`;
  }
}

const isSlide = ({ part }: WorksheetPlan['plan']): boolean =>
  part.instrument.system.kind === 'brass' && part.instrument.system.tube.kind === 'slide';

/** The tasks of a worksheet, numbered where there are several. */
export function worksheetAdvice(sheet: WorksheetPlan, answers: boolean): Advice[] {
  const tasks = sheet.work.map((w) => taskWords(w, sheet, answers));
  if (tasks.length === 0) return [{ lead: 'Nothing is asked here:', text: 'this part has nothing of it.' }];
  return tasks.map((text, i) => ({ lead: tasks.length === 1 ? '' : `${i + 1}.`, text }));
}
