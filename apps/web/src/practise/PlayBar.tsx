import { Play, Square } from 'lucide-react';
import { Slider, ToggleGroup } from 'radix-ui';
import type { Playing } from './usePlayer';
import { FASTEST, SLOWEST } from './tempoRange';
import { Button } from '../ui/Button';

/** What is heard, and how it is gone through. */
export interface Heard {
  readonly part: boolean;
  readonly metronome: boolean;
  readonly countIn: boolean;
  readonly subdivide: boolean;
  readonly repeats: boolean;
}

interface Props {
  readonly player: Playing & { readonly play: () => Promise<void>; readonly stop: () => void };
  readonly percent: number;
  /** Felt beats a minute at the line's own tempo. */
  readonly beats: number;
  readonly heard: Heard;
  readonly again: boolean;
  readonly ready: boolean;
  readonly onPercent: (percent: number) => void;
  readonly onHeard: (heard: Heard) => void;
  readonly onAgain: (again: boolean) => void;
}

const HEARD_WORDS: Readonly<Record<keyof Heard | 'again', string>> = { part: 'The part', metronome: 'The beat', subdivide: 'Half beats', countIn: 'Count in', repeats: 'Repeats', again: 'Over and over' };
const NAMES = Object.keys(HEARD_WORDS) as (keyof typeof HEARD_WORDS)[];

/** Starts and stops, how fast, and what is heard. */
export function PlayBar({ player, percent, beats, heard, again, ready, onPercent, onHeard, onAgain }: Props) {
  const on = NAMES.filter((n) => (n === 'again' ? again : heard[n]));
  const change = (names: readonly string[]) => {
    onAgain(names.includes('again'));
    onHeard({ part: names.includes('part'), metronome: names.includes('metronome'), countIn: names.includes('countIn'), subdivide: names.includes('subdivide'), repeats: names.includes('repeats') });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-line bg-white px-5 py-3 max-md:sticky max-md:bottom-0">
      <Button kind="primary" className="h-11 w-28 text-[15px]" disabled={!ready} icon={player.playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />} onClick={() => (player.playing ? player.stop() : void player.play())} title="Space">
        {player.playing ? 'Stop' : 'Play'}
      </Button>
      <div className="flex min-w-64 flex-1 items-center gap-3">
        <label id="tempo-label" className="text-[13px] text-secondary">Tempo</label>
        <Slider.Root value={[percent]} min={SLOWEST} max={FASTEST} step={5} onValueChange={([p]) => onPercent(p ?? percent)} className="relative flex h-9 flex-1 touch-none items-center">
          <Slider.Track className="relative h-1 flex-1 rounded bg-line"><Slider.Range className="absolute h-full rounded bg-accent" /></Slider.Track>
          <Slider.Thumb aria-labelledby="tempo-label" aria-valuetext={`${percent} percent, ${Math.round((beats * percent) / 100)} beats a minute`} className="block size-5 rounded-full border-2 border-accent bg-white" />
        </Slider.Root>
        <output className="w-32 text-[13px] tabular-nums">{percent} %, {Math.round((beats * percent) / 100)} a minute</output>
      </div>
      <ToggleGroup.Root type="multiple" value={on} onValueChange={change} aria-label="What is heard" className="flex flex-wrap gap-1">
        {NAMES.map((n) => <ToggleGroup.Item key={n} value={n} className="h-9 rounded-md border border-line px-2.5 text-[13px] text-secondary hover:bg-panel data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:text-accent">{HEARD_WORDS[n]}</ToggleGroup.Item>)}
      </ToggleGroup.Root>
      {again && player.times > 0 && <p role="status" className="text-[13px] text-secondary tabular-nums">time {player.times}</p>}
    </div>
  );
}
