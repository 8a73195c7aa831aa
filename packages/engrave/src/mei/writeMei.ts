import {
  type Measure,
  type Meter,
  NAVIGATION_TEXT,
  type Pitch,
  type Score,
  standsAtStart,
  type Tempo,
} from '@cifra/core';
import { element as el, writeXml, type XmlElement } from '@cifra/xml';
import { linePrefix } from '../engine/notePrefix';
import { restRoom } from './meiNotes';
import type { MeiLine, MeiOptions } from './meiOptions';
import { MeiStaff } from './MeiStaff';

const meterAttributes = (m: Meter): Record<string, string | number | undefined> => ({
  'meter.count': m.beats,
  'meter.unit': m.unit,
  'meter.sym': m.symbol,
});

/** The bracket before several staves reaches so far out, in hundredths of a millimetre. */
export const BRACKET_ROOM = 190;

type Bar = Measure<Pitch>;

/** Whether a bar begins an ending: another than before, or the same again after a repeat sign. */
const opensEnding = (bar: Bar, before: Bar | undefined): boolean =>
  (before?.ending ?? []).join() !== (bar.ending ?? []).join() || before?.repeatEnd === true;

/** The line that closes a bar, or several that are drawn as one. @param breaks whether a line of music ends with it */
function rightLine(closing: Bar | undefined, after: Bar | undefined, breaks: boolean, o: MeiOptions) {
  if (o.unmetered === true) return 'invis';
  if (closing?.repeatEnd === true) return after?.repeatStart === true && !breaks ? 'rptboth' : 'rptend';
  if (closing?.endBar === 'final' || (after === undefined && o.finalBar)) return 'end';
  if (o.hideBarLines === true) return 'invis';
  return closing?.endBar === 'double' ? 'dbl' : undefined;
}

/** The line that opens a bar: a repeat that is not drawn with the end of the one before. */
const leftLine = (bar: Bar, before: Bar | undefined, breaks: boolean): string | undefined =>
  bar.repeatStart === true && (before?.repeatEnd !== true || breaks) ? 'rptstart' : undefined;

const tempoOf = ({ id, tempo }: Bar, prefix: string): XmlElement[] =>
  tempo === undefined
    ? []
    : [
        el('tempo', { staff: 1, place: 'above', tstamp: 1, 'xml:id': `${prefix}tempo-${id}` }, [
          tempoPlaceholder(tempo),
        ]),
      ];

/** The staves of a system with what each shows at its beginning. */
function systemHead<P extends Pitch>(staves: readonly MeiStaff<P>[], meter: Meter, o: MeiOptions): XmlElement {
  const hasBand = o.bandLines > 0;
  const joined = staves.length > 1;
  const band = (n: number): XmlElement =>
    el('staffDef', { n, lines: o.bandLines, 'clef.visible': 'false', 'clef.shape': 'G', 'clef.line': 2 });
  return el(
    'scoreDef',
    {
      ...(o.unmetered !== true && o.hideMeter !== true && meterAttributes(meter)),
      'mnum.visible': 'true',
    },
    [
      el(
        'staffGrp',
        { 'bar.thru': String(joined && !hasBand), ...(joined && { symbol: 'bracket' }) },
        staves.flatMap((s) => [...(hasBand ? [band(s.n - 1)] : []), s.definition()]),
      ),
    ],
  );
}

/**
 * Writes a score as MEI for the engraving library: a silent band staff on top when there is a band, the music
 * below it, all signs as the rules of the staff ask for.
 */
export const writeMei = <P extends Pitch>(score: Score<P>, o: MeiOptions): string =>
  writeMeiOfLines([{ score, ...(o.accidentals !== undefined && { accidentals: o.accidentals }) }], o);

/** Signs that send players elsewhere: segno and coda over the start of the bar, the words under its end. */
function navigationMarks(m: Measure<Pitch>, staff: number, prefix: string): XmlElement[] {
  // By the last note and not by its time: a bar that is short of its meter would be spread to reach it.
  const last = m.events.at(-1);
  const end = last === undefined ? { tstamp: 1 } : { startid: `#${prefix}${last.id}` };
  return (m.navigation ?? []).map((sign) =>
    standsAtStart(sign)
      ? el('repeatMark', { func: sign, tstamp: 0, staff, place: 'above' })
      : el('dir', { ...end, staff, place: 'below' }, [NAVIGATION_TEXT[sign]]),
  );
}

