import { childNamed, descendants, hasClass, type XmlElement } from '@cifra/xml';
import { CHORD_CLASS } from '../engine/notePrefix';

/** The texts of some class, which say where they stand. */
const textsOf = (drawing: XmlElement, name: string): XmlElement[] =>
  [...descendants(drawing)].filter((e) => hasClass(e, name)).flatMap((e) => childNamed(e, 'text') ?? []);

/**
 * The library sets a tempo mark between the chord symbols and the music, so that they all stand away from it for the
 * sake of one: they change places. Common practice, no source: how fast stands on top.
 */
export function tempoOnTop(drawing: XmlElement): void {
  const [tempos, chords] = [textsOf(drawing, 'tempo'), textsOf(drawing, CHORD_CLASS)];
  const highest = (all: readonly XmlElement[]): number => Math.min(...all.map((t) => Number(t.attributes.y)));
  const down = highest(tempos) - highest(chords);
  if (tempos.length === 0 || chords.length === 0 || !(down > 0)) return;
  const move = (t: XmlElement, by: number): void => {
    t.attributes = { ...t.attributes, y: String(Number(t.attributes.y) + by) };
  };
  for (const t of tempos) move(t, -down);
  for (const c of chords) move(c, down);
}
