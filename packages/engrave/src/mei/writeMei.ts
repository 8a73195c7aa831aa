import {
  type Accidental,
  beamGroups,
  type Clef,
  type Key,
  type Measure,
  type Meter,
  type MusicEvent,
  type NoteId,
  type Pitch,
  type PlacedMeasure,
  placeMeasures,
  accidentalsInForce,
  type Score,
} from '@cifra/core';
import { element, writeXml, type XmlElement } from '@cifra/xml';
import { linePrefix } from '../engine/notePrefix';

const el = element;

/** What the engraver adds to a score: room for the band, line breaks, and ids of its own. */
export interface MeiOptions {
  /** Lines of the silent staff that keeps the band's place; 0 for no band. */
  readonly bandLines: number;
  /** Width that each note's cell needs, in hundredths of a millimetre. */
  readonly cellWidth: (id: NoteId, line: number) => number;
  /** Indexes of measures before which a line breaks. */
  readonly breakBefore: ReadonlySet<number>;
  /** Stands before every id, since several parts share a screen. */
  readonly idPrefix: string;
  /** Whether the last bar closes the piece. */
  readonly finalBar: boolean;
  readonly slurs: boolean;
  /** One note a bar without bar lines or meter, as on a chart. */
  readonly unmetered?: boolean;
  /** Heads without stems, close together: a list of notes. */
  readonly headsOnly?: boolean;
  /** The meter is in force already: it is not said again. */
  readonly hideMeter?: boolean;
  /**
   * The bars are one system: the library, asked for encoded breaks, then looks for none itself, which takes it twice as
   * long.
   */
  readonly oneSystem?: boolean;
  /** The sign before each note; without it, what the rules of the staff ask for. */
  readonly accidentals?: SignLookup;
}

/** A line and the signs before its notes, where several are drawn under each other. */
export interface MeiLine<P extends Pitch> {
  readonly score: Score<P>;
  readonly accidentals?: SignLookup;
  /** Notes over which a small sign says what the key signature does to them. */
  readonly marked?: ReadonlySet<NoteId>;
}

export interface SignLookup {
  get(id: NoteId): Accidental | undefined;
}

const CLEF: Readonly<Record<Clef, { shape: string; line: number }>> = {
  treble: { shape: 'G', line: 2 },
  bass: { shape: 'F', line: 4 },
  alto: { shape: 'C', line: 3 },
  tenor: { shape: 'C', line: 4 },
};
const VALUE: Readonly<Record<string, string>> = {
  breve: 'breve',
  whole: '1',
  half: '2',
  quarter: '4',
  eighth: '8',
  '16th': '16',
  '32nd': '32',
};
const ACCID: Readonly<Record<number, string>> = { [-2]: 'ff', [-1]: 'f', 0: 'n', 1: 's', 2: 'x' };
const ARTIC: Readonly<Record<string, string>> = {
  staccato: 'stacc',
  accent: 'acc',
  tenuto: 'ten',
  marcato: 'marc',
  staccatissimo: 'stacciss',
};

const keySig = (k: Key): string => (k.fifths === 0 ? '0' : `${Math.abs(k.fifths)}${k.fifths > 0 ? 's' : 'f'}`);
const meterAttributes = (m: Meter): Record<string, string | number | undefined> => ({
  'meter.count': m.beats,
  'meter.unit': m.unit,
  'meter.sym': m.symbol,
});

/** The library keeps about 1.83 mm between neighbouring reservations by itself; one `m` at 1 pt is 0.275 mm wide. */
const KEPT_APART = 183;
const M_WIDTH = 27.5;
const CELL_GAP = 70;

/** What is needed to write a line's notes. */
interface SignsOf {
  readonly accidentals: SignLookup;
  readonly marked: ReadonlySet<NoteId>;
  readonly prefix: string;
  readonly headsOnly: boolean;
}

