import type { Writing } from './Writing';

/** What an action may ask of the place besides the line itself. */
export interface Asks {
  readonly ask: (
    what: 'tempo' | 'words' | 'syllables' | 'chord' | 'key' | 'meter' | 'clef' | 'new-key' | 'history' | 'take-away',
  ) => void;
  readonly showCommands: () => void;
  readonly showKeys: () => void;
  readonly togglePiano: () => void;
  readonly toggleText: () => void;
}

export const ACTION_GROUPS = ['Write', 'Move', 'Notes', 'Signs', 'Loudness', 'Bars', 'Change', 'Line', 'Show'] as const;
export type ActionGroup = (typeof ACTION_GROUPS)[number];

/** Something that can be done, by a key, from a menu, or from the list of commands. */
export interface Action {
  readonly id: string;
  readonly name: string;
  readonly group: ActionGroup;
  /** As `comboOf` names them; the first is shown. */
  readonly keys: readonly string[];
  /** Other words that find it in the list. */
  readonly also?: string;
  readonly run: (w: Writing, asks: Asks) => void;
}

/** @param keys one key, several, or none ('') */
export function action(
  group: ActionGroup,
  id: string,
  name: string,
  keys: string | readonly string[],
  run: Action['run'],
  also?: string,
): Action {
  return {
    id,
    name,
    group,
    keys: typeof keys === 'string' ? (keys === '' ? [] : [keys]) : keys,
    run,
    ...(also !== undefined && { also }),
  };
}
