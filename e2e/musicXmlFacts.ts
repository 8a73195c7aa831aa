import { readXml, type XmlElement } from '@cifra/xml';

const named = (e: XmlElement, name: string): XmlElement[] =>
  e.children.filter((c): c is XmlElement => typeof c !== 'string' && c.name === name);
const text = (e: XmlElement, ...path: readonly string[]): string | undefined => {
  let at: XmlElement | undefined = e;
  for (const name of path) at = at === undefined ? undefined : named(at, name)[0];
  return at?.children
    .filter((c): c is string => typeof c === 'string')
    .join('')
    .trim();
};
const types = (e: XmlElement, name: string): string[] =>
  named(e, name)
    .map((c) => c.attributes.type ?? '')
    .sort();

/**
 * What a MusicXML file says of its first part, bar by bar, whatever its layout: divisions are worked out, so that two
 * files that say the same compare equal. It shares nothing with the reader of the program that it is used to check.
 */
export function musicXmlFacts(xml: string): unknown {
  const read = readXml(xml);
  if (!read.ok) throw new Error('no XML');
  const part = named(read.root, 'part')[0];
  if (part === undefined) throw new Error('no part');
  let divisions = 1;
  const measures = named(part, 'measure').map((m) => {
    const attributes = named(m, 'attributes')[0];
    divisions = Number(attributes === undefined ? undefined : text(attributes, 'divisions')) || divisions;
    const said =
      attributes === undefined
        ? {}
        : {
            fifths: text(attributes, 'key', 'fifths'),
            mode: text(attributes, 'key', 'mode'),
            beats: text(attributes, 'time', 'beats'),
            unit: text(attributes, 'time', 'beat-type'),
            clef: `${text(attributes, 'clef', 'sign')}${text(attributes, 'clef', 'line')}`,
            chromatic: text(attributes, 'transpose', 'chromatic') ?? '0',
            diatonic: text(attributes, 'transpose', 'diatonic') ?? '0',
          };
    const events = m.children
      .filter((c): c is XmlElement => typeof c !== 'string')
      .flatMap((e): unknown[] => {
        if (e.name === 'direction')
          return named(e, 'direction-type').flatMap((d) =>
            named(d, 'dynamics').flatMap((x) =>
              x.children.filter((c): c is XmlElement => typeof c !== 'string').map((c) => c.name),
            ),
          );
        if (e.name !== 'note') return [];
        const notations = named(e, 'notations')[0];
        const pitch =
          named(e, 'pitch').length === 0
            ? 'rest'
            : `${text(e, 'pitch', 'step')}${text(e, 'pitch', 'alter') ?? '0'}/${text(e, 'pitch', 'octave')}`;
        return [
          {
            pitch,
            quarters: Number(text(e, 'duration')) / divisions,
            value: text(e, 'type'),
            dots: named(e, 'dot').length,
            sign: text(e, 'accidental'),
            ties: types(e, 'tie'),
            tied: notations === undefined ? [] : types(notations, 'tied'),
            slurs: notations === undefined ? [] : types(notations, 'slur'),
          },
        ];
      });
    const bars = named(m, 'barline').map((b) => ({
      at: b.attributes.location,
      repeat: named(b, 'repeat')[0]?.attributes.direction,
      ending: named(b, 'ending')[0]?.attributes.number,
      type: named(b, 'ending')[0]?.attributes.type,
    }));
    return { implicit: m.attributes.implicit === 'yes', ...said, events, bars };
  });
  return { title: text(read.root, 'work', 'work-title'), measures };
}
