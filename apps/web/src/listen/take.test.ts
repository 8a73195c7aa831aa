import type { Take } from '@cifra/core';
import { NO_TAKE, nextTake, type TakeEvent, takeOf, type TakeState } from './take';

const TAKE = { verdicts: [], foreign: [] } as unknown as Take;
const after = (...events: TakeEvent[]): TakeState => events.reduce(nextTake, NO_TAKE);
const ASKED: TakeEvent = { kind: 'asked', source: 'microphone' };
const JUDGED: TakeEvent = { kind: 'judged', take: TAKE, recording: undefined };

describe('a take', () => {
  it('through the microphone is opened, played to its end and judged', () => {
    expect(after(ASKED)).toEqual({ stage: 'opening' });
    expect(after(ASKED, { kind: 'opened' }, { kind: 'heard', level: 0.4 })).toEqual({ stage: 'playing', level: 0.4 });
    expect(takeOf(after(ASKED, { kind: 'opened' }, { kind: 'ended' }, JUDGED))).toBe(TAKE);
  });

  it("says who played: what the computer played is never handed in as a pupil's", () => {
    expect(after({ kind: 'asked', source: 'simulated' }, JUDGED)).toMatchObject({ stage: 'done', source: 'simulated' });
    expect(after(ASKED, { kind: 'opened' }, { kind: 'ended' }, JUDGED)).toMatchObject({ source: 'microphone' });
  });

  it('of the simulated player is judged at once', () => {
    expect(after({ kind: 'asked', source: 'simulated' })).toEqual({ stage: 'judging', source: 'simulated' });
  });

  it('that was stopped by hand is never judged, whatever comes late', () => {
    const stopped = [ASKED, { kind: 'opened' }, { kind: 'forgotten' }] as const;
    expect(after(...stopped)).toEqual(NO_TAKE);
    for (const late of [JUDGED, { kind: 'ended' }, { kind: 'opened' }, { kind: 'heard', level: 1 }] as const)
      expect(after(...stopped, late)).toEqual(NO_TAKE);
    expect(after(...stopped, { kind: 'failed', problem: 'late' })).toEqual(NO_TAKE);
  });

  it('that was judged is not ended or judged a second time', () => {
    const done = after(ASKED, { kind: 'opened' }, { kind: 'ended' }, JUDGED);
    expect(nextTake(done, { kind: 'ended' })).toBe(done);
    expect(nextTake(done, { kind: 'judged', take: { ...TAKE }, recording: undefined })).toBe(done);
  });

  it('without a microphone says why', () => {
    expect(after(ASKED, { kind: 'failed', problem: 'none' })).toEqual({ stage: 'failed', problem: 'none' });
    expect(takeOf(after(ASKED, { kind: 'failed', problem: 'none' }))).toBeUndefined();
  });
});
