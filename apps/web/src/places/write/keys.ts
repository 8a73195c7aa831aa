import type { Action } from './action';
import { ACTIONS } from './actions';

/** The name of a key press: `Mod+Shift+z`, `Shift+ArrowUp`, `#`. Shift is not named where the character says it. */
export function comboOf(
  e: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'code'>,
): string {
  const mod = e.ctrlKey || e.metaKey;
  const digit = /^Digit(\d)$/.exec(e.code)?.[1];
  // With Alt some layouts write other characters on the digits.
  const key = e.altKey && digit !== undefined ? digit : e.key.length === 1 ? e.key.toLowerCase() : e.key;
  const named = key.length > 1 || (mod && /[a-z]/.test(key));
  return `${mod ? 'Mod+' : ''}${e.altKey && !mod ? 'Alt+' : ''}${e.shiftKey && named ? 'Shift+' : ''}${key}`;
}

const BY_KEY = new Map<string, Action>(ACTIONS.flatMap((a) => a.keys.map((k): [string, Action] => [k, a])));

/**
 * The action of a key press. AltGr writes characters on many layouts: then Ctrl and Alt are both down and mean nothing.
 */
export function actionFor(e: KeyboardEvent): Action | undefined {
  const altGr = e.getModifierState('AltGraph') || (e.ctrlKey && e.altKey && e.key.length === 1);
  return BY_KEY.get(
    altGr
      ? comboOf({ key: e.key, code: e.code, ctrlKey: false, metaKey: false, altKey: false, shiftKey: e.shiftKey })
      : comboOf(e),
  );
}

const SHOWN: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Backspace: '⌫',
  Delete: 'Del',
  Escape: 'Esc',
  PageUp: 'Page ↑',
  PageDown: 'Page ↓',
  Mod: 'Ctrl',
};
const isMac = (): boolean => typeof navigator !== 'undefined' && /mac/i.test(navigator.platform);

/** A key as it is shown: `Ctrl Z`. */
export const shownKey = (combo: string): string =>
  combo === ''
    ? ''
    : combo
        .split(/\+(?=.)/)
        .map((k) => (k === 'Mod' && isMac() ? '⌘' : (SHOWN[k] ?? (k.length === 1 ? k.toUpperCase() : k))))
        .join(' ');
