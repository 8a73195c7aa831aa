import {
  type AccidentalReading, beamGroups, type Clef, type Key, type Measure, type Meter, type MusicEvent, type NoteId, type Pitch, placeMeasures, readAccidentals, type Score,
} from '@cifra/core';
import { element, writeXml, type XmlElement } from '@cifra/xml';

const el = element;

/** What the engraver adds to a score: room for the band, line breaks, and ids of its own. */
export interface MeiOptions {
  /** Lines of the silent staff that keeps the band's place; 0 for no band. */
  readonly bandLines: number;
  /** Width that each note's cell needs, in hundredths of a millimetre. */
  readonly cellWidth: (id: NoteId) => number;
  /** Indexes of measures before which a line breaks. */
  readonly breakBefore: ReadonlySet<number>;
  /** Stands before every id, since several parts share a screen. */
  readonly idPrefix: string;
  /** Whether the last bar closes the piece. */
  readonly finalBar: boolean;
  readonly slurs: boolean;
  /** One note a bar without bar lines or meter, as on a chart. */
  readonly unmetered?: boolean;
  /** The sign before each note; without it, what the rules of the staff ask for. */
  readonly accidentals?: SignLookup;
}

export interface SignLookup {
  get(id: NoteId): AccidentalReading | undefined;
}

const CLEF: Readonly<Record<Clef, { shape: string; line: number }>> = {
  treble: { shape: 'G', line: 2 }, bass: { shape: 'F', line: 4 }, alto: { shape: 'C', line: 3 }, tenor: { shape: 'C', line: 4 },
};
const VALUE: Readonly<Record<string, string>> = { breve: 'breve', whole: '1', half: '2', quarter: '4', eighth: '8', '16th': '16', '32nd': '32' };
const ACCID: Readonly<Record<number, string>> = { [-2]: 'ff', [-1]: 'f', 0: 'n', 1: 's', 2: 'x' };
const ARTIC: Readonly<Record<string, string>> = { staccato: 'stacc', accent: 'acc', tenuto: 'ten', marcato: 'marc', staccatissimo: 'stacciss' };

const keySig = (k: Key): string => (k.fifths === 0 ? '0' : `${Math.abs(k.fifths)}${k.fifths > 0 ? 's' : 'f'}`);
const meterAttributes = (m: Meter): Record<string, string | number | undefined> => ({
  'meter.count': m.beats, 'meter.unit': m.unit, 'meter.sym': m.symbol,
});

const MUSIC_STAFF = 2;
const musicStaff = (o: MeiOptions): number => (o.bandLines > 0 ? MUSIC_STAFF : 1);

/** The library keeps about 1.83 mm between neighbouring reservations by itself; one `m` at 1 pt is 0.275 mm wide. */
const KEPT_APART = 183;
const M_WIDTH = 27.5;
const CELL_GAP = 70;

const reservation = (o: MeiOptions, id: NoteId): XmlElement[] => {
  const width = o.cellWidth(id);
  if (o.bandLines === 0 || width <= 0) return [];
  const count = Math.max(1, Math.round((width + CELL_GAP - KEPT_APART) / M_WIDTH));
  return [el('harm', { staff: musicStaff(o), place: 'above', startid: `#${o.idPrefix}${id}` }, [el('rend', { fontsize: '1pt' }, ['m'.repeat(count)])])];
};

function writeEvent<P extends Pitch>(e: MusicEvent<P>, accidentals: SignLookup, o: MeiOptions): XmlElement {
  const common = { 'xml:id': o.idPrefix + e.id, dur: VALUE[e.duration.value], dots: e.duration.dots === 0 ? undefined : e.duration.dots };
  if (e.kind === 'rest') return e.wholeMeasure === true ? el('mRest', { 'xml:id': common['xml:id'] }) : el('rest', common);
  const reading = accidentals.get(e.id);
  const sign = reading?.sign;
  return el('note', { ...common, pname: e.pitch.step.toLowerCase(), oct: e.pitch.octave, 'accid.ges': sign === undefined && e.pitch.alter !== 0 ? ACCID[e.pitch.alter] : undefined }, [
    ...(sign === undefined ? [] : [el('accid', reading?.courtesy === true ? { accid: ACCID[sign], enclose: 'paren', func: 'caution' } : { accid: ACCID[sign] })]),
    ...(e.articulations ?? []).map((a) => el('artic', { artic: ARTIC[a] })),
  ]);
}