function writeEvent<P extends Pitch>(
  e: MusicEvent<P>,
  { accidentals, marked, prefix, headsOnly }: SignsOf,
): XmlElement {
  const common = {
    'xml:id': prefix + e.id,
    ...(headsOnly ? { dur: '4', 'stem.visible': 'false' } : { dur: VALUE[e.duration.value] }),
    dots: e.duration.dots === 0 ? undefined : e.duration.dots,
  };
  if (e.kind === 'rest')
    return e.wholeMeasure === true ? el('mRest', { 'xml:id': common['xml:id'] }) : el('rest', common);
  const reading = accidentals.get(e.id);
  const sign = reading?.sign;
  return el(
    'note',
    {
      ...common,
      pname: e.pitch.step.toLowerCase(),
      oct: e.pitch.octave,
      'accid.ges': sign === undefined && !marked.has(e.id) && e.pitch.alter !== 0 ? ACCID[e.pitch.alter] : undefined,
    },
    [
      ...(sign === undefined
        ? marked.has(e.id)
          ? [el('accid', { accid: ACCID[e.pitch.alter], func: 'edit', place: 'above' })]
          : []
        : [
            el(
              'accid',
              reading?.courtesy === true
                ? { accid: ACCID[sign], enclose: 'paren', func: 'caution' }
                : { accid: ACCID[sign] },
            ),
          ]),
      ...(e.articulations ?? []).map((a) => el('artic', { artic: ARTIC[a] })),
    ],
  );
}

/** Wraps runs of elements that belong to one beam or tuplet. */
function writeLayer<P extends Pitch>(
  m: Measure<P>,
  beams: ReadonlyMap<NoteId, readonly NoteId[]>,
  signs: SignsOf,
): XmlElement[] {
  const top: XmlElement[] = [];
  let tuplet: XmlElement | undefined;
  let beam: { element: XmlElement; last: NoteId } | undefined;
  m.events.forEach((e, i) => {
    const t = e.duration.tuplet;
    if (t !== undefined && tuplet === undefined) {
      tuplet = el('tuplet', {
        num: t.actual,
        numbase: t.normal,
        'num.format': 'count',
        'bracket.visible': beams.get(e.id)?.[0] === e.id ? 'false' : 'true',
      });
      (beam?.element.children ?? top).push(tuplet);
    }
    const group = beams.get(e.id);
    if (group !== undefined && group[0] === e.id) {
      beam = { element: el('beam'), last: group[group.length - 1] as NoteId };
      (tuplet?.children ?? top).push(beam.element);
    }
    const into =
      tuplet !== undefined && !(beam !== undefined && tuplet.children.includes(beam.element))
        ? tuplet.children
        : (beam?.element.children ?? tuplet?.children ?? top);
    into.push(writeEvent(e, signs));
    if (beam?.last === e.id) beam = undefined;
    if (
      t !== undefined &&
      (e.tupletPlace === 'stop' ||
        m.events[i + 1]?.duration.tuplet === undefined ||
        m.events[i + 1]?.tupletPlace === 'start')
    )
      tuplet = undefined;
  });
  return top;
}

/** A multi-bar rest has no time of its own to be spaced by: silent halves beside it keep its room. */
const restRoom = (): XmlElement[] => [el('space', { dur: '2' }), el('space', { dur: '2' })];

const ENDINGS_EQUAL = (a: readonly number[] | undefined, b: readonly number[] | undefined): boolean =>
  (a ?? []).join() === (b ?? []).join();

/** One line on its staff: what each of its bars holds, and what hangs on its notes. */
class Staff<P extends Pitch> {
  readonly placed: readonly PlacedMeasure<P>[];
  private readonly accidentals: SignLookup;
  private readonly beams = new Map<NoteId, readonly NoteId[]>();
  private readonly nextId: ReadonlyMap<NoteId, NoteId | undefined>;
  private readonly home: ReadonlyMap<NoteId, number>;
  private readonly rests: ReadonlySet<NoteId>;

