import {
  type Articulation,
  durationQuarters,
  type Key,
  type Measure,
  type Meter,
  type Mode,
  type MusicEvent,
  type NoteId,
  type Pitch,
  placeMeasures,
  type Rational,
  type Score,
  signatureAlter,
  type Step,
  type Tempo,
  tonic,
  type NavigationSign,
  NAVIGATION_TEXT,
  hasSign,
  heldSyllables,
  plainChordText,
  typedSyllable,
  standsAtStart,
} from '@cifra/core';

/** Lengths are written in quarters. */
const UNIT = 'L:1/4';
const BARS_PER_SYSTEM = 4;
const MODE_TEXT: Readonly<Record<Mode, string>> = {
  major: '',
  ionian: 'ion',
  minor: 'm',
  aeolian: 'aeo',
  dorian: 'dor',
  phrygian: 'phr',
  lydian: 'lyd',
  mixolydian: 'mix',
  locrian: 'loc',
  none: '',
};
const SIGN: Readonly<Record<number, string>> = { [-2]: '__', [-1]: '_', 0: '=', 1: '^', 2: '^^' };
const KEY_SIGN: Readonly<Record<number, string>> = { [-1]: 'b', 0: '', 1: '#' };
const ARTICULATION: Readonly<Record<Articulation, string>> = {
  staccato: '.',
  accent: '!accent!',
  tenuto: '!tenuto!',
  marcato: '!marcato!',
  staccatissimo: '!wedge!',
};

