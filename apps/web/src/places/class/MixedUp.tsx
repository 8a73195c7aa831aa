import { instrumentOf, type InstrumentId, parsePitch } from '@cifra/core';
import { octaveName } from '../../words/noteLabel';
import type { ClassRecords } from './useClassRecords';
import { type ClassMixedUp, mixedUp } from './mixedUp';

const MOST_SHOWN = 8;
const named = (text: string): string => octaveName(parsePitch(text));
const howOften = ({ times, pupils }: ClassMixedUp): string =>
  `${times} times${pupils === 1 ? ' by one pupil' : `, by ${pupils} pupils`}`;

/** Which notes pupils take for which in their drills, by instrument; nothing where nothing is mixed up. */
export function MixedUp({ practice }: Pick<ClassRecords, 'practice'>) {
  const all = mixedUp(practice);
  if (all.length === 0) return null;
  const instruments: readonly InstrumentId[] = [...new Set(all.map((m) => m.instrument))];
  return (
    <section aria-labelledby="mixed-up">
      <h2 id="mixed-up" className="mb-2 text-[17px]">
        What is mixed up in drills
      </h2>
      <ul className="grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
        {instruments.map((i) => (
          <li key={i}>
            <span className="text-[13px] text-secondary">{instrumentOf(i).name}, as written</span>
            <ul>
              {all
                .filter((m) => m.instrument === i)
                .slice(0, MOST_SHOWN)
                .map((m) => (
                  <li key={`${m.asked} ${m.said}`}>
                    <strong className="font-semibold">{named(m.asked)}</strong> taken for {named(m.said)}{' '}
                    <span className="text-[13px] text-secondary">{howOften(m)}</span>
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