/** Wraps runs of elements that belong to one beam or tuplet. */
function writeLayer<P extends Pitch>(m: Measure<P>, beams: ReadonlyMap<NoteId, readonly NoteId[]>, accidentals: SignLookup, o: MeiOptions): XmlElement[] {
  const top: XmlElement[] = [];
  let tuplet: XmlElement | undefined;
  let beam: { element: XmlElement; last: NoteId } | undefined;
  m.events.forEach((e, i) => {
    const t = e.duration.tuplet;
    if (t !== undefined && tuplet === undefined) {
      tuplet = el('tuplet', { num: t.actual, numbase: t.normal, 'num.format': 'count', 'bracket.visible': beams.get(e.id)?.[0] === e.id ? 'false' : 'true' });
      (beam?.element.children ?? top).push(tuplet);
    }
    const group = beams.get(e.id);
    if (group !== undefined && group[0] === e.id) {
      beam = { element: el('beam'), last: group[group.length - 1] as NoteId };
      (tuplet?.children ?? top).push(beam.element);
    }
    const into = tuplet !== undefined && !(beam !== undefined && tuplet.children.includes(beam.element)) ? tuplet.children : (beam?.element.children ?? tuplet?.children ?? top);
    into.push(writeEvent(e, accidentals, o));
    if (beam?.last === e.id) beam = undefined;
    if (t !== undefined && (e.tupletPlace === 'stop' || m.events[i + 1]?.duration.tuplet === undefined || m.events[i + 1]?.tupletPlace === 'start')) tuplet = undefined;
  });
  return top;
}

/** A multi-bar rest has no time of its own to be spaced by: silent halves beside it keep its room. */
const restRoom = (): XmlElement[] => [el('space', { dur: '2' }), el('space', { dur: '2' })];

const ENDINGS_EQUAL = (a: readonly number[] | undefined, b: readonly number[] | undefined): boolean => (a ?? []).join() === (b ?? []).join();

/**
 * Writes a score as MEI for the engraving library: a silent band staff on top when there is a band, the music
 * below it, all signs as the rules of the staff ask for.
 */
