import { Download, Send } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useEar } from '../listen/useEar';
import { Button } from '../ui/Button';
import { saveAs } from '../ui/saveAs';
import { Toggle } from '../ui/Toggle';

/** What was played freely and kept, for as long as the page is open. */
interface FreeTake {
  readonly number: number;
  readonly words: string;
  readonly recording: Blob;
}

/** Whatever sounds is kept; no pitch is looked for. */
const ANY_NOTE = 40;
/** The newest stay. */
const MOST_TAKES = 5;
const NOTHING = () => undefined;

/**
 * Records what is played freely.
 * @param words what it is called
 */
export function useFreeTakes(words: string) {
  const ear = useEar();
  const { open, close, recording } = ear;
  const [takes, setTakes] = useState<readonly FreeTake[]>([]);
  const [problem, setProblem] = useState<string>();
  const isWanted = useRef(false);
  const begin = useCallback(async (): Promise<void> => {
    isWanted.current = true;
    const isOpen = await open({ lowestMidi: ANY_NOTE, onFrame: NOTHING, keep: true });
    setProblem(isOpen ? undefined : 'The microphone may not be used. Allow it in the address bar, or play without.');
    // It was stopped before the microphone was there.
    if (!isWanted.current) close();
  }, [open, close]);
  const end = useCallback(async (): Promise<void> => {
    isWanted.current = false;
    if (ear.state !== 'on') return;
    close();
    const sound = await recording();
    if (sound === undefined) return setProblem('Nothing was recorded: this browser cannot keep sound.');
    setTakes((before) => {
      const number = (before[0]?.number ?? 0) + 1;
      return [{ number, words, recording: sound }, ...before].slice(0, MOST_TAKES);
    });
  }, [ear.state, close, recording, words]);
  return { takes, problem, begin, end };
}

/** `audio/webm;codecs=opus` is a webm file. */
const endingOf = ({ type }: Blob): string => /^audio\/(\w+)/.exec(type)?.[1] ?? 'webm';

/** A recording to be heard. */
function Sound({ of, label }: { readonly of: Blob; readonly label: string }) {
  const player = useRef<HTMLAudioElement>(null);
  useEffect(() => {
    const url = URL.createObjectURL(of);
    if (player.current !== null) player.current.src = url;
    return () => URL.revokeObjectURL(url);
  }, [of]);
  return <audio controls ref={player} className="mt-1 h-9 w-full" aria-label={label} />;
}

interface Props {
  readonly takes: ReturnType<typeof useFreeTakes>;
  readonly isKept: boolean;
  readonly onKept: (on: boolean) => void;
  readonly playing: boolean;
  readonly onHandIn: ((recording: Blob, words: string) => Promise<unknown>) | undefined;
}

/** Whether what is played is kept, and what was: to be heard, saved and handed in. */
export function FreeTakes({ takes: { takes, problem }, isKept, onKept, playing, onHandIn }: Props) {
  return (
    <>
      {!playing && <Toggle id="free-kept" label="Record what I play" checked={isKept} onChange={onKept} />}
      {problem !== undefined && (
        <p role="alert" className="text-warning">
          {problem}
        </p>
      )}
      {takes.length > 0 && (
        <ol aria-label="What was played" className="space-y-2">
          {takes.map((t) => (
            <li key={t.number} className="rounded-md border border-line bg-white p-2">
              <p className="text-[13px]">
                Take {t.number}. {t.words}
              </p>
              <Sound of={t.recording} label={`Take ${t.number}`} />
              <div className="mt-1 flex flex-wrap gap-2">
                <Button
                  className="h-9 px-2.5 max-lg:h-11"
                  icon={<Download size={15} aria-hidden />}
                  onClick={() => saveAs(`take ${t.number}.${endingOf(t.recording)}`, t.recording)}
                >
                  Save it
                </Button>
                {onHandIn !== undefined && (
                  <Button
                    className="h-9 px-2.5 max-lg:h-11"
                    icon={<Send size={15} aria-hidden />}
                    onClick={() => void onHandIn(t.recording, t.words)}
                  >
                    Hand it in
                  </Button>
                )}
              </div>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}
