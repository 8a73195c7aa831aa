import type { Meter } from '@cifra/core';
import type { ProblemList } from './problemList';

/** One part of a time signature as a file spells it. */
export interface MeterPart {
  /** Beats, or a sum of them such as `3+2`. */
  readonly beats: string;
  readonly unit: string;
}

const isUnit = (unit: number): unit is Meter['unit'] => [1, 2, 4, 8, 16].includes(unit);

/**
 * The meter of a time signature. An additive one, (3+2)/8 or 2/4 + 3/8, is taken as the meter that is as long, and
 * said: how its bar divides is not shown. One that cannot be read is taken as 4/4, and said.
 * @example meterOf([{ beats: '3+2', unit: '8' }], 1, problems) // 5/8
 */
export function meterOf(parts: readonly MeterPart[], measure: number, problems: ProblemList): Meter {
  const read = parts.map(({ beats, unit }) => ({
    summands: beats
      .replace(/[()\s]/g, '')
      .split('+')
      .map(Number),
    unit: Number(unit),
  }));
  const unit = Math.max(...read.map((p) => p.unit));
  const whole = read.flatMap((p) => p.summands.map((beats) => (beats * unit) / p.unit));
  const beats = whole.reduce((sum, b) => sum + b, 0);
  const isMeter = read.every((p) => isUnit(p.unit) && p.summands.every((b) => Number.isInteger(b) && b >= 1));
  if (!isMeter || !isUnit(unit) || beats < 1 || beats > 24) {
    problems.add('meter', 'repaired', { measure });
    return { beats: 4, unit: 4 };
  }
  if (whole.length > 1) {
    const written = parts.map((p) => `${p.beats}/${p.unit}`).join(' + ');
    problems.add('meter-sum', 'repaired', { measure, facts: { written, taken: `${beats}/${unit}` } });
  }
  return { beats, unit };
}