export function writeMei<P extends Pitch>(score: Score<P>, o: MeiOptions): string {
  const placed = placeMeasures(score);
  const accidentals = o.accidentals ?? readAccidentals(score);
  const beams = new Map<NoteId, readonly NoteId[]>();
  for (const group of beamGroups(score)) for (const id of group) beams.set(id, group);
  const ref = (id: NoteId): string => `#${o.idPrefix}${id}`;
  const staff = musicStaff(o);
  const order = score.measures.flatMap((m) => m.events.map((e) => e.id));
  const nextId = new Map(order.map((id, i) => [id, order[i + 1]]));
  const home = new Map(score.measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)));
  const first = placed[0];
  if (first === undefined) throw new RangeError('a score without bars cannot be engraved');

  const section: XmlElement[] = [];
  let ending: XmlElement | undefined;
  let skip = 0;
  placed.forEach(({ measure: m, index, number }) => {
    if (skip > 0) {
      skip -= 1;
      return;
    }
    const before = score.measures[index - 1];
    if (m.ending === undefined) ending = undefined;
    else if (ending === undefined || !ENDINGS_EQUAL(before?.ending, m.ending) || before?.repeatEnd === true) {
      if (o.breakBefore.has(index)) section.push(el('sb'));
      ending = el('ending', { n: m.ending.join(', '), label: `${m.ending.join(', ')}.` });
      section.push(ending);
    }
    const into = ending?.children ?? section;
    if (o.breakBefore.has(index) && into.length + (ending === undefined ? 1 : 0) > 0 && !(ending !== undefined && ending.children.length === 0)) into.push(el('sb'));
    if (index > 0 && (m.clef !== undefined || m.key !== undefined || m.meter !== undefined)) {
      into.push(el('scoreDef', m.meter === undefined ? {} : meterAttributes(m.meter), [el('staffGrp', {}, [
        ...(o.bandLines > 0 ? [el('staffDef', { n: 1 })] : []),
        el('staffDef', { n: staff, 'keysig': m.key === undefined ? undefined : keySig(m.key), ...(m.clef === undefined ? {} : { 'clef.shape': CLEF[m.clef].shape, 'clef.line': CLEF[m.clef].line }) }),
      ])]));
    }
    const multi = Math.min(m.multiRest ?? 1, score.measures.length - index);
    if (multi > 1) skip = multi - 1;
    const music = multi > 1 ? [el('multiRest', { num: multi })] : writeLayer(m, beams, accidentals, o);
    const closing = multi > 1 ? score.measures[index + multi - 1] : m;
    const after = score.measures[index + multi];
    const right = closing?.repeatEnd === true ? (after?.repeatStart === true && !o.breakBefore.has(index + multi) ? 'rptboth' : 'rptend')
      : closing?.endBar === 'final' || (after === undefined && o.finalBar) ? 'end' : closing?.endBar === 'double' ? 'dbl' : undefined;
    const rightLine = o.unmetered === true ? 'invis' : right;
    const left = m.repeatStart === true && !(before?.repeatEnd === true && !o.breakBefore.has(index)) ? 'rptstart' : undefined;
    const controls: XmlElement[] = [];
    if (m.tempo !== undefined) controls.push(el('tempo', { staff: 1, place: 'above', tstamp: 1, 'xml:id': `${o.idPrefix}tempo-${m.id}` }, [tempoPlaceholder(m.tempo)]));
    for (const e of m.events) {
      if (multi > 1) break;
      if (e.kind === 'note') {
        controls.push(...reservation(o, e.id));
        const next = nextId.get(e.id);
        if (e.tie === true && next !== undefined) controls.push(el('tie', { startid: ref(e.id), endid: ref(next) }));
        if (e.breathAfter === true) controls.push(el('breath', { startid: ref(e.id), staff, place: 'above' }));
      }
      if (e.fermata === true) controls.push(el('fermata', { startid: ref(e.id), place: 'above', staff }));
      if (e.dynamic !== undefined) controls.push(el('dynam', { startid: ref(e.id), place: 'below', staff }, [e.dynamic]));
      if (e.words !== undefined) controls.push(el('dir', { startid: ref(e.id), place: 'below', staff }, [e.words]));
    }
    for (const s of o.slurs ? score.slurs : []) if (home.get(s.from) === index) controls.push(el('slur', { startid: ref(s.from), endid: ref(s.to), staff }));
    for (const h of score.hairpins) {
      if (home.get(h.from) === index) controls.push(el('hairpin', { startid: ref(h.from), endid: ref(h.to), form: h.kind === 'crescendo' ? 'cres' : 'dim', staff, place: 'below' }));
    }
    into.push(el('measure', { n: number, 'xml:id': o.idPrefix + m.id, left, right: rightLine, metcon: 'false' }, [
      ...(o.bandLines > 0 ? [el('staff', { n: 1 }, [el('layer', { n: 1 }, multi > 1 ? restRoom() : [el('mSpace')])])] : []),
      el('staff', { n: staff }, [el('layer', { n: 1 }, music), ...(o.bandLines === 0 && multi > 1 ? [el('layer', { n: 2 }, restRoom())] : [])]),
      ...controls,
    ]));
  });

  const scoreDef = el('scoreDef', { ...(o.unmetered === true ? {} : meterAttributes(first.meter)), 'system.leftline': 'false', 'mnum.visible': 'true' }, [
    el('staffGrp', { 'bar.thru': 'false' }, [
      ...(o.bandLines > 0 ? [el('staffDef', { n: 1, lines: o.bandLines, 'clef.visible': 'false', 'clef.shape': 'G', 'clef.line': 2 })] : []),
      el('staffDef', { n: staff, lines: 5, 'clef.shape': CLEF[first.clef].shape, 'clef.line': CLEF[first.clef].line, 'keysig': keySig(first.key) }),
    ]),
  ]);
  const mei = el('mei', { xmlns: 'http://www.music-encoding.org/ns/mei', meiversion: '5.0' }, [
    el('meiHead', {}, [el('fileDesc', {}, [el('titleStmt', {}, [el('title')]), el('pubStmt')])]),
    el('music', {}, [el('body', {}, [el('mdiv', {}, [el('score', {}, [scoreDef, el('section', {}, section)])])])]),
  ]);
  return `<?xml version="1.0" encoding="UTF-8"?>${writeXml(mei)}`;
}

/** Keeps the room of a tempo mark; the mark itself is drawn afterwards, with its own note sign. */
function tempoPlaceholder(tempo: { words?: string; mark?: { perMinute: number } }): string {
  const mark = tempo.mark === undefined ? '' : ` mm = ${tempo.mark.perMinute}`;
  return `${tempo.words ?? ''}${mark}`.trim();
}
