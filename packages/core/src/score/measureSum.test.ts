import fc from 'fast-check';
import type { Written } from '../pitch/pitch';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { beamGroups } from './beam';
import { beatPlace, placedNotes } from './placedNotes';
import { findMeasureFaults } from './measureSum';
import { placeMeasures } from './walk';
import { durationQuarters, splitQuarters, valueForQuarters } from './duration';
import { rational, sum } from '../rational/rational';

describe('beat sums', () => {
  it('names the bar, what it holds and what it should hold', () => {
    const faults = findMeasureFaults(line<Written>('C4 C4 C4 | C4:w | C4:h. C4:h'));
    expect(faults.map((f) => [f.number, f.kind, f.filled.n, f.full.n])).toEqual([
      [1, 'measure-too-short', 3, 4],
      [3, 'measure-too-long', 5, 4],
    ]);
  });

  it('lets the last bar give back what the pickup borrowed', () => {
    const score = line<Written>('C4 | C4:w | C4:h.');
    const measures = score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m));
    expect(findMeasureFaults({ ...score, measures })).toEqual([]);
    expect(placeMeasures({ ...score, measures }).map((p) => p.number)).toEqual([0, 1, 2]);
    expect(
      findMeasureFaults({
        ...line<Written>('C4 | C4:w | C4:h'),
        measures: line<Written>('C4 | C4:w | C4:h').measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)),
      }),
    ).toHaveLength(1);
  });

  it('has none in generated lines', () => {
    fc.assert(
      fc.property(arbitraryScore(), (s) => {
        expect(
          findMeasureFaults(s).filter((f) => f.index < s.measures.length - 1 || s.measures[0]?.pickup !== true),
        ).toEqual([]);
      }),
    );
  });

  it('counts a dot as half of what stands before it', () => {
    expect(durationQuarters({ value: 'half', dots: 1 })).toEqual(rational(3));
    expect(durationQuarters({ value: 'quarter', dots: 2 })).toEqual(rational(7, 4));
    expect(durationQuarters({ value: 'eighth', dots: 0, tuplet: { actual: 3, normal: 2 } })).toEqual(rational(1, 3));
    expect(valueForQuarters(rational(5))).toBeUndefined();
    expect(splitQuarters(rational(5))).toEqual([
      { value: 'whole', dots: 0 },
      { value: 'quarter', dots: 0 },
    ]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), (n) => {
        expect(sum(splitQuarters(rational(n, 8)).map(durationQuarters))).toEqual(rational(n, 8));
      }),
    );
  });

  it('counts a pickup as the end of its bar', () => {
    const score = line<Written>('C4 | C4 C4:e C4:e C4:h');
    const measures = score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m));
    const places = placedNotes({ ...score, measures }).map(beatPlace);
    expect(places.map((b) => `${b.measure}:${b.beat}`)).toEqual(['0:4', '1:1', '1:2', '1:2 1/2', '1:3']);
  });
});

describe('beams', () => {
  it('join eighths within half a bar of four-four and break at rests', () => {
    expect(beamGroups(line<Written>('C4:e C4:e C4:e C4:e C4:e R:e C4:e C4:e'))).toEqual([
      ['n1', 'n2', 'n3', 'n4'],
      ['n7', 'n8'],
    ]);
  });

  it('join three eighths to a beat of six-eight', () => {
    expect(beamGroups(line<Written>('C4:e C4:e C4:e C4:e C4:e C4:e', { meter: { beats: 6, unit: 8 } }))).toEqual([
      ['n1', 'n2', 'n3'],
      ['n4', 'n5', 'n6'],
    ]);
  });

  it('join sixteenths by the beat', () => {
    expect(beamGroups(line<Written>('C4:s C4:s C4:s C4:s C4:s C4:s C4:s C4:s C4:h'))).toEqual([
      ['n1', 'n2', 'n3', 'n4'],
      ['n5', 'n6', 'n7', 'n8'],
    ]);
  });
});
