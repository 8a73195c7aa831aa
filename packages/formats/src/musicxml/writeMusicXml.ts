import {
  type Clef,
  durationQuarters,
  type Interval,
  type Key,
  letterSteps,
  type Measure,
  type Meter,
  NAVIGATION_TEXT,
  type NavigationSign,
  placeMeasures,
  standsAtStart,
  accidentalsInForce,
  type Score,
  heldSyllables,
  semitones,
  type Tempo,
  type Written,
  type NoteId,
  measureQuarters,
  type Rational,
} from '@cifra/core';
import { element as el, writeIndentedXml, type XmlElement } from '@cifra/xml';
import { writeHarmony } from './harmony';
import { leaf } from './leaf';
import { isNumber, type NoteContext, writeNote } from './musicXmlNote';

/** What a MusicXML part says of its player. */
export interface MusicXmlPart {
  readonly score: Score<Written>;
  readonly partName: string;
  /** From the written to the sounding note. */
  readonly toConcert: Interval;
  /** What is written over each note: as a technical mark where it is a number, else as words. */
  readonly figures?: ReadonlyMap<NoteId, string>;
}

const CLEF_SIGN: Readonly<Record<Clef, readonly [string, number]>> = {
  treble: ['G', 2],
  bass: ['F', 4],
  alto: ['C', 3],
  tenor: ['C', 4],
};
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** The smallest number of divisions a quarter that makes every length whole. */
const divisionsOf = (lengths: readonly Rational[]): number => lengths.reduce((l, { d }) => (l * d) / gcd(l, d), 1);

const direction = (children: XmlElement[], placement: 'above' | 'below', sound?: XmlElement): XmlElement =>
  el('direction', { placement }, [
    ...children.map((c) => el('direction-type', {}, [c])),
    ...(sound === undefined ? [] : [sound]),
  ]);

function writeTempo(tempo: Tempo): XmlElement {
  const { words, mark } = tempo;
  const quarters = mark === undefined ? undefined : durationQuarters({ value: mark.value, dots: mark.dots });
  return direction(
    [
      ...(words === undefined ? [] : [leaf('words', words)]),
      ...(mark === undefined
        ? []
        : [
            el('metronome', {}, [
              leaf('beat-unit', mark.value),
              ...Array.from({ length: mark.dots }, () => el('beat-unit-dot')),
              leaf('per-minute', mark.perMinute),
            ]),
          ]),
    ],
    'above',
    mark === undefined || quarters === undefined
      ? undefined
      : el('sound', { tempo: (mark.perMinute * quarters.n) / quarters.d }),
  );
}

const writeKey = (k: Key): XmlElement => el('key', {}, [leaf('fifths', k.fifths), leaf('mode', k.mode)]);
const writeTime = (m: Meter): XmlElement =>
  el('time', { symbol: m.symbol }, [leaf('beats', m.beats), leaf('beat-type', m.unit)]);
const writeClef = (c: Clef): XmlElement =>
  el('clef', {}, [leaf('sign', CLEF_SIGN[c][0]), leaf('line', CLEF_SIGN[c][1])]);

/** The transposition of the page; octaves are said apart, as the format asks. */
function writeTranspose(toConcert: Interval): XmlElement[] {
  const chromatic = semitones(toConcert);
  if (chromatic === 0) return [];
  const octaves = Math.trunc(chromatic / 12);
  return [
    el('transpose', {}, [
      leaf('diatonic', letterSteps(toConcert) - 7 * octaves),
      leaf('chromatic', chromatic - 12 * octaves),
      ...(octaves === 0 ? [] : [leaf('octave-change', octaves)]),
    ]),
  ];
}

function attributesOf(m: Measure<Written>, first: boolean, part: MusicXmlPart, c: NoteContext): XmlElement[] {
  const children = [
    ...(first ? [leaf('divisions', c.divisions)] : []),
    ...(m.key === undefined ? [] : [writeKey(m.key)]),
    ...(m.meter === undefined ? [] : [writeTime(m.meter)]),
    ...(m.clef === undefined ? [] : [writeClef(m.clef)]),
    ...(first ? writeTranspose(part.toConcert) : []),
    ...(m.multiRest === undefined ? [] : [el('measure-style', {}, [leaf('multiple-rest', m.multiRest)])]),
  ];
  return children.length === 0 ? [] : [el('attributes', {}, children)];
}

/** What a sign means for playback. */
const SOUNDS: Readonly<Record<NavigationSign, Record<string, string>>> = {
  segno: { segno: 'segno' },
  coda: { coda: 'coda' },
  'to-coda': { tocoda: 'coda' },
  fine: { fine: 'yes' },
  dc: { dacapo: 'yes' },
  'dc-fine': { dacapo: 'yes' },
  'dc-coda': { dacapo: 'yes' },
  ds: { dalsegno: 'segno' },
  'ds-fine': { dalsegno: 'segno' },
  'ds-coda': { dalsegno: 'segno' },
};

/** The signs of a bar that send players elsewhere: those at its start, or those at its end. */
const navigationOf = ({ navigation = [] }: Measure<Written>, start: boolean): XmlElement[] =>
  navigation
    .filter((s) => standsAtStart(s) === start)
    .map((s) =>
      el('direction', { placement: start ? 'above' : 'below' }, [
        el('direction-type', {}, [start ? el(s) : leaf('words', NAVIGATION_TEXT[s])]),
        el('sound', SOUNDS[s]),
      ]),
    );

const sameEnding = (a: readonly number[] | undefined, b: readonly number[] | undefined): boolean =>
  (a ?? []).join() === (b ?? []).join();

