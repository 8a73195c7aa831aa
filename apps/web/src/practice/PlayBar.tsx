import type { SoundSwitches } from '@cifra/core';
import { Play, Square } from 'lucide-react';
import { Slider, ToggleGroup } from 'radix-ui';
import type { Playing } from '../player/usePlayer';
import { FASTEST, SLOWEST } from './tempoRange';
import { Button } from '../ui/Button';
import { HEARD_WORDS } from '../words/practiseWords';

interface Props {
  readonly player: Playing & { readonly play: () => Promise<void>; readonly stop: () => void };
  readonly percent: number;
  /** Felt beats a minute at the line's own tempo. */
  readonly beats: number;
  readonly heard: SoundSwitches;
  readonly again: boolean;
  readonly ready: boolean;
  readonly onPercent: (percent: number) => void;
  readonly onTap: () => void;
  readonly onHeard: (heard: SoundSwitches) => void;
  readonly onAgain: (again: boolean) => void;
}

/** What is chosen most often stands beside the play button; the rest under Sound. */
export const QUICK = ['part', 'metronome', 'subdivide', 'countIn', 'repeats'] as const;
const AGAIN = 'again';
const PER_CENT = 100;

/** Starts and stops, how fast, and what is heard. */
export function PlayBar({ player, percent, beats, heard, again, ready, onPercent, onTap, onHeard, onAgain }: Props) {
  const on: string[] = [...QUICK.filter((n) => heard[n]), ...(again ? [AGAIN] : [])];
  const change = (names: readonly string[]) => {
    onAgain(names.includes(AGAIN));
    onHeard({ ...heard, ...Object.fromEntries(QUICK.map((n) => [n, names.includes(n)])) });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t max-md:relative max-md:flex-nowrap max-md:gap-x-3 border-line bg-white px-5 py-3 max-md:px-3">
      <Button
        kind="primary"
        className="h-11 w-28 text-[15px] max-md:w-24"
        disabled={!ready}
        icon={player.playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />}
        onClick={() => (player.playing ? player.stop() : void player.play())}
        title="Space"
      >
        {player.playing ? 'Stop' : 'Play'}
      </Button>
      <div className="flex min-w-56 flex-1 items-center gap-3 max-md:min-w-0 max-md:gap-2">
        <label id="tempo-label" className="text-[13px] text-secondary max-md:sr-only">
          Tempo
        </label>
        <Slider.Root
          value={[percent]}
          min={SLOWEST}
          max={FASTEST}
          step={5}
          onValueChange={([p]) => onPercent(p ?? percent)}
          className="relative flex h-9 flex-1 touch-none items-center"
        >
          <Slider.Track className="relative h-1 flex-1 rounded bg-line">
            <Slider.Range className="absolute h-full rounded bg-accent" />
          </Slider.Track>
          <Slider.Thumb
            aria-labelledby="tempo-label"
            aria-valuetext={`${percent} percent, ${Math.round((beats * percent) / PER_CENT)} beats a minute`}
            className="block size-5 rounded-full border-2 border-accent bg-white"
          />
        </Slider.Root>
        <output className="w-28 text-[13px] tabular-nums max-md:w-auto">
          {percent} %<span className="max-md:hidden">, {Math.round((beats * percent) / PER_CENT)} a minute</span>
        </output>
        <Button className="px-2.5" onClick={onTap} title="Tap the beat; key T">
          Tap
        </Button>
      </div>
      <ToggleGroup.Root
        type="multiple"
        value={on}
        onValueChange={change}
        aria-label="What is heard"
        className="flex flex-wrap gap-1 max-md:hidden"
      >
        {[...QUICK, AGAIN].map((n) => (
          <ToggleGroup.Item
            key={n}
            value={n}
            className="h-9 rounded-md border border-line px-2.5 text-[13px] text-secondary hover:bg-panel data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:text-accent"
          >
            {n === AGAIN ? 'Over and over' : HEARD_WORDS[n as keyof SoundSwitches]}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {again && player.times > 0 && (
        <p role="status" className="text-[13px] text-secondary tabular-nums">
          time {player.times}
        </p>
      )}
    </div>
  );
}
