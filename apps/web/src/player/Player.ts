import { type Click, type Cue, hertzOf, type Said } from '@cifra/core';
// Piece by piece: the library's index makes a context with a worker from a blob at once, which this page's policy
// refuses.
import { Context } from 'tone/build/esm/core/context/Context.js';
import { ToneAudioBuffer } from 'tone/build/esm/core/context/ToneAudioBuffer.js';
import { dbToGain } from 'tone/build/esm/core/type/Conversions.js';
import { setContext, start } from 'tone/build/esm/core/Global.js';
// These two hang themselves on every context that is made.
import 'tone/build/esm/core/clock/Transport.js';
import 'tone/build/esm/core/util/Draw.js';
import { PolySynth } from 'tone/build/esm/instrument/PolySynth.js';
import { Synth } from 'tone/build/esm/instrument/Synth.js';
import { ToneBufferSource } from 'tone/build/esm/source/buffer/ToneBufferSource.js';
import { loadTimbre } from '../sound/loadTimbre';
import { nearestSample } from '../sound/timbre';
import type { Playback, Strike, Voice, VoiceNote } from './playback';

/** What a player tells the screen, at the moment at which it is heard. */
export interface Listeners {
  readonly onCue: (cue: Cue) => void;
  readonly onCount: (click: Click) => void;
  readonly onWord: (said: Said) => void;
  readonly onEnd: () => void;
}

/** Strengths of the first overtones of the drone: plain, so that the players stand out. */
const OVERTONES = [1, 0.4, 0.2, 0.08];
const CLICK_HERTZ = { strong: 1760, medium: 1320, weak: 1320, off: 990 } as const;
const CLICK_DECIBEL = { strong: -6, medium: -10, weak: -12, off: -20 } as const;
const CLICK_SECONDS = 0.03;
/** Tongued notes let go a little before the next; slurred ones do not. */
const TONGUED = 0.9;
/** Where a slurred note comes in, its own attack is passed over. */
const PAST_ATTACK = 0.09;
const JOIN_SECONDS = 0.03;
const RELEASE_SECONDS = 0.07;
/** What sounds is told to the audio clock so long before, so that a busy page makes nothing late. */
const LOOK_AHEAD_SECONDS = 0.3;
/** Before the first sound, so that nothing is late. */
const LEAD_SECONDS = 0.1;
const SEMITONES = 12;
const MOST_START_MS = 5000;
const DRONE_STRENGTH = 0.5;
/** What is struck is damped in so long where it ends. */
const DAMP_SECONDS = 0.12;

/** @throws Error where the device does not let anything sound: waiting for it would have no end */
async function started(): Promise<void> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const silent = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error('this device gives no sound')), MOST_START_MS);
  });
  await Promise.race([start(), silent]).finally(() => clearTimeout(timer));
}

/** The context that everything is made in: it has to be the current one before anything else is. */
function ownContext(): Context {
  const context = new Context({
    clockSource: 'timeout',
    latencyHint: 'playback',
    lookAhead: LOOK_AHEAD_SECONDS,
    updateInterval: LOOK_AHEAD_SECONDS / 5,
  });
  // What a busy page shows too late is shown all the same: what comes after it builds on it.
  context.draw.expiration = Infinity;
  setContext(context);
  return context;
}

/**
 * Sounds a playback by the audio clock. Every note and click is scheduled ahead of its time; the screen follows what is
 * heard.
 */
export class Player {
  private readonly context = ownContext();
  private readonly drone = new PolySynth({
    context: this.context,
    voice: Synth,
    options: {
      oscillator: { type: 'custom', partials: OVERTONES },
      envelope: { attack: 0.04, decay: 0.1, sustain: 0.8, release: 0.12 },
    },
    volume: -20,
  }).toDestination();
  private readonly tick = new Synth({
    context: this.context,
    oscillator: { type: 'triangle' },
    envelope: { attack: 0.001, decay: CLICK_SECONDS, sustain: 0, release: 0.01 },
  }).toDestination();
  private readonly transport = this.context.transport;
  private readonly sounding = new Set<ToneBufferSource>();
  /** Counts the calls, so that one that waited for its sounds does not start after a later one. */
  private call = 0;

