import { type Dynamic, isDynamic, type NavigationSign, type NoteValue, NOTE_VALUES, type Tempo } from '@cifra/core';
import { childNamed, childrenNamed, childText, elementsOf, textOf, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';
import { signOf, wordsSay } from '../import/navigationWords';
import { readNumber } from './noteReader';

/** Words that stand at one place are read one after the other. */
export const joinWords = (...words: readonly (string | undefined)[]): string =>
  words
    .filter((w) => w !== undefined && w !== '')
    .join(' ')
    .slice(0, 100);

/** What a direction puts on the next note, or on the bar. */
export interface Direction {
  dynamic?: Dynamic;
  words?: string;
  tempo?: Tempo;
  wedge?: 'crescendo' | 'diminuendo' | 'stop';
  navigation?: NavigationSign[];
}

/** Words that set a speed, so that they stand over the bar as a tempo and not beside a note. */
const TEMPO_WORDS =
  /^(adagi|allegr|allarg|andant|con moto|grave|larg|lent|lively|maestoso|march|moderat|prest|quick|slow|steady|vivac|vivo|walking|tempo|a tempo|brisk|gently|fast|bright|easy|smooth|swing)/i;

function readMetronome(e: XmlElement): Tempo['mark'] | undefined {
  const unit = childText(e, 'beat-unit') as NoteValue;
  const perMinute = readNumber(/[\d.]+/.exec(childText(e, 'per-minute') ?? '')?.[0]);
  if (!NOTE_VALUES.includes(unit) || perMinute === undefined || perMinute < 10 || perMinute > 400) return undefined;
  return { value: unit, dots: Math.min(2, childrenNamed(e, 'beat-unit-dot').length), perMinute };
}

export function readDirection(direction: XmlElement, measure: number, problems: ProblemList): Direction {
  const read: Direction = {};
  for (const type of childrenNamed(direction, 'direction-type')) {
    for (const e of elementsOf(type)) {
      switch (e.name) {
        case 'dynamics': {
          const name = elementsOf(e)[0]?.name ?? '';
          if (isDynamic(name)) read.dynamic = name;
          else problems.add('dynamics', 'left-out', { measure, facts: { mark: name } });
          break;
        }
        case 'words': {
          const words = joinWords(read.words, textOf(e).replace(/\s+/g, ' '));
          if (words !== '') read.words = words;
          break;
        }
        case 'metronome': {
          const mark = readMetronome(e);
          if (mark === undefined) problems.add('text', 'left-out', { measure, facts: { text: 'metronome mark' } });
          else read.tempo = { ...read.tempo, mark };
          break;
        }
        case 'wedge': {
          const kind = e.attributes.type;
          if (kind === 'crescendo' || kind === 'diminuendo' || kind === 'stop') read.wedge = kind;
          break;
        }
        case 'octave-shift':
          problems.add('octave-line', 'left-out', { measure });
          break;
        case 'segno':
        case 'coda':
          read.navigation = [...(read.navigation ?? []), e.name];
          break;
        case 'rehearsal':
          read.words = joinWords(read.words, textOf(e).slice(0, 20));
          break;
        default:
          problems.add('other-element', 'left-out', { measure, facts: { element: e.name } });
      }
    }
  }
  const sound = childNamed(direction, 'sound')?.attributes ?? {};
  const sign = signOf(read.words, sound);
  if (sign !== undefined) {
    read.navigation = [...(read.navigation ?? []), sign];
    if (read.words !== undefined && wordsSay(read.words) === sign) delete read.words;
  }
  const played = readNumber(sound.tempo);
  if (read.tempo?.mark === undefined && played !== undefined && played >= 10 && played <= 400)
    read.tempo = { ...read.tempo, mark: { value: 'quarter', dots: 0, perMinute: Math.round(played) } };
  if (read.words !== undefined && (read.tempo !== undefined || TEMPO_WORDS.test(read.words))) {
    read.tempo = { ...read.tempo, words: read.words };
    delete read.words;
  }
  return read;
}