/** Writes lines that are played together, each on its staff; repeats, endings and meters are those of the first. */
export function writeMeiOfLines<P extends Pitch>(lines: readonly MeiLine<P>[], o: MeiOptions): string {
  const hasBand = o.bandLines > 0;
  const staves = lines.map(
    (line, i) => new MeiStaff(line, i, hasBand ? 2 * i + 2 : i + 1, linePrefix(o.idPrefix, i), o),
  );
  /** A silent staff stands over each line. */
  const over = (staff: MeiStaff<P>, band: (n: number) => XmlElement): XmlElement[] =>
    hasBand ? [band(staff.n - 1)] : [];
  const [lead] = staves;
  const score = lines[0]?.score;
  const first = lead?.placed[0];
  if (lead === undefined || score === undefined || first === undefined)
    throw new RangeError('a score without bars cannot be engraved');

  const section: XmlElement[] = o.oneSystem === true ? [el('pb'), el('sb')] : [];
  let ending: XmlElement | undefined;
  let skip = 0;
  for (const { measure: m, index, number } of lead.placed) {
    if (skip > 0) {
      skip -= 1;
      continue;
    }
    const before = score.measures[index - 1];
    const breaks = o.breakBefore.has(index);
    if (m.ending === undefined) ending = undefined;
    else if (ending === undefined || opensEnding(m, before)) {
      // The break stands before the bracket, not within.
      if (breaks) section.push(el('sb'));
      ending = el('ending', { n: `${m.ending.join(', ')}.` });
      section.push(ending);
    }
    const into = ending?.children ?? section;
    if (breaks && ending?.children.length !== 0) into.push(el('sb'));
    const changes =
      m.meter !== undefined ||
      lines.some((l) => l.score.measures[index]?.clef !== undefined || l.score.measures[index]?.key !== undefined);
    if (index > 0 && changes)
      into.push(
        el('scoreDef', m.meter === undefined ? {} : meterAttributes(m.meter), [
          el(
            'staffGrp',
            {},
            staves.flatMap((s) => [...over(s, (n) => el('staffDef', { n })), s.change(index)]),
          ),
        ]),
      );
    const drawnAsOne = lines.length > 1 ? 1 : lead.multiRest(index);
    skip = drawnAsOne - 1;
    const next = index + drawnAsOne;
    const right = rightLine(score.measures[next - 1], score.measures[next], o.breakBefore.has(next), o);
    into.push(
      el(
        'measure',
        { n: number, 'xml:id': o.idPrefix + m.id, left: leftLine(m, before, breaks), right, metcon: 'false' },
        [
          ...staves.flatMap((s) => [
            ...over(s, (n) => el('staff', { n }, [el('layer', { n: 1 }, skip > 0 ? restRoom() : [el('mSpace')])])),
            s.content(index),
          ]),
          ...tempoOf(m, o.idPrefix),
          ...navigationMarks(m, lead.n, linePrefix(o.idPrefix, 0)),
          ...staves.flatMap((s) => s.controls(index)),
        ],
      ),
    );
  }

  const head = el('meiHead', {}, [el('fileDesc', {}, [el('titleStmt', {}, [el('title')]), el('pubStmt')])]);
  const body = el('score', {}, [systemHead(staves, first.meter, o), el('section', {}, section)]);
  const mei = el('mei', { xmlns: 'http://www.music-encoding.org/ns/mei', meiversion: '5.0' }, [
    head,
    el('music', {}, [el('body', {}, [el('mdiv', {}, [body])])]),
  ]);
  return `<?xml version="1.0" encoding="UTF-8"?>${writeXml(mei)}`;
}

/** Keeps the room of a tempo mark; the mark itself is drawn afterwards, with its own note sign. */
export function tempoPlaceholder(tempo: Pick<Tempo, 'words' | 'mark'>): string {
  const mark = tempo.mark === undefined ? '' : ` mm = ${tempo.mark.perMinute}`;
  return `${tempo.words ?? ''}${mark}`.trim();
}
