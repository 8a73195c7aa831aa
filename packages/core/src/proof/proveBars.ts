import { measureQuarters, meterText } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import { add, compare, multiply, type Rational, rational, subtract, ZERO } from '../rational/rational';
import { durationQuarters, valueForQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Score } from '../score/score';
import { type PlacedMeasure, placeMeasures } from '../score/walk';
import { type BarSum, finding, type Finding, type Repair } from './finding';

/** Lengths as a teacher counts them: in what the meter's lower number says. */
const counted = (quarters: Rational, unit: number): Rational => multiply(quarters, rational(unit, 4));

const isEven = ({ d }: Rational): boolean => (d & (d - 1)) === 0;

/** What a bar may hold less than its meter because of the pickup, if anything. */
function borrowedBy(placed: readonly PlacedMeasure<Written>[]): Rational {
  const first = placed[0];
  return first?.measure.pickup === true ? filledQuarters(first.measure) : ZERO;
}

function sumFinding(
  p: PlacedMeasure<Written>,
  all: readonly PlacedMeasure<Written>[],
  borrowed: Rational,
): Finding | undefined {
  const { measure, index, meter } = p;
  const filled = filledQuarters(measure);
  const meterFull = measureQuarters(meter);
  const last = index === all.length - 1;
  const closes = last || measure.repeatEnd === true;
  const off = compare(filled, meterFull);
  const sum = (full: Rational): BarSum => ({
    bar: p.number,
    filled: counted(filled, meter.unit),
    full: counted(full, meter.unit),
    off: counted(off > 0 ? subtract(filled, full) : subtract(full, filled), meter.unit),
    meter,
    lengths: measure.events.map((e) => counted(durationQuarters(e.duration), meter.unit)),
  });
  if (off > 0) {
    const lastLength = durationQuarters(measure.events.at(-1)?.duration ?? { value: 'quarter', dots: 0 });
    const kept = subtract(lastLength, subtract(filled, meterFull));
    const shorten: Repair[] =
      kept.n > 0 && valueForQuarters(kept) !== undefined ? [{ kind: 'shorten-last', measure: index }] : [];
    return finding({
      code: 'measure-too-long',
      weight: 'mistake',
      measures: [index],
      facts: sum(meterFull),
      repairs: [{ kind: 'reflow', measure: index }, ...shorten],
    });
  }
  if (measure.events.length === 0) {
    // A bar that has just been opened at the end is not a mistake: it is where the next note goes.
    return last
      ? undefined
      : finding({
          code: 'measure-empty',
          weight: 'mistake',
          measures: [index],
          facts: { bar: p.number },
          repairs: [
            { kind: 'fill-rests', measure: index, quarters: meterFull },
            ...(all.length > 1 ? [{ kind: 'remove-measure', measure: index } as const] : []),
          ],
        });
  }
  if (off === 0) {
    if (!last || borrowed.n === 0 || measure.repeatEnd === true) return undefined;
    const full = subtract(meterFull, borrowed);
    // A last bar in another meter gives nothing back.
    if (full.n <= 0 || meterText(meter) !== meterText(all[0]?.meter ?? meter)) return undefined;
    return finding({
      code: 'last-measure-too-long',
      weight: 'look',
      measures: [index],
      facts: { ...sum(full), off: counted(borrowed, meter.unit) },
      repairs: canShorten(p, borrowed) ? [{ kind: 'shorten-last', measure: index }] : [],
    });
  }
  if (measure.pickup === true) return undefined;
  const wanted = closes && borrowed.n > 0 ? subtract(meterFull, borrowed) : meterFull;
  const left = subtract(wanted, filled);
  if (left.n === 0) return undefined;
  const missing = left.n > 0 ? left : subtract(meterFull, filled);
  const repairs: Repair[] = [
    ...(index === 0 ? [{ kind: 'make-pickup', measure: index } as const] : []),
    ...(isEven(missing) ? [{ kind: 'fill-rests', measure: index, quarters: missing } as const] : []),
    ...(last ? [] : [{ kind: 'reflow', measure: index } as const]),
  ];
  return finding({
    code: 'measure-too-short',
    weight: 'mistake',
    measures: [index],
    facts: { ...sum(left.n > 0 ? wanted : meterFull), off: counted(missing, meter.unit) },
    repairs,
  });
}

/** Whether the last note or rest of a bar can be made shorter by a length. */
function canShorten({ measure }: PlacedMeasure<Written>, by: Rational): boolean {
  const last = measure.events.at(-1);
  if (last === undefined) return false;
  const kept = subtract(durationQuarters(last.duration), by);
  return (kept.n > 0 && valueForQuarters(kept) !== undefined) || (kept.n === 0 && measure.events.length > 1);
}

