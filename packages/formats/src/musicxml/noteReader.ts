import {
  type Articulation,
  type Duration,
  equal,
  type NoteValue,
  durationQuarters,
  pitch,
  type Pitch,
  rational,
  type Rational,
  splitQuarters,
  type Step,
  STEPS,
  type Written,
} from '@cifra/core';
import { childNamed, childrenNamed, childText, elementsOf, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';

const TYPE_VALUE: Readonly<Record<string, NoteValue>> = {
  breve: 'breve',
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': '16th',
  '32nd': '32nd',
};

export const readNumber = (text: string | undefined): number | undefined => {
  const n = Number(text);
  return text === undefined || text === '' || !Number.isFinite(n) ? undefined : n;
};

/** Reads a count of divisions as quarters; nothing sensible gives undefined. */
export function divisionsToQuarters(text: string | undefined, divisions: number): Rational | undefined {
  const n = readNumber(text);
  if (n === undefined || n <= 0 || n > 1e7) return undefined;
  return rational(Math.round(n * 1000), Math.round(divisions * 1000));
}

/**
 * The written lengths of a note: its type and dots where they agree with its sounding length, else the values
 * that fill that length (joined by ties).
 */
export function readDurations(note: XmlElement, divisions: number, measure: number, problems: ProblemList): Duration[] {
  const quarters = divisionsToQuarters(childText(note, 'duration'), divisions);
  const type = childText(note, 'type');
  const value = type === undefined ? undefined : TYPE_VALUE[type];
  const dots = Math.min(3, childrenNamed(note, 'dot').length);
  const modification = childNamed(note, 'time-modification');
  const actual = readNumber(childText(modification ?? note, 'actual-notes'));
  const normal = readNumber(childText(modification ?? note, 'normal-notes'));
  const tuplet =
    modification !== undefined &&
    actual !== undefined &&
    normal !== undefined &&
    Number.isInteger(actual) &&
    Number.isInteger(normal) &&
    actual >= 2 &&
    actual <= 15 &&
    normal >= 1 &&
    normal <= 15
      ? { actual, normal }
      : undefined;
  if (modification !== undefined && tuplet === undefined) problems.add('tuplet', 'repaired', { measure });
  if (type !== undefined && value === undefined)
    problems.add('short-value', 'repaired', { measure, facts: { value: type } });
  if (value !== undefined) {
    const written: Duration = { value, dots, ...(tuplet !== undefined && { tuplet }) };
    if (quarters === undefined || equal(durationQuarters(written), quarters)) return [written];
    problems.add('odd-duration', 'repaired', { measure });
    return [written];
  }
  if (quarters === undefined) {
    problems.add('odd-duration', 'repaired', { measure });
    return [{ value: 'quarter', dots: 0 }];
  }
  const grid = rational(Math.max(1, Math.round((quarters.n / quarters.d) * 8)), 8);
  if (!equal(grid, quarters)) problems.add('odd-duration', 'repaired', { measure });
  return splitQuarters(grid).slice(0, 12);
}

/** Reads a written pitch; a quarter tone is rounded and listed. */
export function readPitch(note: XmlElement, measure: number, problems: ProblemList): Written | undefined {
  const e = childNamed(note, 'pitch');
  if (e === undefined) return undefined;
  const step = childText(e, 'step') as Step;
  const octave = readNumber(childText(e, 'octave'));
  if (!STEPS.includes(step) || octave === undefined || !Number.isInteger(octave)) return undefined;
  const alter = readNumber(childText(e, 'alter')) ?? 0;
  const whole = Math.max(-2, Math.min(2, Math.round(alter)));
  if (whole !== alter) problems.add('microtone', 'repaired', { measure });
  return pitch<Written & Pitch>(step, whole + 0, octave);
}

const ARTICULATION_OF: Readonly<Record<string, Articulation>> = {
  staccato: 'staccato',
  accent: 'accent',
  tenuto: 'tenuto',
  'strong-accent': 'marcato',
  staccatissimo: 'staccatissimo',
};

export interface Notations {
  readonly articulations: readonly Articulation[];
  readonly fermata: boolean;
  readonly breath: boolean;
  readonly slurStarts: readonly string[];
  readonly slurStops: readonly string[];
}

/** Reads what hangs on a note; what the model does not hold is listed by bar. */
export function readNotations(note: XmlElement, measure: number, problems: ProblemList): Notations {
  const articulations: Articulation[] = [];
  const slurStarts: string[] = [];
  const slurStops: string[] = [];
  let fermata = false;
  let breath = false;
  for (const notations of childrenNamed(note, 'notations')) {
    for (const e of elementsOf(notations)) {
      switch (e.name) {
        case 'fermata':
          fermata = true;
          break;
        case 'slur': {
          const number = e.attributes.number ?? '1';
          if (e.attributes.type === 'start') slurStarts.push(number);
          if (e.attributes.type === 'stop') slurStops.push(number);
          break;
        }
        case 'articulations':
          for (const a of elementsOf(e)) {
            const known = ARTICULATION_OF[a.name];
            if (known !== undefined) articulations.push(known);
            else if (a.name === 'detached-legato') articulations.push('tenuto', 'staccato');
            else if (a.name === 'breath-mark') breath = true;
            else problems.add('ornament', 'left-out', { measure, facts: { mark: a.name } });
          }
          break;
        case 'ornaments':
          for (const o of elementsOf(e))
            problems.add(o.name === 'tremolo' ? 'tremolo' : 'ornament', 'left-out', {
              measure,
              facts: { mark: o.name },
            });
          break;
        case 'technical':
          problems.add('technical', 'left-out');
          break;
        case 'tied':
        case 'tuplet':
        case 'dynamics':
          break;
        default:
          problems.add('ornament', 'left-out', { measure, facts: { mark: e.name } });
      }
    }
  }
  return { articulations: [...new Set(articulations)], fermata, breath, slurStarts, slurStops };
}
