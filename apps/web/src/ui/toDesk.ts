/**
 * Gives the keyboard to the line that is being written, unless a dialog holds it: a menu or a list that closes behind
 * the dialog it has opened would take it away again, and words would be typed as notes.
 */
export function toDesk(): void {
  if (document.querySelector('[role="dialog"][data-state="open"]') === null)
    document.querySelector<HTMLElement>('.desk')?.focus();
}

/** What a dialog or menu does when it has closed: where a line is written the keyboard goes back to it. */
export function backToDesk(e: Event): void {
  if (document.querySelector('.desk') === null) return;
  e.preventDefault();
  toDesk();
}

/** The element that has the keyboard; of a menu that opens a dialog, the button of that menu, since the menu goes. */
export function keyboardHolder(): HTMLElement | undefined {
  const has = document.activeElement;
  if (!(has instanceof HTMLElement) || has === document.body) return undefined;
  const menu = has.closest('[role="menu"]');
  const opener = menu === null ? has : document.getElementById(menu.getAttribute('aria-labelledby') ?? '');
  return opener ?? undefined;
}