/** A field or an annotation is one line, and a quotation mark would end it. */
const plain = (text: string): string =>
  text
    .replace(/[\u0000-\u001f\u007f]+/g, ' ')
    .replace(/"/g, '\u2019')
    .replace(/%/g, '\\%')
    .trim();

function keyText(k: Key): string {
  if (k.mode === 'none' && k.fifths === 0) return 'none';
  const { step, alter } = tonic(k);
  return `${step}${KEY_SIGN[alter] ?? ''}${MODE_TEXT[k.mode]}`;
}

const meterText = (m: Meter): string =>
  m.symbol === 'common' ? 'C' : m.symbol === 'cut' ? 'C|' : `${m.beats}/${m.unit}`;

function tempoText({ words, mark }: Tempo): string {
  const text = words === undefined ? '' : `"${plain(words)}"`;
  if (mark === undefined) return text;
  const { n, d } = durationQuarters({ value: mark.value, dots: mark.dots });
  return `${text} ${n}/${d * 4}=${mark.perMinute}`.trim();
}

const lengthText = ({ n, d }: Rational): string => (d === 1 ? (n === 1 ? '' : String(n)) : `${n === 1 ? '' : n}/${d}`);

/** Middle C is `C`, the octave above it `c`; commas and apostrophes lead further. */
function letterText({ step, octave }: Pitch): string {
  return octave >= 5 ? step.toLowerCase() + "'".repeat(octave - 5) : step + ','.repeat(4 - octave);
}

/**
 * The signs that a bar needs in ABC. Readers differ in whether a sign reaches the letter's other octaves and whether a
 * tie carries it over the bar line: where they would read otherwise, the sign is written out.
 */
class BarSigns {
  private readonly own = new Map<string, number>();
  private readonly letter = new Map<Step, number>();

  constructor(private readonly fifths: number) {}

  signFor({ step, alter, octave }: Pitch): string {
    const fromKey = signatureAlter(this.fifths, step);
    const place = `${step}${octave}`;
    const agreed = (this.own.get(place) ?? fromKey) === alter && (this.letter.get(step) ?? fromKey) === alter;
    if (agreed) return '';
    this.own.set(place, alter);
    this.letter.set(step, alter);
    return SIGN[alter] ?? '';
  }
}

/** Marks that stand before a note: slurs that begin, hairpins, what is read with it. */
class Spans {
  private readonly before = new Map<NoteId, string>();
  private readonly after = new Map<NoteId, string>();

  constructor({ slurs, hairpins }: Pick<Score<Pitch>, 'slurs' | 'hairpins'>) {
    const add = (to: Map<NoteId, string>, id: NoteId, text: string): void => void to.set(id, (to.get(id) ?? '') + text);
    for (const h of hairpins) {
      const sign = h.kind === 'crescendo' ? '<' : '>';
      add(this.before, h.from, `!${sign}(!`);
      add(this.before, h.to, `!${sign})!`);
    }
    // A slur that has no end yet has no text.
    for (const s of slurs.filter((x) => x.from !== x.to)) {
      add(this.before, s.from, '(');
      add(this.after, s.to, ')');
    }
  }

  beforeOf = (id: NoteId): string => this.before.get(id) ?? '';
  afterOf = (id: NoteId): string => this.after.get(id) ?? '';
}

/** The dynamics that the standard has signs for (section 4.14); the others are written as words under the note. */
const ABC_DYNAMICS = /^(p{1,4}|f{1,4}|m[pf]|sfz)$/;

/** @param under words that stand under the event */
function writeEvent(e: MusicEvent<Pitch>, tuplet: string, signs: BarSigns, spans: Spans, under: string): string {
  const { tuplet: _group, ...written } = e.duration;
  const length = lengthText(durationQuarters(written));
  const chord = e.chord === undefined ? '' : `"${plainChordText(e.chord)}"`;
  const words = `${chord}${under === '' ? '' : `"_${under}"`}${e.words === undefined ? '' : `"^${plain(e.words)}"`}`;
  const marks = `${e.dynamic === undefined ? '' : ABC_DYNAMICS.test(e.dynamic) ? `!${e.dynamic}!` : `"_${e.dynamic}"`}${e.fermata === true ? '!fermata!' : ''}`;
  const spanned = spans.beforeOf(e.id);
  const hairpins = spanned.replace(/\(+$/, '');
  const slurs = spanned.slice(hairpins.length);
  if (e.kind === 'rest') return `${tuplet}${words}${marks}${hairpins}z${length}`;
  const articulations = (e.articulations ?? []).map((a) => ARTICULATION[a]).join('');
  const breath = e.breathAfter === true ? '!breath!' : '';
  return `${tuplet}${words}${marks}${hairpins}${breath}${slurs}${articulations}${signs.signFor(e.pitch)}${letterText(e.pitch)}${length}${e.tie === true ? '-' : ''}${spans.afterOf(e.id)}`;
}

/** Words to sing, as a line of their own under each line of notes: one word or sign for each note. */
class WordsUnder {
  private readonly held: ReadonlySet<NoteId>;
  private line: string[] = [];
  private any = false;
  /** A word or syllable that goes on over notes without their own. */
  private goesOn = false;

  constructor(score: Score<Pitch>) {
    this.held = heldSyllables(score);
  }

  take(events: readonly MusicEvent<Pitch>[]): void {
    for (const e of events) {
      if (e.kind === 'rest') continue;
      const { syllable } = e;
      if (syllable === undefined) this.line.push(this.goesOn ? '_ ' : '* ');
      else {
        this.line.push(`${plain(typedSyllable(syllable))}${syllable.hyphen === true ? '' : ' '}`);
        this.any = true;
        this.goesOn = syllable.hyphen === true || this.held.has(e.id);
      }
    }
  }

  /** The words of the notes taken since the last line. */
  endLine(): string {
    const text = this.any ? `w: ${this.line.join('').trim()}\n` : '';
    this.line = [];
    this.any = false;
    return text;
  }
}

/** `(3:2:4` before a group: three in the time of two, for the next four signs. */
function tupletText(events: readonly MusicEvent<Pitch>[], at: number): string {
  const e = events[at];
  const t = e?.duration.tuplet;
  if (
    e === undefined ||
    t === undefined ||
    (e.tupletPlace !== 'start' && events[at - 1]?.duration.tuplet !== undefined)
  )
    return '';
  let count = 1;
  while (events[at + count]?.duration.tuplet !== undefined && events[at + count]?.tupletPlace !== 'start') count += 1;
  return `(${t.actual}:${t.normal}:${count}`;
}

const sameEnding = (a: Measure<Pitch> | undefined, b: Measure<Pitch>): boolean =>
  (a?.ending ?? []).join() === (b.ending ?? []).join() && a?.repeatEnd !== true;

/** An ending goes on in ABC up to a bar line that is not single. */
const endsEnding = (before: Measure<Pitch>, after: Measure<Pitch> | undefined): boolean =>
  before.ending !== undefined && after?.ending === undefined;

/** The sign between two bars, and the number of an ending that begins there. */
function barText(before: Measure<Pitch> | undefined, after: Measure<Pitch> | undefined): string {
  const ending = after?.ending !== undefined && !sameEnding(before, after) ? after.ending.join(',') : '';
  if (before === undefined)
    return after?.repeatStart === true ? `|:${ending === '' ? '' : `[${ending}`}` : ending === '' ? '' : `[${ending}`;
  const bar =
    before.repeatEnd === true
      ? after?.repeatStart === true
        ? '::'
        : ':|'
      : after?.repeatStart === true
        ? '|:'
        : before.endBar === 'final' || after === undefined
          ? '|]'
          : before.endBar === 'double' || endsEnding(before, after)
            ? '||'
            : '|';
  return ending === '' ? bar : bar === '|' || bar === ':|' ? bar + ending : `${bar}[${ending}`;
}

/** The names of signs that send players elsewhere; where one goes to the coda is written in words, which all read. */
const SIGN_NAMES: Readonly<Record<Exclude<NavigationSign, 'to-coda'>, string>> = {
  segno: 'segno',
  coda: 'coda',
  fine: 'fine',
  dc: 'D.C.',
  'dc-fine': 'D.C.alfine',
  'dc-coda': 'D.C.alcoda',
  ds: 'D.S.',
  'ds-fine': 'D.S.alfine',
  'ds-coda': 'D.S.alcoda',
};

const navigationText = ({ navigation = [] }: Measure<Pitch>, start: boolean): string =>
  navigation
    .filter((s) => standsAtStart(s) === start)
    .map((s) => (s === 'to-coda' ? '' : `!${SIGN_NAMES[s]}!`))
    .join('');

/** Fields that change inside the tune. */
function changes(m: Measure<Pitch>, first: boolean): string {
  if (first) return '';
  const key =
    m.key === undefined
      ? m.clef === undefined
        ? ''
        : `[K:clef=${m.clef}]`
      : `[K:${keyText(m.key)}${m.clef === undefined ? '' : ` clef=${m.clef}`}]`;
  return `${m.meter === undefined ? '' : `[M:${meterText(m.meter)}]`}${key}${m.tempo === undefined ? '' : `[Q:${tempoText(m.tempo)}]`}`;
}

/**
 * Writes a line as ABC 2.1 text, one tune.
 *
 * Signs are written so that readers agree on them: see BarSigns. Reminders are not marked as such, since the format has
 * no word for them.
 * @see The ABC music standard 2.1, abcnotation.com
 * @example writeAbc(line('C4 D4 E4 F4')) // X:1 … K:C clef=treble, then C D E F |]
 */
export function writeAbc<P extends Pitch>(score: Score<P>): string {
  const placed = placeMeasures(score);
  const first = placed[0];
  if (first === undefined) throw new RangeError('a score without bars cannot be written');
  const spans = new Spans(score);
  const tempo = first.measure.tempo === undefined ? '' : `Q:${tempoText(first.measure.tempo)}\n`;
  const composer = score.composer === undefined ? '' : `C:${plain(score.composer)}\n`;
  const under = new WordsUnder(score);
  let body = barText(undefined, first.measure);
  let bars = 0;
  for (let index = 0; index < placed.length; index++) {
    const { measure: m, key } = placed[index] as (typeof placed)[number];
    const multi = Math.min(m.multiRest ?? 1, placed.length - index);
    const signs = new BarSigns(key.fifths);
    const music =
      multi > 1
        ? `Z${multi}`
        : m.events
            .map((e, i) => {
              const isLast = i === m.events.length - 1;
              const under = isLast && hasSign(m, 'to-coda') ? NAVIGATION_TEXT['to-coda'] : '';
              return writeEvent(e, tupletText(m.events, i), signs, spans, under);
            })
            .join(' ');
    if (multi > 1) index += multi - 1;
    const last = placed[index]?.measure;
    bars += 1;
    const start = navigationText(m, true);
    const end = last === undefined ? '' : navigationText(last, false);
    body += `${changes(m, m === first.measure)} ${start}${music} ${end}${barText(last, placed[index + 1]?.measure)}`;
    under.take(multi > 1 ? [] : m.events);
    if (bars % BARS_PER_SYSTEM === 0 || index === placed.length - 1) body += `\n${under.endLine()}`;
  }
  return `X:1\nT:${plain(score.title)}\n${composer}M:${meterText(first.meter)}\n${UNIT}\n${tempo}K:${keyText(first.key)} clef=${first.clef}\n${body.trim()}\n`;
}
