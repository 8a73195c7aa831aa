import { signatureWords } from '@cifra/contract/words';
import { changeNames, lookSheet, type LookSheet, type PagePlan } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { keyName } from '../../words/caption';
import { ALTER_WORDS } from '../../words/lookWords';
import { octaveName } from '../../words/noteLabel';
import { barName, list } from '../../words/spoken';
import { Block, Terms } from '../../lookFirst/Block';
import { PrintButton, sharedRows, SignList } from '../../lookFirst/LookSheet';

interface Props {
  readonly plans: readonly PagePlan[];
  readonly usual: number;
  readonly addressOf: (plan: PagePlan) => string;
}

/** The signatures of a page in their order: `one flat, from bar 9 no sharps or flats`. */
const keysWords = ({ keys: [first, ...later] }: LookSheet): string =>
  [signatureWords(first.fifths), ...later.map((k) => `from ${barName(k.bar)} ${signatureWords(k.fifths)}`)].join(', ');

/** What the whole class shares, and what each instrument has to look at. */
export function ClassLook({ plans, usual, addressOf }: Props) {
  const [lead] = plans;
  const rows = useMemo(() => plans.map((plan) => ({ plan, sheet: lookSheet(plan, usual) })), [plans, usual]);
  if (lead === undefined) return null;
  const keys = lead.part.concert.measures.flatMap((m) => m.key ?? []).map(keyName);
  return (
    <div className="space-y-5 print:space-y-1">
      <Block title="Look first: the whole class" aside={<PrintButton what="this sheet" />}>
        <Terms
          rows={[...(keys.length === 0 ? [] : [['sounds in', keys.join(', then ')] as const]), ...sharedRows(lead)]}
        />
      </Block>
      <Block title="Each instrument">
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-left">
            <thead>
              <tr className="border-b border-line text-[13px] text-secondary">
                <th className="py-1.5 pr-4 font-medium">instrument</th>
                <th className="py-1.5 pr-4 font-medium">reads</th>
                <th className="py-1.5 pr-4 font-medium">other than usual</th>
                <th className="py-1.5 pr-4 font-medium">new notes</th>
                <th className="py-1.5 font-medium">hardest place</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ plan, sheet }) => {
                const fresh = sheet.notes.filter((n) => n.isNew);
                const [spot] = plan.hardest;
                return (
                  <tr key={plan.part.instrument.id} className="border-b border-line align-top last:border-0">
                    <th className="py-2 pr-4 font-semibold">
                      <Link to={addressOf(plan)} className="hover:text-accent">
                        {instrumentTitle(plan.part.instrument)}
                      </Link>
                    </th>
                    <td className="py-2 pr-4">
                      {sheet.clef} clef, {keysWords(sheet)}
                    </td>
                    <td className="py-2 pr-4">
                      {sheet.against.kind === 'no-signature' ? (
                        'signs at the notes'
                      ) : sheet.against.letters.length === 0 ? (
                        <span className="text-secondary">nothing</span>
                      ) : (
                        list(sheet.against.letters.map((l) => `${l.letter} ${ALTER_WORDS[l.is] ?? ''}`))
                      )}
                    </td>
                    <td className={`py-2 pr-4 ${fresh.length > 0 ? 'text-fresh' : 'text-secondary'}`}>
                      {fresh.length === 0 ? 'none' : fresh.map((n) => octaveName(n.written)).join(', ')}
                    </td>
                    <td className="py-2">
                      {spot === undefined ? (
                        <span className="text-secondary">none</span>
                      ) : (
                        `${barName(spot.measure)}, ${changeNames(spot, plan.annotations).join(' to ')}`
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </Block>
      <Block title="Words and signs">
        <SignList plans={[lead, ...plans.slice(1)]} />
      </Block>
    </div>
  );
}
