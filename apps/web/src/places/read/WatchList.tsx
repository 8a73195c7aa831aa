import { changeNames, type PagePlan } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Link } from 'react-router';
import { barName } from '../../words/spoken';
import { changeReasons, newsWords } from '../../words/troubleWords';
import { Block } from '../../lookFirst/Block';

interface Props {
  readonly plans: readonly PagePlan[];
  readonly addressOf: (plan: PagePlan) => string;
}

/** So many places are named for each instrument; its own page has them all. */
const NAMED = 2;

/** What each instrument should watch. */
export function WatchList({ plans, addressOf }: Props) {
  return (
    <Block title="What each instrument should watch">
      <dl className="grid gap-x-4 gap-y-2 md:grid-cols-[12rem_1fr]">
        {plans.map((plan) => (
          <div key={plan.part.instrument.id} className="contents">
            <dt className="font-semibold">
              <Link to={addressOf(plan)} className="hover:text-accent">
                {instrumentTitle(plan.part.instrument)}
              </Link>
            </dt>
            <dd>
              {plan.hardest.length === 0 ? (
                <span className="text-secondary">
                  {newsWords(plan).length === 0 ? 'nothing hard' : 'no hard change'}
                </span>
              ) : (
                plan.hardest.slice(0, NAMED).map((s) => (
                  <p key={`${s.from} ${s.to}`}>
                    {barName(s.measure)}, {changeNames(s, plan.annotations).join(' to ')}: {changeReasons(s, plan)}
                  </p>
                ))
              )}
              {newsWords(plan).map((words) => (
                <p key={words}>{words}</p>
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </Block>
  );
}
