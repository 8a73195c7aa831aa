import type { Faults, Take } from '@cifra/core';

/** Where the sound of a take comes from. */
export type TakeSource = { readonly kind: 'microphone' } | { readonly kind: 'simulated'; readonly faults: Faults };

/** How a take stands, from the wish for one to what was heard. */
export type TakeState =
  | { readonly stage: 'idle' }
  /** Nothing came of it, and why. */
  | { readonly stage: 'failed'; readonly problem: string }
  /** The microphone is asked for. */
  | { readonly stage: 'opening' }
  /** It is played; `level` is how loud it is now, 0 to 1. */
  | { readonly stage: 'playing'; readonly level: number }
  /** It was played to its end, and is held against the part. */
  | { readonly stage: 'judging'; readonly source: TakeSource['kind'] }
  | {
      readonly stage: 'done';
      readonly source: TakeSource['kind'];
      readonly take: Take;
      readonly recording: Blob | undefined;
    };

export type TakeEvent =
  | { readonly kind: 'asked'; readonly source: TakeSource['kind'] }
  | { readonly kind: 'opened' }
  | { readonly kind: 'failed'; readonly problem: string }
  | { readonly kind: 'heard'; readonly level: number }
  | { readonly kind: 'ended' }
  | { readonly kind: 'judged'; readonly take: Take; readonly recording: Blob | undefined }
  /** Stopped by hand before its end, or thrown away after it. */
  | { readonly kind: 'forgotten' };

export const NO_TAKE: TakeState = Object.freeze({ stage: 'idle' });

/**
 * What becomes of a take: each event counts in its own stage only, so that what comes late changes nothing.
 * @example nextTake({ stage: 'playing', level: 0 }, { kind: 'forgotten' }) // { stage: 'idle' }: it is not judged
 */
export function nextTake(state: TakeState, event: TakeEvent): TakeState {
  switch (event.kind) {
    case 'asked':
      return event.source === 'microphone' ? { stage: 'opening' } : { stage: 'judging', source: 'simulated' };
    case 'opened':
      return state.stage === 'opening' ? { stage: 'playing', level: 0 } : state;
    case 'failed':
      return state.stage === 'idle' ? state : { stage: 'failed', problem: event.problem };
    case 'heard':
      return state.stage === 'playing' ? { ...state, level: event.level } : state;
    case 'ended':
      return state.stage === 'playing' ? { stage: 'judging', source: 'microphone' } : state;
    case 'judged':
      return state.stage === 'judging'
        ? { stage: 'done', source: state.source, take: event.take, recording: event.recording }
        : state;
    case 'forgotten':
      return NO_TAKE;
  }
}

/** What was heard, once it is known. */
export const takeOf = (state: TakeState): Take | undefined => (state.stage === 'done' ? state.take : undefined);