  /**
   * Plays a playback from its beginning, once its timbres are at hand.
   * @throws Error where a timbre cannot be fetched
   */
  async play(playback: Playback, { onCue, onCount, onWord, onEnd }: Listeners): Promise<void> {
    this.stop();
    const call = this.call;
    await started();
    const buffers = new Map(
      await Promise.all(
        [...new Set([...playback.voices, ...playback.accompaniment].map((v) => v.timbre))].map(
          async (timbre) => [timbre, new ToneAudioBuffer(await loadTimbre(timbre))] as const,
        ),
      ),
    );
    if (call !== this.call) return;
    const { draw } = this.context;
    const { transport, tick, drone } = this;
    for (const voice of playback.voices) {
      const buffer = buffers.get(voice.timbre);
      if (buffer === undefined) continue;
      voice.notes.forEach((n, i) =>
        transport.schedule((time) => this.sound(buffer, voice, n, voice.notes[i - 1]?.slurred === true, time), n.at),
      );
    }
    for (const d of playback.drone)
      transport.schedule((time) => drone.triggerAttackRelease(hertzOf(d.midi), d.seconds, time, DRONE_STRENGTH), d.at);
    for (const s of playback.accompaniment) {
      const buffer = buffers.get(s.timbre);
      if (buffer !== undefined) transport.schedule((time) => this.strike(buffer, s, time), s.at);
    }
    for (const c of playback.clicks) {
      transport.schedule((time) => {
        tick.triggerAttackRelease(CLICK_HERTZ[c.strength], CLICK_SECONDS, time, dbToGain(CLICK_DECIBEL[c.strength]));
        if (c.word !== undefined) draw.schedule(() => onCount(c), time);
      }, c.at);
    }
    for (const cue of playback.cues) transport.schedule((time) => draw.schedule(() => onCue(cue), time), cue.at);
    for (const said of playback.words) transport.schedule((time) => draw.schedule(() => onWord(said), time), said.at);
    transport.loop = playback.loop;
    transport.loopStart = 0;
    transport.loopEnd = playback.seconds;
    if (!playback.loop)
      transport.schedule(
        (time) =>
          draw.schedule(() => {
            this.stop();
            onEnd();
          }, time),
        playback.seconds + LEAD_SECONDS,
      );
    transport.start(`+${LEAD_SECONDS}`, 0);
  }

  private sound(
    buffer: ToneAudioBuffer,
    { timbre, decibel }: Voice,
    { midi, seconds, slurred }: VoiceNote,
    joined: boolean,
    time: number,
  ): void {
    const sample = nearestSample(timbre, midi);
    const source = new ToneBufferSource({
      context: this.context,
      url: buffer,
      loop: true,
      loopStart: sample.at + (sample.loop ?? 0),
      loopEnd: sample.at + sample.end,
      playbackRate: 2 ** ((midi - sample.midi) / SEMITONES),
      fadeIn: joined ? JOIN_SECONDS : 0,
      fadeOut: slurred ? JOIN_SECONDS : RELEASE_SECONDS,
    }).toDestination();
    this.hold(source);
    source.start(time, sample.at + (joined ? PAST_ATTACK : 0), undefined, dbToGain(decibel));
    source.stop(time + seconds * (slurred ? 1 : TONGUED));
  }

  private strike(buffer: ToneAudioBuffer, { timbre, decibel, midi, seconds }: Strike, time: number): void {
    const sample = nearestSample(timbre, midi);
    const source = new ToneBufferSource({
      context: this.context,
      url: buffer,
      playbackRate: 2 ** ((midi - sample.midi) / SEMITONES),
      fadeOut: DAMP_SECONDS,
    }).toDestination();
    this.hold(source);
    source.start(time, sample.at, Math.min(seconds, sample.end), dbToGain(decibel));
  }

  /** Keeps what sounds until it has ended, so that it can be stopped. */
  private hold(source: ToneBufferSource): void {
    this.sounding.add(source);
    source.onended = () => {
      this.sounding.delete(source);
      source.dispose();
    };
  }

  /** Where the audio clock stands in the playback, in seconds; before the first count it is negative or nothing. */
  get at(): number {
    return this.transport.getSecondsAtTime(this.context.currentTime);
  }

  /** Silence, at once; what was scheduled is forgotten. */
  stop(): void {
    this.call += 1;
    // Now, and not when what is looked ahead to is over: begun again before that, it would go on from where it was.
    this.transport.stop(this.context.currentTime);
    this.transport.cancel(0);
    this.context.draw.cancel(0);
    this.drone.releaseAll();
    for (const s of this.sounding) s.stop();
  }

  dispose(): void {
    this.stop();
    this.drone.dispose();
    this.tick.dispose();
    this.context.dispose();
  }
}