/** Three in the time of two that are not three: a group that does not fill a plain value. */
function openTuplets(placed: readonly PlacedMeasure<Written>[]): Finding[] {
  return placed.flatMap(({ measure, index, number }) => {
    const found: Finding[] = [];
    let group = ZERO;
    let ids: string[] = [];
    const close = (): void => {
      if (ids.length > 0 && !isEven(group))
        found.push(
          finding({
            code: 'tuplet-open',
            weight: 'mistake',
            measures: [index],
            notes: ids,
            facts: { bar: number, notes: ids.length },
          }),
        );
      group = ZERO;
      ids = [];
    };
    for (const e of measure.events) {
      if (e.tupletPlace === 'start' || e.duration.tuplet === undefined) close();
      if (e.duration.tuplet === undefined) continue;
      group = add(group, durationQuarters(e.duration));
      ids.push(e.id);
    }
    close();
    return found;
  });
}

/** Beat sums: every bar against its meter, the last against the pickup, and groups of three. */
export function proveBars(score: Score<Written>): Finding[] {
  const placed = placeMeasures(score);
  const borrowed = borrowedBy(placed);
  const silent = new Set(
    placed.flatMap(({ measure, index }) =>
      Array.from({ length: (measure.multiRest ?? 1) - 1 }, (_u, i) => index + 1 + i),
    ),
  );
  return [
    ...placed.flatMap((p) => (silent.has(p.index) ? [] : (sumFinding(p, placed, borrowed) ?? []))),
    ...openTuplets(placed),
  ];
}

/** Repeats that do not close, and endings without their other. */
export function proveRepeats(score: Score<Written>): Finding[] {
  const placed = placeMeasures(score);
  const found: Finding[] = [];
  let open: number | undefined;
  const numberOf = (i: number): number => placed[i]?.number ?? 0;
  placed.forEach(({ measure, index }) => {
    if (measure.repeatStart === true) {
      if (open !== undefined)
        found.push(
          finding({
            code: 'repeat-open',
            weight: 'mistake',
            measures: [open, index],
            facts: { bar: numberOf(open), next: numberOf(index) },
            repairs: [{ kind: 'end-repeat', measure: index - 1 }],
          }),
        );
      open = index;
    }
    if (measure.repeatEnd === true) open = undefined;
  });
  if (open !== undefined)
    found.push(
      finding({
        code: 'repeat-open',
        weight: 'mistake',
        measures: [open],
        facts: { bar: numberOf(open) },
        repairs: [{ kind: 'end-repeat', measure: placed.length - 1 }],
      }),
    );

  const label = (i: number): string => (placed[i]?.measure.ending ?? []).join();
  placed.forEach(({ measure, index, number }) => {
    const { ending } = measure;
    const lastOfEnding = ending !== undefined && (label(index + 1) !== label(index) || measure.repeatEnd === true);
    const firstOfEnding =
      ending !== undefined && (label(index - 1) !== label(index) || placed[index - 1]?.measure.repeatEnd === true);
    const next = placed[index + 1]?.measure.ending;
    if (lastOfEnding && ending.includes(1)) {
      if (measure.repeatEnd !== true)
        found.push(
          finding({
            code: 'ending-without-repeat',
            weight: 'mistake',
            measures: [index],
            facts: { bar: number },
            repairs: [{ kind: 'end-repeat', measure: index }],
          }),
        );
      if (next === undefined)
        found.push(
          finding({
            code: 'ending-without-second',
            weight: 'look',
            measures: [index],
            facts: { bar: number },
            repairs: [{ kind: 'drop-ending', measure: index }],
          }),
        );
    }
    if (firstOfEnding && !ending.includes(1) && placed[index - 1]?.measure.ending === undefined)
      found.push(
        finding({
          code: 'ending-without-first',
          weight: 'mistake',
          measures: [index],
          facts: { bar: number, ending },
          repairs: [{ kind: 'drop-ending', measure: index }],
        }),
      );
  });
  return found;
}

/** Lines that are played together and do not end together. */
export function proveLengths(lines: readonly Score<Written>[], line: number): Finding[] {
  const bars = (s: Score<Written>): number => s.measures.filter((m) => m.events.length > 0).length;
  const own = lines[line];
  const longest = Math.max(...lines.map(bars));
  if (own === undefined || lines.length < 2 || bars(own) === longest || bars(own) === 0) return [];
  return [
    finding({
      code: 'lines-differ',
      weight: 'look',
      measures: [own.measures.length - 1],
      facts: { line: line + 1, missing: longest - bars(own) },
    }),
  ];
}
