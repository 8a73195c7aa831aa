import type { Part } from '@cifra/core';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Button } from '../../ui/Button';
import { Toggle } from '../../ui/Toggle';

interface Props {
  readonly parts: readonly Part[];
  /** Instruments that are left out. */
  readonly left: ReadonlySet<string>;
  readonly onChange: (left: ReadonlySet<string>) => void;
}

/** Which parts of the class stand in the score; at least one does. */
export function PickParts({ parts, left, onChange }: Props) {
  const shown = parts.length - left.size;
  const turn = (id: string, on: boolean) => {
    const others = new Set(left);
    if (on) others.delete(id);
    else others.add(id);
    if (others.size < parts.length) onChange(others);
  };
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button icon={<ChevronDown size={15} aria-hidden />}>
          {shown === parts.length ? `All ${shown} parts` : `${shown} of ${parts.length} parts`}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          className="fade-in z-30 max-h-[60vh] w-64 overflow-y-auto rounded-md border border-line bg-white p-3 shadow-lg"
        >
          {parts.map(({ instrument: { id, name } }) => (
            <Toggle
              key={id}
              id={`in-score-${id}`}
              label={name}
              checked={!left.has(id)}
              onChange={(on) => turn(id, on)}
            />
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
