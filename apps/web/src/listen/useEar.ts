import type { Frame } from '@cifra/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { FrameReader } from './readFrames';

export type EarState = 'off' | 'asking' | 'on' | 'refused' | 'none';

/** What an ear needs to know. */
export interface EarOptions {
  /** The lowest sound that is listened for, as a MIDI number. */
  readonly lowestMidi: number;
  readonly onFrame: (frame: Frame) => void;
  /** Keeps the sound too, so that it can be handed in. */
  readonly keep?: boolean;
}

/** Browsers write one of these; the first that this one knows is taken. */
const SOUND_TYPES = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus'];

/** Asks for the microphone, and reads its pitch from moment to moment; nothing leaves the device. */
export function useEar() {
  const [state, setState] = useState<EarState>('off');
  const closing = useRef<(() => void) | undefined>(undefined);
  const recorder = useRef<MediaRecorder | undefined>(undefined);
  /** The sound that is kept: there once the recorder has stopped and its last piece has come. */
  const kept = useRef<Promise<Blob | undefined>>(Promise.resolve(undefined));

  const close = useCallback(() => {
    closing.current?.();
    closing.current = undefined;
    setState((s) => (s === 'refused' || s === 'none' ? s : 'off'));
  }, []);

  const open = useCallback(async ({ lowestMidi, onFrame, keep = false }: EarOptions): Promise<boolean> => {
    closing.current?.();
    if (typeof navigator.mediaDevices?.getUserMedia !== 'function') {
      setState('none');
      return false;
    }
    setState('asking');
    let stream: MediaStream;
    try {
      // What is made for speech would take a held note for noise.
      stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
    } catch (e) {
      setState((e as DOMException).name === 'NotFoundError' ? 'none' : 'refused');
      return false;
    }
    const context = new AudioContext();
    await context.resume();
    const reader = new FrameReader(context.sampleRate, lowestMidi);
    const analyser = new AnalyserNode(context, { fftSize: reader.windowSize, smoothingTimeConstant: 0 });
    context.createMediaStreamSource(stream).connect(analyser);
    const window = new Float32Array(reader.windowSize);
    const type = SOUND_TYPES.find((t) => MediaRecorder.isTypeSupported(t));
    if (keep && type !== undefined) {
      const mine = new MediaRecorder(stream, { mimeType: type, audioBitsPerSecond: 48_000 });
      const pieces: Blob[] = [];
      mine.ondataavailable = (e) => pieces.push(e.data);
      kept.current = new Promise((done) => {
        mine.onstop = () => done(pieces.length === 0 ? undefined : new Blob(pieces, { type: mine.mimeType }));
      });
      recorder.current = mine;
      mine.start();
    } else kept.current = Promise.resolve(undefined);
    const begun = performance.now();
    let request = 0;
    const look = () => {
      analyser.getFloatTimeDomainData(window);
      onFrame(reader.frame(window, (performance.now() - begun) / 1000 - reader.windowSize / 2 / context.sampleRate));
      request = requestAnimationFrame(look);
    };
    request = requestAnimationFrame(look);
    closing.current = () => {
      cancelAnimationFrame(request);
      if (recorder.current?.state === 'recording') recorder.current.stop();
      for (const track of stream.getTracks()) track.stop();
      void context.close();
    };
    setState('on');
    return true;
  }, []);

  /** The sound that was kept, once the ear is closed. */
  const recording = useCallback((): Promise<Blob | undefined> => kept.current, []);

  useEffect(() => close, [close]);
  return { state, open, close, recording };
}