function barlines(
  m: Measure<Written>,
  before: Measure<Written> | undefined,
  after: Measure<Written> | undefined,
): { left: XmlElement[]; right: XmlElement[] } {
  const number = m.ending?.join(', ');
  const opens = m.ending !== undefined && (!sameEnding(before?.ending, m.ending) || before?.repeatEnd === true);
  const closes = m.ending !== undefined && (!sameEnding(after?.ending, m.ending) || m.repeatEnd === true);
  const left = [
    ...(opens ? [el('ending', { number, type: 'start' })] : []),
    ...(m.repeatStart === true ? [el('repeat', { direction: 'forward' })] : []),
  ];
  const style =
    m.repeatEnd === true || m.endBar === 'final' ? 'light-heavy' : m.endBar === 'double' ? 'light-light' : undefined;
  const right = [
    ...(style === undefined ? [] : [leaf('bar-style', style)]),
    ...(closes
      ? [el('ending', { number, type: m.repeatEnd === true || after === undefined ? 'stop' : 'discontinue' })]
      : []),
    ...(m.repeatEnd === true ? [el('repeat', { direction: 'backward' })] : []),
  ];
  return {
    left:
      left.length === 0
        ? []
        : [
            el('barline', { location: 'left' }, [
              ...(m.repeatStart === true ? [leaf('bar-style', 'heavy-light')] : []),
              ...left,
            ]),
          ],
    right: right.length === 0 ? [] : [el('barline', { location: 'right' }, right)],
  };
}

/** Numbers slurs 1 to 6 so that overlapping ones stay apart. */
function numberSlurs(score: Score<Written>): Pick<NoteContext, 'slurStarts' | 'slurStops'> {
  const slurStarts = new Map<NoteId, number[]>();
  const slurStops = new Map<NoteId, number[]>();
  // A slur that has no end yet has no place in a file.
  score.slurs
    .filter((s) => s.from !== s.to)
    .forEach((s, i) => {
      const n = (i % 6) + 1;
      slurStarts.set(s.from, [...(slurStarts.get(s.from) ?? []), n]);
      slurStops.set(s.to, [...(slurStops.get(s.to) ?? []), n]);
    });
  return { slurStarts, slurStops };
}

function writePart(part: MusicXmlPart, id: string): XmlElement {
  const { score } = part;
  const placed = placeMeasures(score);
  const lengths = score.measures
    .flatMap((m) => m.events.map((e) => durationQuarters(e.duration)))
    .concat(placed.map((p) => measureQuarters(p.meter)));
  const context: NoteContext = {
    divisions: divisionsOf(lengths),
    accidentals: accidentalsInForce(score),
    figures: part.figures ?? new Map(),
    held: heldSyllables(score),
    ...numberSlurs(score),
  };
  const wedgeStart = new Map(score.hairpins.map((h) => [h.from, h]));
  const wedgeStop = new Set(score.hairpins.map((h) => h.to));
  let before = { tied: false, hyphen: false };
  const measures = placed.map(({ measure: m, number, index, meter }) => {
    const bars = barlines(m, score.measures[index - 1], score.measures[index + 1]);
    const events = m.events.flatMap((e) => {
      const wedge = wedgeStart.get(e.id);
      const marks = [
        ...(e.chord === undefined ? [] : [writeHarmony(e.chord)]),
        ...(isNumber(context.figures.get(e.id) ?? '0')
          ? []
          : [direction([leaf('words', context.figures.get(e.id) ?? '')], 'above')]),
        ...(e.words === undefined ? [] : [direction([leaf('words', e.words)], 'above')]),
        ...(e.dynamic === undefined ? [] : [direction([el('dynamics', {}, [el(e.dynamic)])], 'below')]),
        ...(wedge === undefined ? [] : [direction([el('wedge', { type: wedge.kind })], 'below')]),
      ];
      const note = writeNote(e, before, measureQuarters(meter), context);
      const syllable = e.kind === 'note' ? e.syllable : undefined;
      before = {
        tied: e.kind === 'note' && e.tie === true,
        hyphen: syllable === undefined ? before.hyphen : syllable.hyphen === true,
      };
      return [...marks, note, ...(wedgeStop.has(e.id) ? [direction([el('wedge', { type: 'stop' })], 'below')] : [])];
    });
    return el(
      'measure',
      {
        number: m.pickup === true && index > 0 ? `X${index}` : number,
        implicit: m.pickup === true ? 'yes' : undefined,
      },
      [
        ...bars.left,
        ...attributesOf(m, index === 0, part, context),
        ...navigationOf(m, true),
        ...(m.tempo === undefined ? [] : [writeTempo(m.tempo)]),
        ...events,
        ...navigationOf(m, false),
        ...bars.right,
      ],
    );
  });
  return el('part', { id }, measures);
}

/**
 * Writes parts as MusicXML 4.0, score-partwise, with the signs that the rules of the staff ask for. Title and composer
 * are the first part's.
 * @see MusicXML 4.0, W3C Community Group
 * @throws RangeError without a part
 */
export function writeMusicXml(...parts: readonly MusicXmlPart[]): string {
  const [first] = parts;
  if (first === undefined) throw new RangeError('a file has a part');
  const root = el('score-partwise', { version: '4.0' }, [
    el('work', {}, [leaf('work-title', first.score.title)]),
    el('identification', {}, [
      ...(first.score.composer === undefined ? [] : [el('creator', { type: 'composer' }, [first.score.composer])]),
      el('encoding', {}, [leaf('software', 'Cifra')]),
    ]),
    el(
      'part-list',
      {},
      parts.map((p, i) => el('score-part', { id: `P${i + 1}` }, [leaf('part-name', p.partName)])),
    ),
    ...parts.map((p, i) => writePart(p, `P${i + 1}`)),
  ]);
  return `<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">\n${writeIndentedXml(root)}\n`;
}
