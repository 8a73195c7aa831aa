import {
  addTap,
  DEFAULT_SOUNDS,
  annotate,
  compareTake,
  DEFAULT_PAGE,
  derivePart,
  instrumentOf,
  INSTRUMENTS,
  LADDER_RUNGS,
  midi,
  notesOf,
  partRaise,
  planPage,
  type PlaySetup,
  realize,
  RUNG_SETUP,
  rungsInOrder,
  semitones,
  sightLine,
  tappedTempo,
} from '@cifra/core';
import { SAMPLES, nearestSample, timbreOf } from '../sound/timbre';
import { fakeStore } from '../testing/fakeStore';
import { RUNG_WORDS } from '../words/practiseWords';
import { takeRemarks, takeSentence, takeWords } from '../words/takeWords';
import { keepPractice, keptPractice, NOTHING_KEPT } from './keptPractice';
import { preparePlayback, turnStarts } from '../player/playback';
import { clampPercent, FASTEST, SLOWEST } from './tempoRange';

const SETUP: PlaySetup = { speed: 1, heard: DEFAULT_SOUNDS, others: [], bars: undefined, again: false, turns: 'none' };
const exerciseFor = (id: 'trumpet' | 'flute' | 'tuba') => {
  const instrument = instrumentOf(id);
  const made = sightLine({
    instrument,
    stage: 'first-year',
    fifths: instrument.toWritten.fifths - 2,
    meter: { beats: 4, unit: 4 },
    bars: 8,
    seed: 5,
  });
  if (made === undefined) throw new Error('no line');
  return { exercise: made, part: derivePart(realize(made), instrument, made.owner) };
};

describe('what is played', () => {
  it('sounds the written part at its concert pitch, in its own timbre', () => {
    for (const id of ['trumpet', 'flute', 'tuba'] as const) {
      const { part } = exerciseFor(id);
      const [voice] = preparePlayback(part, [], SETUP).playback.voices;
      const sounding = notesOf(part.concert)
        .filter((n) => n.tie !== true)
        .map((n) => midi(n.pitch) + partRaise(part, n.id));
      expect(voice?.notes.map((n) => n.midi)).toEqual(sounding);
      expect(voice?.timbre).toBe(timbreOf(part.instrument));
      // Written notes lie over the sounding ones by the instrument's interval: a trumpet's by a whole step, the others'
      // by none.
      expect(
        notesOf(part.score)
          .filter((n) => n.tie !== true)
          .map((n) => midi(n.pitch) - (id === 'trumpet' ? 2 : 0)),
      ).toEqual(voice?.notes.map((n) => n.midi));
    }
  });

  it('leaves away what is not to be heard, and adds who plays along and what lies under it', () => {
    const { part } = exerciseFor('trumpet');
    const along = exerciseFor('flute').part;
    const bare = preparePlayback(part, [], {
      ...SETUP,
      heard: { ...DEFAULT_SOUNDS, part: false, metronome: false },
    }).playback;
    expect([
      bare.voices.length,
      bare.drone.length + bare.accompaniment.length,
      bare.clicks.every((c) => c.word !== undefined),
      bare.clicks.length,
    ]).toEqual([0, 0, true, 4]);
    const full = preparePlayback(part, [along], { ...SETUP, heard: { ...DEFAULT_SOUNDS, drone: true } }).playback;
    expect(full.voices.map((v) => v.timbre)).toEqual(['trumpet', 'flute']);
    expect([full.drone.length > 0, full.accompaniment.length]).toEqual([true, 0]);
    const accompanied = preparePlayback(part, [], {
      ...SETUP,
      heard: { ...DEFAULT_SOUNDS, accompaniment: true },
    }).playback;
    expect(new Set(accompanied.accompaniment.map((b) => b.timbre))).toEqual(new Set(['piano', 'bass', 'drums']));
    // The part is never covered: whoever plays under it is softer by half and more.
    for (const b of accompanied.accompaniment)
      expect(b.decibel).toBeLessThanOrEqual((accompanied.voices[0]?.decibel ?? 0) - 9);
  });

  it('plays only the notes of a step, while the beat goes on', () => {
    const { part } = exerciseFor('trumpet');
    const ids = new Set(part.concert.measures[0]?.events.slice(0, 2).map((e) => e.id));
    const { playback } = preparePlayback(part, [], { ...SETUP, bars: { from: 0, to: 0 }, only: ids });
    expect(playback.cues.map((c) => c.id)).toEqual([...ids]);
    expect(playback.voices[0]?.notes.length).toBe(ids.size);
    expect(playback.clicks.length).toBe(8);
  });

  it('takes turns by bars, by two bars and by phrases', () => {
    const { part } = exerciseFor('trumpet');
    const starts = (turns: '1' | '2' | 'phrase') =>
      Array.from({ length: 8 }, (_u, i) => i).filter(turnStarts(part, turns, 0));
    expect([starts('1'), starts('2'), starts('phrase')]).toEqual([
      [0, 1, 2, 3, 4, 5, 6, 7],
      [0, 2, 4, 6],
      // A phrase is what is played on one breath.
      [0, 2, 4, 6],
    ]);
    const pickup = {
      ...part,
      score: { ...part.score, measures: part.score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) },
    };
    expect(Array.from({ length: 5 }, (_u, i) => i).filter(turnStarts(pickup, '2', 0))).toEqual([0, 3]);
  });
});

describe('timbres', () => {
  it('are there for every instrument, and have a note near every note of its range', () => {
    for (const instrument of INSTRUMENTS) {
      const timbre = timbreOf(instrument);
      const { low, high } = instrument.ranges['second-year'];
      const up = semitones(instrument.toWritten);
      for (const p of [low, high])
        expect([instrument.id, Math.abs(nearestSample(timbre, midi(p) - up).midi - (midi(p) - up)) <= 7]).toEqual([
          instrument.id,
          true,
        ]);
      for (const s of SAMPLES[timbre]) {
        expect(s.loop).toBeGreaterThan(0.3);
        expect(s.end).toBeGreaterThan((s.loop ?? 0) + 0.2);
      }
    }
  });
});