  constructor(
    { score, accidentals, marked }: MeiLine<P>,
    private readonly line: number,
    readonly n: number,
    private readonly prefix: string,
    private readonly o: MeiOptions,
  ) {
    this.marked = marked ?? new Set();
    this.score = score;
    this.placed = placeMeasures(score);
    this.accidentals = accidentals ?? accidentalsInForce(score);
    for (const group of beamGroups(score)) for (const id of group) this.beams.set(id, group);
    const order = score.measures.flatMap((m) => m.events.map((e) => e.id));
    this.nextId = new Map(order.map((id, i) => [id, order[i + 1]]));
    this.rests = new Set(score.measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'rest' ? [e.id] : []))));
    this.home = new Map(score.measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)));
  }

  private readonly score: Score<P>;
  private readonly marked: ReadonlySet<NoteId>;
  private ref = (id: NoteId): string => `#${this.prefix}${id}`;

  /** How many bars are drawn as one from this one on. */
  multiRest = (index: number): number =>
    Math.min(this.score.measures[index]?.multiRest ?? 1, this.score.measures.length - index);

  definition(): XmlElement {
    const { clef, key } = this.placed[0] as PlacedMeasure<P>;
    return el('staffDef', {
      n: this.n,
      lines: 5,
      'clef.shape': CLEF[clef].shape,
      'clef.line': CLEF[clef].line,
      keysig: keySig(key),
    });
  }

  /** What changes for this staff at a bar, as far as something does. */
  change(index: number): XmlElement {
    const { key = undefined, clef = undefined } = this.score.measures[index] ?? {};
    return el('staffDef', {
      n: this.n,
      keysig: key === undefined ? undefined : keySig(key),
      ...(clef === undefined ? {} : { 'clef.shape': CLEF[clef].shape, 'clef.line': CLEF[clef].line }),
    });
  }

  /** The bar's notes; a bar that is yet empty keeps some room. */
  content(index: number): XmlElement {
    const m = this.score.measures[index];
    const multi = this.multiRest(index);
    const music =
      m === undefined || m.events.length === 0
        ? [el('space', { dur: '2' })]
        : multi > 1
          ? [el('multiRest', { num: multi })]
          : writeLayer(m, this.beams, {
              accidentals: this.accidentals,
              marked: this.marked,
              prefix: this.prefix,
              headsOnly: this.o.headsOnly === true,
            });
    return el('staff', { n: this.n }, [
      el('layer', { n: 1 }, music),
      ...(this.o.bandLines === 0 && multi > 1 ? [el('layer', { n: 2 }, restRoom())] : []),
    ]);
  }

  /** Everything that is tied to notes of the bar. */
  controls(index: number): XmlElement[] {
    const m = this.score.measures[index];
    const controls: XmlElement[] = [];
    const { n: staff, ref } = this;
    if (m === undefined) return controls;
    for (const e of this.multiRest(index) > 1 ? [] : m.events) {
      if (e.kind === 'note') {
        controls.push(...this.reservation(e.id));
        const next = this.nextId.get(e.id);
        // A tie with no note to lead to hangs in the air.
        if (e.tie === true)
          controls.push(
            next === undefined || this.rests.has(next)
              ? el('lv', { startid: ref(e.id) })
              : el('tie', { startid: ref(e.id), endid: ref(next) }),
          );
        if (e.breathAfter === true) controls.push(el('breath', { startid: ref(e.id), staff, place: 'above' }));
      }
      if (e.fermata === true) controls.push(el('fermata', { startid: ref(e.id), place: 'above', staff }));
      if (e.dynamic !== undefined)
        controls.push(el('dynam', { startid: ref(e.id), place: 'below', staff }, [e.dynamic]));
      if (e.words !== undefined) controls.push(el('dir', { startid: ref(e.id), place: 'below', staff }, [e.words]));
    }
    for (const s of this.o.slurs ? this.score.slurs : [])
      if (s.from !== s.to && this.home.get(s.from) === index)
        controls.push(el('slur', { startid: ref(s.from), endid: ref(s.to), staff }));
    for (const h of this.score.hairpins) {
      if (this.home.get(h.from) === index)
        controls.push(
          el('hairpin', {
            startid: ref(h.from),
            endid: ref(h.to),
            form: h.kind === 'crescendo' ? 'cres' : 'dim',
            staff,
            place: 'below',
          }),
        );
    }
    return controls;
  }

  private reservation(id: NoteId): XmlElement[] {
    const width = this.o.cellWidth(id, this.line);
    if (this.o.bandLines === 0 || width <= 0) return [];
    const count = Math.max(1, Math.round((width + CELL_GAP - KEPT_APART) / M_WIDTH));
    return [
      el('harm', { staff: this.n, place: 'above', startid: this.ref(id) }, [
        el('rend', { fontsize: '1pt' }, ['m'.repeat(count)]),
      ]),
    ];
  }
}

/**
 * Writes a score as MEI for the engraving library: a silent band staff on top when there is a band, the music
 * below it, all signs as the rules of the staff ask for.
 */
export const writeMei = <P extends Pitch>(score: Score<P>, o: MeiOptions): string =>
  writeMeiOfLines([{ score, ...(o.accidentals === undefined ? {} : { accidentals: o.accidentals }) }], o);

