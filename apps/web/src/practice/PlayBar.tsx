import type { SoundSwitches, Turns } from '@cifra/core';
import { Minus, Play, Plus, SlidersHorizontal, Square } from 'lucide-react';
import { Slider, ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Playing } from '../player/usePlayer';
import { FASTEST, SLOWEST, TEMPO_STEP } from './tempoRange';
import { Button } from '../ui/Button';
import { HEARD_WORDS } from '../words/practiseWords';

interface Props {
  readonly player: Playing & { readonly play: () => Promise<void>; readonly stop: () => void };
  readonly percent: number;
  /** Felt beats a minute at the line's own tempo. */
  readonly beats: number;
  readonly heard: SoundSwitches;
  readonly again: boolean;
  /** How player and pupils take turns. */
  readonly turns: Turns;
  readonly ready: boolean;
  readonly onPercent: (percent: number) => void;
  readonly onTap: () => void;
  readonly onHeard: (heard: SoundSwitches) => void;
  readonly onAgain: (again: boolean) => void;
  readonly onTurns: (turns: Turns) => void;
  /** A question that a run leaves; on a phone it takes the place of the tempo. */
  readonly question: ReactNode;
  /** Whether the panel is open, where it has no room beside the part. */
  readonly isPanelOpen: boolean;
  readonly onPanel: () => void;
}

/** What is chosen most often stands beside the play button; the rest under Sound. */
export const QUICK = ['part', 'metronome', 'subdivide', 'countIn', 'repeats'] as const;
const [AGAIN, IN_TURNS] = ['again', 'turns'] as const;
/** What stands beside the play button, in words; the longer ones are of their panel. */
const BAR_WORDS: Readonly<Record<string, string>> = {
  ...HEARD_WORDS,
  [AGAIN]: 'Over and over',
  [IN_TURNS]: 'In turns',
};
const PER_CENT = 100;

/** Starts and stops, how fast, and what is heard; on a phone all of it lies under the thumb. */
export function PlayBar(props: Props) {
  const { player, percent, beats, heard, again, turns, ready, question, onPercent, onTap, onHeard, onAgain } = props;
  const on: string[] = [
    ...QUICK.filter((n) => heard[n]),
    ...(again ? [AGAIN] : []),
    ...(turns === 'none' ? [] : [IN_TURNS]),
  ];
  const change = (names: readonly string[]) => {
    onAgain(names.includes(AGAIN));
    // A bar each; longer turns are chosen among the pieces.
    if (names.includes(IN_TURNS) !== (turns !== 'none')) props.onTurns(turns === 'none' ? '1' : 'none');
    onHeard({ ...heard, ...Object.fromEntries(QUICK.map((n) => [n, names.includes(n)])) });
  };
  return (
    <div className="relative flex min-h-16 shrink-0 items-center gap-x-5 border-t border-line bg-white px-5 py-2 max-md:gap-x-2 max-md:px-2">
      <Button
        kind="primary"
        className="h-12 w-28 text-[15px] max-md:w-24"
        disabled={!ready}
        icon={player.playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />}
        onClick={() => (player.playing ? player.stop() : void player.play())}
        title="Space"
      >
        {player.playing ? 'Stop' : 'Play'}
      </Button>
      <div
        className={`flex min-w-0 flex-1 items-center gap-3 max-md:justify-center max-md:gap-1 ${question === undefined ? '' : 'max-md:hidden'}`}
      >
        <label id="tempo-label" className="text-[13px] text-secondary max-md:sr-only">
          Tempo
        </label>
        <Step label="Slower" icon={<Minus size={18} aria-hidden />} onClick={() => onPercent(percent - TEMPO_STEP)} />
        <Slider.Root
          value={[percent]}
          min={SLOWEST}
          max={FASTEST}
          step={5}
          onValueChange={([p]) => onPercent(p ?? percent)}
          className="relative flex h-9 min-w-24 flex-1 touch-none items-center max-md:hidden"
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
        <output className="w-28 text-[13px] tabular-nums max-md:w-14 max-md:text-center max-md:text-[15px]">
          {percent} %<span className="max-md:hidden">, {Math.round((beats * percent) / PER_CENT)} a minute</span>
        </output>
        <Step label="Faster" icon={<Plus size={18} aria-hidden />} onClick={() => onPercent(percent + TEMPO_STEP)} />
        <Button className="px-2.5 max-md:hidden" onClick={onTap} title="Tap the beat; key T">
          Tap
        </Button>
      </div>
      {question}
      <ToggleGroup.Root
        type="multiple"
        value={on}
        onValueChange={change}
        aria-label="What is heard"
        className="flex flex-wrap gap-1 max-lg:hidden"
      >
        {[...QUICK, AGAIN, IN_TURNS].map((n) => (
          <ToggleGroup.Item
            key={n}
            value={n}
            className="h-9 rounded-md border border-line px-2.5 text-[13px] text-secondary hover:bg-panel data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:text-accent"
          >
            {BAR_WORDS[n]}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {again && player.times > 0 && (
        <p role="status" className="text-[13px] text-secondary tabular-nums">
          time {player.times}
        </p>
      )}
      <button
        type="button"
        aria-label="How it is practised"
        aria-expanded={props.isPanelOpen}
        onClick={props.onPanel}
        className="grid size-12 shrink-0 place-items-center rounded-md border border-line text-secondary aria-expanded:border-accent aria-expanded:bg-accent-soft aria-expanded:text-accent lg:hidden"
      >
        <SlidersHorizontal size={18} aria-hidden />
      </button>
    </div>
  );
}

const Step = ({
  label,
  icon,
  onClick,
}: {
  readonly label: string;
  readonly icon: ReactNode;
  readonly onClick: () => void;
}) => <Button className="size-12 px-0 md:hidden" aria-label={label} icon={icon} onClick={onClick} />;
