/** Where something stands on the strip, in pixels from its own corner. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Where the note of a name stands, on the staff. */
export function noteBox(root: HTMLElement, name: string): Box | undefined {
  const note = root.querySelector(`#c-${CSS.escape(name)}`);
  if (note === null) return undefined;
  const [own, base] = [note.getBoundingClientRect(), root.getBoundingClientRect()];
  return {
    left: own.left - base.left,
    top: own.top - base.top,
    right: own.right - base.left,
    bottom: own.bottom - base.top,
  };
}

/** The system of music that a note stands on. */
function systemBox(root: HTMLElement, name: string): Box | undefined {
  const system = root.querySelector(`#c-${CSS.escape(name)}`)?.closest('.placed');
  if (system === null || system === undefined) return undefined;
  const [own, base] = [system.getBoundingClientRect(), root.getBoundingClientRect()];
  return {
    left: own.left - base.left,
    top: own.top - base.top,
    right: own.right - base.left,
    bottom: own.bottom - base.top,
  };
}

const BESIDE = 10;

/** The stretches of music that some notes cover, one for each system. */
export function stretches(root: HTMLElement, names: readonly string[]): Box[] {
  const found: Box[] = [];
  for (const name of names) {
    const [note, system] = [noteBox(root, name), systemBox(root, name)];
    if (note === undefined || system === undefined) continue;
    const last = found.at(-1);
    if (last !== undefined && Math.abs(last.top - system.top) < 1)
      found[found.length - 1] = { ...last, right: note.right + BESIDE };
    else found.push({ left: note.left - BESIDE, top: system.top, right: note.right + BESIDE, bottom: system.bottom });
  }
  return found;
}

/**
 * The name of the note that stands nearest to a place on the screen, on the system that is nearest to it.
 * @param within pixels to the side; a pixel above or below the system counts for ten
 */
export function nearestNote(root: HTMLElement, x: number, y: number, within = Infinity): string | undefined {
  let best: string | undefined;
  let least = within;
  for (const note of root.querySelectorAll('g.note')) {
    const own = note.getBoundingClientRect();
    const system = note.closest('.placed')?.getBoundingClientRect() ?? own;
    const away = y < system.top ? system.top - y : y > system.bottom ? y - system.bottom : 0;
    // Another system is far away, however near its note.
    const distance = Math.abs((own.left + own.right) / 2 - x) + 10 * away;
    if (distance < least) [least, best] = [distance, note.id.replace(/^c-/, '')];
  }
  return best;
}