describe('the ladder', () => {
  it('has words and a setup for every rung, within the tempos that can be set', () => {
    for (const r of LADDER_RUNGS) {
      expect(RUNG_WORDS[r]).toMatch(/^[A-Z]/);
      expect(clampPercent(RUNG_SETUP[r].percent)).toBe(RUNG_SETUP[r].percent);
    }
    expect([clampPercent(0), clampPercent(500)]).toEqual([SLOWEST, FASTEST]);
  });

  it("keeps a teacher's own order, with what was left out left out", () => {
    expect(rungsInOrder(undefined)).toEqual(LADDER_RUNGS);
    expect(rungsInOrder([])).toEqual(LADDER_RUNGS);
    expect(rungsInOrder(['sing', 'count', 'sing'])).toEqual(['sing', 'count']);
  });
});

describe('what is remembered of the practice', () => {
  beforeEach(fakeStore);

  it('is kept for each part apart, and takes nothing from what it did not write', () => {
    keepPractice('e1', 'flute', { rungs: ['count', 'sing'], bestPercent: 80, cleanRuns: 6, peeks: 2, minutes: 3.5 });
    expect(keptPractice('e1', 'flute')).toEqual({
      rungs: ['count', 'sing'],
      bestPercent: 80,
      cleanRuns: 6,
      peeks: 2,
      minutes: 3.5,
    });
    expect(keptPractice('e1', 'horn')).toEqual(NOTHING_KEPT);
    for (const [spoiled, rungs] of [
      ['{', []],
      ['null', []],
      ['{"rungs":[1,"count","flying"],"minutes":-4}', ['count']],
    ] as const) {
      localStorage.setItem('cifra.practice.e2.flute', spoiled);
      expect(keptPractice('e2', 'flute')).toEqual({ ...NOTHING_KEPT, rungs });
    }
  });
});

describe('tapping a tempo', () => {
  it('takes the last few taps, and begins again after a pause', () => {
    expect(tappedTempo([0, 0.5, 1])).toBe(120);
    expect([tappedTempo([]), tappedTempo([1])]).toEqual([undefined, undefined]);
    expect(addTap([0, 0.5], 5)).toEqual([5]);
    expect(addTap([1, 2, 3, 4, 5, 6], 7)).toEqual([2, 3, 4, 5, 6, 7]);
  });
});

describe('what is said of a take', () => {
  const { part } = exerciseFor('trumpet');
  const plan = planPage(part, annotate(part), DEFAULT_PAGE, { today: '2026-11-25' });
  const asked = notesOf(part.concert).map((n, i) => ({
    id: n.id,
    midi: midi(n.pitch),
    at: i,
    seconds: 1,
    startsSystem: i % 8 === 0,
  }));
  const heard = asked.map((a) => ({ at: a.at, seconds: 0.9, midi: a.midi }));
  const tolerance = { cents: 25, seconds: 0.2, stopSeconds: 0.75 };

  it('praises a clean one plainly, and asks for another when nothing was heard', () => {
    const clean = compareTake(asked, heard, tolerance);
    expect(takeRemarks(plan, clean)).toEqual([]);
    expect(takeSentence(clean)).toBe(`All ${asked.length} notes right and in time. That was clean.`);
    expect(takeSentence(compareTake(asked, [], tolerance))).toMatch(/Nothing was heard/);
  });

  it('names a cause once in place of each of its faults, and nothing heard in one sentence', () => {
    const said = (played: typeof heard) => takeWords(plan, compareTake(asked, played, tolerance));
    expect(said(heard)).toEqual({ causes: [], rest: [] });
    expect(said([])).toEqual({ causes: [], rest: [] });
    // All of it a little behind the beat: late at the entry, and in time with itself.
    expect(said(heard.map((h) => ({ ...h, at: h.at + 0.35 })))).toEqual({
      causes: ['You came in late, then kept time. Breathe in on the last count.'],
      rest: [],
    });
    const low = said(heard.map((h) => ({ ...h, midi: h.midi - 0.35 })));
    expect(low.causes).toEqual(['Most of it lay low, by about 35 cents: warm up, tune to the drone, more air.']);
    expect(low.rest).toEqual([]);
    const half = said(heard.slice(0, Math.ceil(heard.length / 2)));
    expect(half.causes).toEqual([
      expect.stringMatching(
        /^The last \d+ notes, from bar \d on, were not heard\. Go over those bars alone, then from the beginning\.$/,
      ),
    ]);
    expect(half.rest).toEqual([]);
  });

  it('says where, what and what to try, once for a place that comes again', () => {
    const off = compareTake(
      asked,
      heard.map((h, i) => ({ ...h, midi: i === 2 ? h.midi - 0.35 : h.midi, at: h.at + (i >= 8 ? 1.4 : 0) })),
      tolerance,
    );
    const remarks = takeRemarks(plan, off);
    expect(remarks.map((r) => r.mark)).toEqual(['‖', '↓']);
    expect(remarks[0]?.words).toMatch(/look ahead to the next line/);
    expect(remarks[1]?.where).toMatch(/^bar \d, beat /);
    const twice = { ...off, verdicts: [...off.verdicts, ...off.verdicts] };
    expect(
      takeRemarks(plan, twice)
        .filter((r) => r.mark === '↓')
        .map((r) => r.where),
    ).toEqual([`${remarks[1]?.where ?? ''}, twice`]);
  });
});
