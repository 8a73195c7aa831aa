import fc from 'fast-check';
import { type Asked, compareTake, isClean, type Tolerance } from './compareTake';
import { type Frame, type HeardNote, joinFrames, median } from './heard';
import { toleranceFor } from './tolerance';

const TOLERANCE: Tolerance = toleranceFor('first-year', 1);
const asked = (notes: readonly number[], line = 8): Asked[] =>
  notes.map((midi, i) => ({ id: `n${i}`, midi, at: i, seconds: 1, startsSystem: i % line === 0 }));
const played = (
  notes: readonly Asked[],
  change: (a: Asked, i: number) => Partial<HeardNote> | undefined = () => ({}),
): HeardNote[] =>
  notes.flatMap((a, i) => {
    const c = change(a, i);
    return c === undefined ? [] : [{ at: a.at, seconds: 0.9, midi: a.midi, ...c }];
  });
const SCALE = asked([60, 62, 64, 65, 67, 65, 64, 62, 60, 62, 64, 65]);
const verdicts = (heard: readonly HeardNote[]) => compareTake(SCALE, heard, TOLERANCE);

describe('holding a take against its part', () => {
  it('finds nothing in a clean one', () => {
    const take = verdicts(played(SCALE));
    expect(isClean(take)).toBe(true);
    expect(take.extra).toEqual([]);
  });

  it('takes a note that is heard in pieces for one note, and finds what is wrong beside it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 12, maxLength: 12 }),
        fc.double({ min: 0, max: 0.12, noNaN: true }),
        fc.integer({ min: 0, max: 11 }),
        (pieces, gap, flat) => {
          const heard = SCALE.flatMap((a, i): HeardNote[] => {
            const count = pieces[i] ?? 1;
            const seconds = 0.9 / count;
            return Array.from({ length: count }, (_u, k) => ({
              midi: i === flat ? a.midi - 0.35 : a.midi,
              at: a.at + k * seconds,
              seconds: Math.max(0.05, seconds - gap),
            }));
          });
          const take = verdicts(heard);
          expect(take.verdicts.map((v) => v.pitch)).toEqual(SCALE.map((_a, i) => (i === flat ? 'flat' : 'right')));
          expect(take.verdicts.every((v) => v.time === 'on-time')).toBe(true);
          expect([take.extra, take.stops]).toEqual([[], []]);
        },
      ),
    );
  });

  it('of notes of one pitch still misses the one that was left out', () => {
    const same = asked([60, 60, 60, 60, 62, 60, 60]);
    for (const missing of [1, 2, 5]) {
      const heard = played(same, (_a, i) => (i === missing ? undefined : {}));
      const take = compareTake(same, heard, TOLERANCE);
      expect(take.verdicts.filter((v) => v.pitch === 'missed')).toHaveLength(1);
    }
  });

  it('tells a flat, a sharp and a wrong note apart', () => {
    const take = verdicts(
      played(SCALE, (a, i) =>
        i === 2 ? { midi: a.midi - 0.3 } : i === 4 ? { midi: a.midi + 0.35 } : i === 6 ? { midi: 60 } : {},
      ),
    );
    expect(
      take.verdicts
        .map((v) => v.pitch)
        .map((p, i) => (p === 'right' ? '' : `${i} ${p}`))
        .filter(Boolean),
    ).toEqual(['2 flat', '4 sharp', '6 wrong']);
    expect(take.verdicts[6]?.heard).toBe(60);
    expect(take.verdicts[2]?.cents).toBeCloseTo(-30);
  });

  it('misses the note that was left out, and no other', () => {
    for (const missing of [0, 3, 7, 11])
      expect(
        verdicts(played(SCALE, (_a, i) => (i === missing ? undefined : {}))).verdicts.map((v) => v.pitch === 'missed'),
      ).toEqual(SCALE.map((_a, i) => i === missing));
  });

  it('hears one late and one early entry, without blaming what follows', () => {
    const take = verdicts(
      played(SCALE, (a, i) => (i === 3 ? { at: a.at + 0.35, seconds: 0.5 } : i === 8 ? { at: a.at - 0.3 } : {})),
    );
    expect(
      take.verdicts
        .map((v) => v.time)
        .map((t, i) => (t === 'on-time' ? '' : `${i} ${t}`))
        .filter(Boolean),
    ).toEqual(['3 late', '8 early']);
    expect(take.stops).toEqual([]);
  });

  it('follows a player who stops, and says whether it was at the line end', () => {
    const atLine = verdicts(played(SCALE, (a, i) => ({ at: a.at + (i >= 8 ? 1.5 : 0) })));
    expect(atLine.stops.map((s) => [s.before, s.lineEnd, Number(s.seconds.toFixed(2))])).toEqual([['n8', true, 1.5]]);
    expect(atLine.verdicts.every((v) => v.time === 'on-time' && v.pitch === 'right')).toBe(true);
    expect(
      verdicts(played(SCALE, (a, i) => ({ at: a.at + (i >= 5 ? 2 : 0) }))).stops.map((s) => [s.before, s.lineEnd]),
    ).toEqual([['n5', false]]);
  });

  it('lets a player be a little slower throughout', () => {
    expect(verdicts(played(SCALE, (a) => ({ at: a.at * 1.03 }))).verdicts.every((v) => v.time === 'on-time')).toBe(
      true,
    );
  });

  it('takes off what the way through the air costs', () => {
    const late = played(SCALE, (a) => ({ at: a.at + 0.24 }));
    expect(compareTake(SCALE, late, TOLERANCE).verdicts[0]?.time).toBe('late');
    expect(isClean(compareTake(SCALE, late, TOLERANCE, 0.24))).toBe(true);
  });

  it('names sounds that belong to no note, and says nothing of silence but that it was silent', () => {
    expect(
      verdicts([
        ...played(SCALE).slice(0, 4),
        { at: 3.5, seconds: 0.2, midi: 80 },
        ...played(SCALE).slice(4),
      ]).extra.map((e) => e.midi),
    ).toEqual([80]);
    expect(verdicts([]).verdicts.every((v) => v.pitch === 'missed')).toBe(true);
    expect(compareTake([], played(SCALE), TOLERANCE).verdicts).toEqual([]);
  });

  it('gives one verdict for each note, in order, whatever is heard', () => {
    const anyHeard = fc.array(
      fc.record({
        at: fc.double({ min: 0, max: 15, noNaN: true }),
        seconds: fc.double({ min: 0.1, max: 2, noNaN: true }),
        midi: fc.double({ min: 40, max: 90, noNaN: true }),
      }),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(anyHeard, (heard) => {
        const sorted = [...heard].sort((a, b) => a.at - b.at);
        const take = compareTake(SCALE, sorted, TOLERANCE);
        expect(take.verdicts.map((v) => v.id)).toEqual(SCALE.map((a) => a.id));
        const paired = take.verdicts.filter((v) => v.pitch !== 'missed').length;
        // Nothing is lost but pieces of the sound before, at its pitch.
        const isPiece = (h: HeardNote, j: number): boolean => Math.abs(h.midi - (sorted[j - 1]?.midi ?? -1)) <= 0.5;
        const pieces = sorted.filter(isPiece).length;
        expect(paired + take.extra.length).toBeLessThanOrEqual(sorted.length);
        expect(paired + take.extra.length).toBeGreaterThanOrEqual(sorted.length - pieces);
      }),
      { seed: 4, numRuns: 100 },
    );
  });
});

