/** Notes typed in a row, `C4 F#4 Bb4` or with signs: those that are notes, and words that are none. */
export function readNotes(text: string): { readonly notes: readonly string[]; readonly wrong: readonly string[] } {
  const words = text
    .replace(/♯/g, '#')
    .replace(/♭/g, 'b')
    .split(/[\s,;]+/)
    .filter((w) => w !== '')
    .map((w) => w.charAt(0).toUpperCase() + w.slice(1));
  const isNote = (w: string): boolean => /^[A-G](bb|b|##|#|)\d$/.test(w);
  return { notes: [...new Set(words.filter(isNote))], wrong: words.filter((w) => !isNote(w)) };
}
