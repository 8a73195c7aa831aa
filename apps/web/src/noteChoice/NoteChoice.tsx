import { letterName, midi, type Written } from '@cifra/core';
import { ToggleGroup } from 'radix-ui';
import { octaveName } from '../words/noteLabel';
import { spokenLetter } from '../words/spoken';

interface Props {
  /** From which is chosen, low to high. */
  readonly of: readonly Written[];
  readonly chosen: readonly Written[];
  readonly onChosen: (chosen: readonly Written[]) => void;
}

/** Some notes of an instrument, each by one tap. */
export function NoteChoice({ of, chosen, onChosen }: Props) {
  const letters = of.map(letterName);
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label="Chosen notes"
      value={chosen.map((n) => String(midi(n)))}
      onValueChange={(names) => onChosen(of.filter((n) => names.includes(String(midi(n)))))}
      className="flex flex-wrap gap-1"
    >
      {of.map((n) => (
        <ToggleGroup.Item
          key={midi(n)}
          value={String(midi(n))}
          aria-label={`${spokenLetter(n)} ${n.octave}`}
          // What was pressed with the hand leaves the keyboard to what is played or drilled with it.
          onClick={(e) => {
            if (e.detail > 0) e.currentTarget.blur();
          }}
          className="h-11 min-w-11 rounded-md border border-[#8a97ab] bg-white px-1 text-[15px] data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:font-semibold data-[state=on]:text-accent"
        >
          {letters.filter((l) => l === letterName(n)).length > 1 ? octaveName(n) : letterName(n)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