const frames = (
  notes: readonly { readonly midi: number; readonly seconds: number; readonly level?: number }[],
  rate = 60,
): Frame[] => {
  const made: Frame[] = [];
  for (const n of notes)
    for (let k = 0; k < n.seconds * rate; k++)
      made.push({
        at: made.length / rate,
        midi: n.midi,
        clarity: n.midi === 0 ? 0.2 : 0.98,
        level: n.level ?? (n.midi === 0 ? 0.001 : 0.2),
      });
  return made;
};

describe('joining what is heard into notes', () => {
  it('parts notes by silence, by pitch and by the tongue', () => {
    const heard = joinFrames(
      frames([
        { midi: 0, seconds: 0.5 },
        { midi: 60, seconds: 0.5 },
        { midi: 62, seconds: 0.5 },
        { midi: 62, seconds: 0.06, level: 0.05 },
        { midi: 62, seconds: 0.5 },
        { midi: 0, seconds: 0.3 },
      ]),
    );
    expect(heard.map((h) => Math.round(h.midi))).toEqual([60, 62, 62]);
    expect(heard.map((h) => h.at.toFixed(1))).toEqual(['0.5', '1.0', '1.5']);
  });

  it('keeps a wavering note whole, gives its middle, and leaves out clicks', () => {
    const wavering = frames([
      { midi: 0, seconds: 0.5 },
      { midi: 60, seconds: 1 },
      { midi: 0, seconds: 0.5 },
    ]).map((f, i) => (f.midi === 0 ? f : { ...f, midi: f.midi + 0.2 * Math.sin(i) }));
    expect(joinFrames(wavering).map((h) => Math.abs(h.midi - 60) < 0.1)).toEqual([true]);
    expect(
      joinFrames(
        frames([
          { midi: 0, seconds: 0.5 },
          { midi: 90, seconds: 0.03 },
          { midi: 0, seconds: 0.5 },
        ]),
      ),
    ).toEqual([]);
    expect(joinFrames([])).toEqual([]);
  });

  it('hears who plays without a pause', () => {
    expect(
      joinFrames(
        frames([
          { midi: 60, seconds: 1 },
          { midi: 62, seconds: 1 },
          { midi: 64, seconds: 1 },
        ]),
      ).map((h) => Math.round(h.midi)),
    ).toEqual([60, 62, 64]);
  });

  it('takes the middle of an odd and an even count', () => {
    expect([median([3, 1, 2]), median([4, 1, 2, 3])]).toEqual([2, 2.5]);
    expect(() => median([])).toThrow(RangeError);
  });
});
