import {
  accidentalsInForce,
  beamGroups,
  chordText,
  type Clef,
  heldSyllables,
  type Key,
  type NoteId,
  type Pitch,
  type PlacedMeasure,
  placeMeasures,
  type Score,
} from '@cifra/core';
import { element as el, type XmlElement } from '@cifra/xml';
import { CHORD_CLASS } from '../engine/notePrefix';
import { restRoom, writeLayer } from './meiNotes';
import type { MeiLine, MeiOptions, SignLookup } from './meiOptions';

const CLEF: Readonly<Record<Clef, { shape: string; line: number }>> = {
  treble: { shape: 'G', line: 2 },
  bass: { shape: 'F', line: 4 },
  alto: { shape: 'C', line: 3 },
  tenor: { shape: 'C', line: 4 },
};
const keySig = (k: Key): string => (k.fifths === 0 ? '0' : `${Math.abs(k.fifths)}${k.fifths > 0 ? 's' : 'f'}`);

/** The library keeps 1.8 mm between neighbouring reservations by itself; one `m` of this size is 0.29 mm wide. */
const KEPT_APART = 180;
const M_SIZE = '9%';
const M_WIDTH = 29;
const CELL_GAP = 70;
/** As large as chord symbols are set in the end. */
const CHORD_SIZE = '85%';

/** One line on its staff: what each of its bars holds, and what hangs on its notes. */
export class MeiStaff<P extends Pitch> {
  readonly placed: readonly PlacedMeasure<P>[];
  private readonly accidentals: SignLookup;
  private readonly beams = new Map<NoteId, readonly NoteId[]>();
  private readonly nextId: ReadonlyMap<NoteId, NoteId | undefined>;
  private readonly home: ReadonlyMap<NoteId, number>;
  private readonly rests: ReadonlySet<NoteId>;
  private readonly held: ReadonlySet<NoteId> | undefined;

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
    this.held = o.lyrics === false ? undefined : heldSyllables(score);
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
      ...(clef !== undefined && { 'clef.shape': CLEF[clef].shape, 'clef.line': CLEF[clef].line }),
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
              held: this.held,
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
      // A rest for the whole bar has room enough.
      if (e.kind === 'note' || e.wholeMeasure !== true) controls.push(...this.reservation(e.id));
      if (e.kind === 'note') {
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
      if (e.chord !== undefined && this.o.chords !== false)
        controls.push(
          el(
            'harm',
            { staff: this.o.bandLines > 0 ? staff - 1 : staff, place: 'above', startid: ref(e.id), type: CHORD_CLASS },
            [el('rend', { fontsize: CHORD_SIZE }, [chordText(e.chord)])],
          ),
        );
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
    const count = Math.max(1, Math.ceil((width + CELL_GAP - KEPT_APART) / M_WIDTH));
    return [
      el('harm', { staff: this.n, place: 'above', startid: this.ref(id) }, [
        el('rend', { fontsize: M_SIZE }, ['m'.repeat(count)]),
      ]),
    ];
  }
}
