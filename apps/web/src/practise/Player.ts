import type { Click, Cue, PlayPlan } from '@cifra/core';
// Piece by piece: the library's index makes a context with a worker from a blob at once, which this page's policy refuses.
import { Context } from 'tone/build/esm/core/context/Context.js';
import { dbToGain } from 'tone/build/esm/core/type/Conversions.js';
import { setContext, start } from 'tone/build/esm/core/Global.js';
// These two hang themselves on every context that is made.
import 'tone/build/esm/core/clock/Transport.js';
import 'tone/build/esm/core/util/Draw.js';
import { PolySynth } from 'tone/build/esm/instrument/PolySynth.js';
import { Synth } from 'tone/build/esm/instrument/Synth.js';

/** What is heard. */
export interface Mix {
  readonly part: boolean;
  readonly metronome: boolean;
}

/** What a player tells the screen, at the moment at which it is heard. */
export interface Listeners {
  readonly onCue: (cue: Cue) => void;
  readonly onCount: (click: Click) => void;
  readonly onEnd: () => void;
}

/** Strengths of the first overtones: round enough for any wind instrument, and no imitation of one. */
const OVERTONES = [1, 0.55, 0.35, 0.18, 0.1, 0.05];
const CLICK_HERTZ = { strong: 1760, medium: 1320, weak: 1320, off: 990 } as const;
const CLICK_DECIBEL = { strong: -6, medium: -10, weak: -12, off: -20 } as const;
const CLICK_SECONDS = 0.03;
/** Tongued notes let go a little before the next; slurred ones do not. */
const TONGUED = 0.9;
/** Before the first sound, so that nothing is late. */
const LEAD_SECONDS = 0.1;

/** The context that everything is made in: it has to be the current one before anything else is. */
function ownContext(): Context {
  const context = new Context({ clockSource: 'timeout', latencyHint: 'playback' });
  setContext(context);
  return context;
}

const hertz = (midi: number): number => 440 * 2 ** ((midi - 69) / 12);

/**
 * Sounds a plan by the audio clock. Every note and click is scheduled ahead of its time; the screen follows what is heard.
 */
export class Player {
  private readonly context = ownContext();
  private readonly voice = new PolySynth({ context: this.context, voice: Synth, options: { oscillator: { type: 'custom', partials: OVERTONES }, envelope: { attack: 0.02, decay: 0.05, sustain: 0.85, release: 0.06 } }, volume: -10 }).toDestination();
  private readonly tick = new Synth({ context: this.context, oscillator: { type: 'triangle' }, envelope: { attack: 0.001, decay: CLICK_SECONDS, sustain: 0, release: 0.01 } }).toDestination();
  private readonly transport = this.context.transport;

  /**
   * Plays a plan from its beginning.
   * @param raise half steps by which the part sounds above the line that the plan was made from; single notes may differ
   * @param again plays it over and over, its count-in each time
   */
  async play(plan: PlayPlan, raise: (id: string) => number, mix: Mix, again: boolean, { onCue, onCount, onEnd }: Listeners): Promise<void> {
    await start();
    this.stop();
    const { draw } = this.context;
    const { transport, voice, tick } = this;
    if (mix.part) for (const n of plan.notes) transport.schedule((time) => voice.triggerAttackRelease(hertz(n.midi + raise(n.id)), n.seconds * (n.slurred ? 1 : TONGUED), time), n.at);
    for (const c of plan.clicks) {
      if (!mix.metronome && c.word === undefined) continue;
      transport.schedule((time) => {
        tick.triggerAttackRelease(CLICK_HERTZ[c.strength], CLICK_SECONDS, time, dbToGain(CLICK_DECIBEL[c.strength]));
        if (c.word !== undefined) draw.schedule(() => onCount(c), time);
      }, c.at);
    }
    for (const cue of plan.cues) transport.schedule((time) => draw.schedule(() => onCue(cue), time), cue.at);
    transport.loop = again;
    transport.loopStart = 0;
    transport.loopEnd = plan.seconds;
    if (!again) transport.schedule((time) => draw.schedule(() => { this.stop(); onEnd(); }, time), plan.seconds + LEAD_SECONDS);
    transport.start(`+${LEAD_SECONDS}`, 0);
  }

  /** Silence, at once; what was scheduled is forgotten. */
  stop(): void {
    this.transport.stop();
    this.transport.cancel(0);
    this.context.draw.cancel(0);
    this.voice.releaseAll();
  }

  dispose(): void {
    this.stop();
    this.voice.dispose();
    this.tick.dispose();
    this.context.dispose();
  }
}
