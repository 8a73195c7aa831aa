/**
 * The sounding notes of a one-track MIDI file in order, as MIDI numbers: just enough of the Standard MIDI File format
 * (MIDI Manufacturers Association) to hold the engraving library's own output against Cifra's parts.
 */
export function midiNotes(bytes: Uint8Array): number[] {
  const notes: { at: number; note: number }[] = [];
  let p = 14;
  while (p < bytes.length) {
    const end =
      p +
      8 +
      (((bytes[p + 4] ?? 0) << 24) | ((bytes[p + 5] ?? 0) << 16) | ((bytes[p + 6] ?? 0) << 8) | (bytes[p + 7] ?? 0));
    p += 8;
    let at = 0;
    let status = 0;
    const variable = (): number => {
      let value = 0;
      for (;;) {
        const b = bytes[p++] ?? 0;
        value = (value << 7) | (b & 0x7f);
        if (b < 0x80) return value;
      }
    };
    while (p < end) {
      at += variable();
      if ((bytes[p] ?? 0) >= 0x80) status = bytes[p++] ?? 0;
      if (status === 0xff) {
        p += 1;
        const length = variable();
        p += length;
      } else if (status >= 0xf0) {
        const length = variable();
        p += length;
      } else {
        const kind = status & 0xf0;
        const note = bytes[p] ?? 0;
        const velocity = bytes[p + 1] ?? 0;
        p += kind === 0xc0 || kind === 0xd0 ? 1 : 2;
        if (kind === 0x90 && velocity > 0) notes.push({ at, note });
      }
    }
    p = end;
  }
  return notes.sort((a, b) => a.at - b.at).map((n) => n.note);
}
