import 'reflect-metadata';
import { DrillScoreDto, MixedUpDto, MOST_MIXED } from '@cifra/contract';
import { addAnswerTime, parsePitch, randomFrom, type Written } from '@cifra/core';
import { validateSync } from 'class-validator';
import { Rating } from 'ts-fsrs';
import { fakeStore } from '../testing/fakeStore';
import { gradeOf, keepMemory, keptMemory, type Memory, nextCard, remember } from './memory';
import { addAnswer, keptScores } from './scores';
import { keepTimes, keptTimes } from './times';

const NOW = new Date('2026-11-25T10:00:00Z');
const later = (minutes: number): Date => new Date(NOW.getTime() + minutes * 60_000);

describe('the memory of a drill', () => {
  beforeEach(fakeStore);

  it('grades by right and by speed', () => {
    expect([gradeOf(false, 1), gradeOf(true, 9), gradeOf(true, 4), gradeOf(true, 1)]).toEqual([
      Rating.Again,
      Rating.Hard,
      Rating.Good,
      Rating.Easy,
    ]);
  });

  it('brings what was wrong or slow back sooner than what was right at once', () => {
    const due = (right: boolean, seconds: number): number =>
      remember(new Map(), 'a', right, seconds, NOW).get('a')?.due.getTime() ?? 0;
    expect(due(false, 1)).toBeLessThan(due(true, 9));
    expect(due(true, 9)).toBeLessThan(due(true, 4));
    expect(due(true, 4)).toBeLessThan(due(true, 1));
  });

  it('asks the weak cards more often over a week of rounds', () => {
    const ids = ['weak', 'b', 'c', 'd', 'e', 'f'];
    const chance = randomFrom(1);
    const asked = new Map(ids.map((id) => [id, 0]));
    let memory: Memory = new Map();
    let last: string | undefined;
    for (let day = 0; day < 7; day++) {
      for (let q = 0; q < 20; q++) {
        const now = later(day * 24 * 60 + q / 4);
        const id = nextCard(ids, memory, last, now, chance);
        if (id === undefined) throw new Error('no card');
        expect(id).not.toBe(last);
        asked.set(id, (asked.get(id) ?? 0) + 1);
        memory = remember(memory, id, id !== 'weak' || chance.next() < 0.3, 3, now);
        last = id;
      }
    }
    const others = ids.slice(1).map((id) => asked.get(id) ?? 0);
    expect(Math.min(...others)).toBeGreaterThan(0);
    expect(asked.get('weak')).toBeGreaterThan(1.5 * (others.reduce((a, b) => a + b, 0) / others.length));
  });

  it('shows every card before long, and the only one again', () => {
    const ids = Array.from({ length: 12 }, (_u, i) => `c${i}`);
    let memory: Memory = new Map();
    let last: string | undefined;
    const seen = new Set<string>();
    const chance = randomFrom(2);
    for (let q = 0; q < 60; q++) {
      const id = nextCard(ids, memory, last, later(q / 6), chance);
      if (id === undefined) throw new Error('no card');
      seen.add(id);
      memory = remember(memory, id, true, 3, later(q / 6));
      last = id;
    }
    expect(seen.size).toBe(12);
    expect(nextCard(['only'], memory, 'only', NOW, chance)).toBe('only');
    expect(nextCard([], memory, undefined, NOW, chance)).toBeUndefined();
  });

  it('is kept, and takes nothing from what it did not write', () => {
    const memory = remember(new Map(), 'a', true, 3, NOW);
    keepMemory('x', memory);
    expect([...keptMemory('x')]).toEqual([...memory]);
    localStorage.setItem('cifra.memory.y', '{');
    expect(keptMemory('y').size).toBe(0);
    expect(keptMemory('z').size).toBe(0);
  });

  it('counts answers drill by drill', () => {
    addAnswer('e', 'figures', true);
    addAnswer('e', 'figures', false);
    expect(addAnswer('e', 'ear', true)).toEqual([
      { drill: 'figures', right: 1, asked: 2 },
      { drill: 'ear', right: 1, asked: 1 },
    ]);
    localStorage.setItem('cifra.drills.f', '[{"drill":"flying","right":1,"asked":1},7]');
    expect(keptScores('f')).toEqual([]);
  });

  it('counts what was taken for what, keeps what is done most often, and what the API takes', () => {
    const note = (text: string) => parsePitch<Written>(text);
    const wrong = (asked: string, said: string) =>
      addAnswer('m', 'figures', false, { asked: note(asked), said: note(said) });
    wrong('F4', 'F#4');
    wrong('F4', 'F#4');
    wrong('Bb3', 'B3');
    for (let octave = 0; octave < 8; octave++) for (const step of ['C', 'D']) wrong(`${step}${octave}`, 'E4');
    const [score] = wrong('F4', 'F#4');
    expect(score?.mixed?.[0]).toEqual({ asked: 'F4', said: 'F#4', times: 3 });
    expect(score?.mixed).toHaveLength(MOST_MIXED);
    expect(score).toMatchObject({ right: 0, asked: 20 });
    const dto = Object.assign(new DrillScoreDto(), {
      ...score,
      mixed: score?.mixed?.map((m) => Object.assign(new MixedUpDto(), m)),
    });
    expect(validateSync(dto)).toEqual([]);
  });

  it('keeps how long right answers took, and takes nothing from what it did not write', () => {
    keepTimes('t', addAnswerTime(new Map(), 'C4', 1.5));
    expect(keptTimes('t').get('C4')).toEqual([1.5]);
    localStorage.setItem('cifra.times.u', '[["C4",["x"]],["D4",[]],["E4",[2]]]');
    expect([...keptTimes('u')]).toEqual([['E4', [2]]]);
    localStorage.setItem('cifra.times.v', '{"C4":[1]}');
    expect(keptTimes('v').size).toBe(0);
  });
});
