import { measureQuarters, type Meter } from '../meter/meter';
import { randomFrom } from '../random/random';
import { equal, sum, toNumber } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { beatsText, judgeTaps, RHYTHM_KINDS, rhythmQuestion } from './rhythmDrill';

const seeds = Array.from({ length: 120 }, (_u, i) => i + 1);

describe('rhythm drilled', () => {
  const METERS: readonly Meter[] = [
    { beats: 4, unit: 4 },
    { beats: 3, unit: 4 },
    { beats: 2, unit: 4 },
  ];

  it('asks questions whose answers add up', () => {
    for (const kind of RHYTHM_KINDS) {
      for (const seed of seeds) {
        const meter = METERS[seed % 3] ?? { beats: 4, unit: 4 };
        const q = rhythmQuestion(kind, meter, randomFrom(seed));
        expect(new Set(q.choices.map((c) => JSON.stringify(c))).size).toBe(q.choices.length);
        const full = toNumber(measureQuarters(meter));
        if (q.kind === 'beats')
          expect(readBeats(q.choices[q.right] ?? '')).toBe(
            q.tied.reduce((s, d) => s + toNumber(durationQuarters(d)), 0),
          );
        if (q.kind === 'pickup')
          expect(
            readBeats(q.choices[q.right] ?? '') + q.pickup.reduce((s, d) => s + toNumber(durationQuarters(d)), 0),
          ).toBe(full);
        if (q.kind === 'rest')
          expect(readBeats(q.choices[q.right] ?? '')).toBe(
            q.rest.value === 'whole' ? full : toNumber(durationQuarters(q.rest)),
          );
        if (q.kind === 'heard') {
          const begins = (bar: readonly number[]) => bar.map((_l, i) => bar.slice(0, i).reduce((a, b) => a + b, 0));
          const heard = q.choices.map((bar) => JSON.stringify(begins(bar)));
          // Every choice fills the bar, and is heard to be another one: its notes begin elsewhere.
          for (const bar of [q.first, ...q.choices]) expect(bar.reduce((a, b) => a + b, 0) / 2).toBe(full);
          expect(new Set(heard).size).toBe(4);
        }
        if (q.kind === 'complete') {
          expect(equal(sum(q.bar.map(durationQuarters)), measureQuarters(meter))).toBe(true);
          expect(q.choices[q.right]).toEqual(q.bar[q.gap]);
          // No other choice fills the bar.
          for (const [i, c] of q.choices.entries())
            if (i !== q.right) expect(equal(durationQuarters(c), durationQuarters(q.bar[q.gap] ?? c))).toBe(false);
        }
      }
    }
  });

  it('adds beats as teachers do: whole and quarter make 5, dotted half and quarter 4', () => {
    expect(
      beatsText(sum([durationQuarters({ value: 'whole', dots: 0 }), durationQuarters({ value: 'quarter', dots: 0 })]), {
        beats: 4,
        unit: 4,
      }),
    ).toBe('5');
    expect(
      beatsText(sum([durationQuarters({ value: 'half', dots: 1 }), durationQuarters({ value: 'quarter', dots: 0 })]), {
        beats: 4,
        unit: 4,
      }),
    ).toBe('4');
    expect(beatsText(durationQuarters({ value: 'quarter', dots: 1 }), { beats: 4, unit: 4 })).toBe('1 1/2');
  });

  it('judges taps note by note', () => {
    expect(judgeTaps([0, 1, 2], [0.02, 1.3], 0.15)).toEqual({ notes: ['on-time', 'late', 'missed'], extra: 0 });
    expect(judgeTaps([0, 1, 2], [-0.2, 1, 1.1, 2.05], 0.15)).toEqual({
      notes: ['early', 'on-time', 'on-time'],
      extra: 1,
    });
    expect(judgeTaps([0, 1], [], 0.1)).toEqual({ notes: ['missed', 'missed'], extra: 0 });
    expect(judgeTaps([0, 0.5, 1], [0, 0.5, 1], 0.01).notes).toEqual(['on-time', 'on-time', 'on-time']);
  });

  const readBeats = (text: string): number =>
    text
      .split(' ')
      .reduce(
        (s, part) => s + (part.includes('/') ? Number(part.split('/')[0]) / Number(part.split('/')[1]) : Number(part)),
        0,
      );
});
