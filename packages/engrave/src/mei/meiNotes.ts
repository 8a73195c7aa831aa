import type { Measure, MusicEvent, NoteId, Pitch, Syllable } from '@cifra/core';
import { element as el, type XmlElement } from '@cifra/xml';
import type { SignLookup } from './meiOptions';

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

/** What is needed to write a line's notes. */
export interface SignsOf {
  readonly accidentals: SignLookup;
  readonly marked: ReadonlySet<NoteId>;
  readonly prefix: string;
  readonly headsOnly: boolean;
  /** Words to sing are drawn; those of these notes are held on the notes after. */
  readonly held: ReadonlySet<NoteId> | undefined;
}

/** A syllable under a note, with the hyphen or the line that leads on from it. */
const verse = ({ text, hyphen }: Syllable, held: boolean): XmlElement =>
  el('verse', { n: 1 }, [
    el('syl', { con: hyphen === true ? 'd' : held ? 'u' : undefined, wordpos: hyphen === true ? 'i' : 't' }, [text]),
  ]);

function writeEvent<P extends Pitch>(
  e: MusicEvent<P>,
  { accidentals, marked, prefix, headsOnly, held }: SignsOf,
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
      ...(held === undefined || e.syllable === undefined ? [] : [verse(e.syllable, held.has(e.id))]),
    ],
  );
}

/** The events of a bar; those of one beam or tuplet stand together in an element of their own. */
export function writeLayer<P extends Pitch>(
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
export const restRoom = (): XmlElement[] => [el('space', { dur: '2' }), el('space', { dur: '2' })];
