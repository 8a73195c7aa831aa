import { type AnswerTimes, quickness } from '@cifra/core';
import { Popover } from 'radix-ui';
import { Button } from '../ui/Button';

interface Props {
  readonly times: AnswerTimes;
  /** What a card asks, in words; undefined for a card that is not asked now. */
  readonly labelOf: (card: string) => string | undefined;
}

const MOST_SHOWN = 5;
const said = (seconds: number): string => `${seconds.toFixed(1)} s`;

/** How quick the answers are: the quickest, what takes long, and what got faster. */
export function HowQuick({ times, labelOf }: Props) {
  const asked = new Map([...times].filter(([card]) => labelOf(card) !== undefined));
  const { quickest, slow, faster } = quickness(asked);
  if (quickest === undefined) return null;
  const name = (card: string): string => labelOf(card) ?? '';
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button kind="quiet" className="h-9 px-2 max-md:h-11">
          How quick
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label="How quick your answers are"
          className="z-30 w-72 rounded-md border border-line bg-white p-4 shadow-lg"
        >
          <dl className="space-y-3">
            <div>
              <dt className="text-[13px] text-secondary">Your quickest answer</dt>
              <dd>
                {name(quickest.id)}, {said(quickest.seconds)}
              </dd>
            </div>
            <div>
              <dt className="text-[13px] text-secondary">Take long now</dt>
              {slow.length === 0 && <dd>none</dd>}
              {slow.slice(0, MOST_SHOWN).map((s) => (
                <dd key={s.id}>
                  {name(s.id)}, {said(s.seconds)}
                </dd>
              ))}
            </div>
            {faster.length > 0 && (
              <div>
                <dt className="text-[13px] text-secondary">Got faster</dt>
                {faster.slice(0, MOST_SHOWN).map((f) => (
                  <dd key={f.id}>
                    {name(f.id)}, from {said(f.before)} to {said(f.now)}
                  </dd>
                ))}
              </div>
            )}
          </dl>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