/** Writes lines that are played together, each on its staff; repeats, endings and meters are those of the first. */
export function writeMeiOfLines<P extends Pitch>(lines: readonly MeiLine<P>[], o: MeiOptions): string {
  const hasBand = o.bandLines > 0;
  const staves = lines.map((line, i) => new Staff(line, i, hasBand ? 2 * i + 2 : i + 1, linePrefix(o.idPrefix, i), o));
  /** A silent staff stands over each line. */
  const over = (staff: Staff<P>, band: (n: number) => XmlElement): XmlElement[] => (hasBand ? [band(staff.n - 1)] : []);
  const lead = staves[0];
  const score = lines[0]?.score;
  const first = lead?.placed[0];
  if (lead === undefined || score === undefined || first === undefined)
    throw new RangeError('a score without bars cannot be engraved');

  const section: XmlElement[] = o.oneSystem === true ? [el('pb'), el('sb')] : [];
  let ending: XmlElement | undefined;
  let skip = 0;
  lead.placed.forEach(({ measure: m, index, number }) => {
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
    if (
      o.breakBefore.has(index) &&
      into.length + (ending === undefined ? 1 : 0) > 0 &&
      !(ending !== undefined && ending.children.length === 0)
    )
      into.push(el('sb'));
    if (
      index > 0 &&
      (m.meter !== undefined ||
        lines.some((l) => l.score.measures[index]?.clef !== undefined || l.score.measures[index]?.key !== undefined))
    ) {
      into.push(
        el('scoreDef', m.meter === undefined ? {} : meterAttributes(m.meter), [
          el('staffGrp', {}, [...staves.flatMap((s) => [...over(s, (n) => el('staffDef', { n })), s.change(index)])]),
        ]),
      );
    }
    const multi = lines.length > 1 ? 1 : lead.multiRest(index);
    if (multi > 1) skip = multi - 1;
    const closing = multi > 1 ? score.measures[index + multi - 1] : m;
    const after = score.measures[index + multi];
    const right =
      closing?.repeatEnd === true
        ? after?.repeatStart === true && !o.breakBefore.has(index + multi)
          ? 'rptboth'
          : 'rptend'
        : closing?.endBar === 'final' || (after === undefined && o.finalBar)
          ? 'end'
          : closing?.endBar === 'double'
            ? 'dbl'
            : undefined;
    const rightLine = o.unmetered === true ? 'invis' : right;
    const left =
      m.repeatStart === true && !(before?.repeatEnd === true && !o.breakBefore.has(index)) ? 'rptstart' : undefined;
    const tempo =
      m.tempo === undefined
        ? []
        : [
            el('tempo', { staff: 1, place: 'above', tstamp: 1, 'xml:id': `${o.idPrefix}tempo-${m.id}` }, [
              tempoPlaceholder(m.tempo),
            ]),
          ];
    into.push(
      el('measure', { n: number, 'xml:id': o.idPrefix + m.id, left, right: rightLine, metcon: 'false' }, [
        ...staves.flatMap((s) => [
          ...over(s, (n) => el('staff', { n }, [el('layer', { n: 1 }, multi > 1 ? restRoom() : [el('mSpace')])])),
          s.content(index),
        ]),
        ...tempo,
        ...staves.flatMap((s) => s.controls(index)),
      ]),
    );
  });

  const scoreDef = el(
    'scoreDef',
    {
      ...(o.unmetered === true || o.hideMeter === true ? {} : meterAttributes(first.meter)),
      'system.leftline': String(lines.length > 1 && !hasBand),
      'mnum.visible': 'true',
    },
    [
      el(
        'staffGrp',
        { 'bar.thru': String(lines.length > 1 && !hasBand), ...(lines.length > 1 ? { symbol: 'bracket' } : {}) },
        [
          ...staves.flatMap((s) => [
            ...over(s, (n) =>
              el('staffDef', { n, lines: o.bandLines, 'clef.visible': 'false', 'clef.shape': 'G', 'clef.line': 2 }),
            ),
            s.definition(),
          ]),
        ],
      ),
    ],
  );
  const mei = el('mei', { xmlns: 'http://www.music-encoding.org/ns/mei', meiversion: '5.0' }, [
    el('meiHead', {}, [el('fileDesc', {}, [el('titleStmt', {}, [el('title')]), el('pubStmt')])]),
    el('music', {}, [el('body', {}, [el('mdiv', {}, [el('score', {}, [scoreDef, el('section', {}, section)])])])]),
  ]);
  return `<?xml version="1.0" encoding="UTF-8"?>${writeXml(mei)}`;
}

/** Keeps the room of a tempo mark; the mark itself is drawn afterwards, with its own note sign. */
export function tempoPlaceholder(tempo: { words?: string; mark?: { perMinute: number } }): string {
  const mark = tempo.mark === undefined ? '' : ` mm = ${tempo.mark.perMinute}`;
  return `${tempo.words ?? ''}${mark}`.trim();
}
