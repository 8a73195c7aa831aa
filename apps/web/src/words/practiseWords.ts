import type { Rung } from '../practise/rungs';

/** What is done on each rung, as a teacher says it. */
export const RUNG_WORDS: Readonly<Record<Rung, string>> = {
  count: 'Count it aloud', name: 'Say the names in rhythm', finger: 'Finger it silently', sing: 'Sing it', loose: 'Play it without slurs', slurred: 'Play it with its slurs', tempo: 'Play it at tempo',
};
