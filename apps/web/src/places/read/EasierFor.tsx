import { type PagePlan, troubleSpots } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Button } from '../../ui/Button';
import { Block } from '../../lookFirst/Block';

/** Whose part is to be made easier: one instrument at a time, with what is hard on each. */
export function EasierFor({
  plans,
  onChoose,
}: {
  readonly plans: readonly PagePlan[];
  readonly onChoose: (plan: PagePlan) => void;
}) {
  const hardOn = ({ changes, annotations }: PagePlan): string => {
    const hard = troubleSpots(changes, annotations, changes.length).length;
    return hard === 0 ? 'no hard place' : `${hard} hard ${hard === 1 ? 'place' : 'places'}`;
  };
  return (
    <Block title="Make it easier">
      <p className="mb-3">Each part is made easier for itself. Whose?</p>
      <ul className="grid gap-1.5 sm:grid-cols-2">
        {plans.map((plan) => (
          <li key={plan.part.instrument.id} className="flex items-baseline gap-3">
            <Button className="min-w-44 justify-start" onClick={() => onChoose(plan)}>
              {instrumentTitle(plan.part.instrument)}
            </Button>
            <span className="text-[13px] text-secondary">{hardOn(plan)}</span>
          </li>
        ))}
      </ul>
    </Block>
  );
}
