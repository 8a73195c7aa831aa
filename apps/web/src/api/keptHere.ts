/**
 * What this browser keeps under a name, as far as it can be read: what something else wrote there counts as nothing.
 * @param read checks what was found; it may throw for what it cannot use
 */
export function keptHere<T>(name: string, read: (found: unknown) => T, nothing: T): T {
  const text = localStorage.getItem(name);
  if (text === null) return nothing;
  try {
    return read(JSON.parse(text));
  } catch {
    // Nobody can mend it here, and nothing is lost by beginning anew: the next change writes over it.
    return nothing;
  }
}

export const keepHere = (name: string, value: unknown): void => localStorage.setItem(name, JSON.stringify(value));
