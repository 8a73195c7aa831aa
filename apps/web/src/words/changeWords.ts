import type { Changes } from '@cifra/core';
import { barsName, list } from './spoken';

const bars = (n: number): string => `${n} ${n === 1 ? 'bar' : 'bars'}`;

/** What one version has otherwise than the one before it, in a few words. */
export function changeWords(c: Changes | undefined): string {
  if (c === undefined) return 'The first version';
  const several = c.lines.length > 1;
  const parts = c.lines.map(({ line, from, to, added, removed }) => {
    const where = barsName(from, to);
    const what =
      added > 0
        ? `${bars(added)} added, ${where}`
        : removed > 0
          ? `${bars(removed)} taken away at ${where}`
          : `${where} changed`;
    return several ? `line ${line + 1}: ${what}` : what;
  });
  if (c.lineCount > 0) parts.push('a line added');
  if (c.lineCount < 0) parts.push('a line taken away');
  if (c.title) parts.push('title changed');
  if (c.owner) parts.push('read from another page');
  if (c.parts) parts.push('choices of the parts changed');
  const words = parts.length === 0 ? 'nothing in the notes' : list(parts);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
