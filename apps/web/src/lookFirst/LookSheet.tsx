import type { SentencesDto } from '@cifra/contract';
import {
  countIn,
  filledQuarters,
  lineFacts,
  lineSigns,
  lineValues,
  type LookSheet as Sheet,
  lookSheet,
  meterText,
  type NoteUsed,
  openingOf,
  type PagePlan,
  placeMeasures,
  type Rational,
  tiedSums,
} from '@cifra/core';
import { instrumentTitle, lookFirstSentence, signatureSentence } from '@cifra/engrave';
import { Printer } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { Button } from '../ui/Button';
import {
  againstSentence,
  againstWords,
  figureOnLine,
  lookalikeWords,
  meterWords,
  tieWords,
  valueWords,
} from '../words/lookWords';
import { octaveName } from '../words/noteLabel';
import { lengthWords, playedWords } from '../words/readingWords';
import { signWords } from '../words/signWords';
import { barName, list } from '../words/spoken';
import { Block, Terms } from './Block';

interface Props {
  readonly plan: PagePlan;
  readonly usual: number;
  readonly sentences: SentencesDto;
}

export const PrintButton = ({ what }: { readonly what: string }) => (
  <Button className="h-8" icon={<Printer size={15} aria-hidden />} onClick={() => window.print()}>
    Print {what}
  </Button>
);

/** Letters of lines and spaces, with the teacher's own sentence where there is one. */
const staffRow = (letters: readonly string[], sentence: string | undefined): string =>
  `${letters.join(' ')}${sentence === undefined ? '' : `: ${sentence}`}`;

/** Whether a number of counts can be said to a class: halves, thirds and quarters can. */
const isSayable = ({ d }: Rational): boolean => d <= 4;

const barsCount = (n: number): string => `${n} ${n === 1 ? 'bar' : 'bars'}`;

/** What holds from the beginning, and what from later bars on. */
function FromBars({ rows }: { readonly rows: readonly (readonly [bar: number, text: string])[] }) {
  return (
    <ul>
      {rows.map(([bar, text], i) => (
        <li key={bar}>{i === 0 ? text : `from ${barName(bar)}: ${text}`}</li>
      ))}
    </ul>
  );
}

/** What every player of the line shares: meter, values, order, length, signs. */
export function sharedRows({ part }: PagePlan): readonly (readonly [string, ReactNode])[] {
  const facts = lineFacts(part.concert);
  const { meter, count } = openingOf(part.score);
  const placed = placeMeasures(part.score);
  const meters = placed.filter((p, i) => i === 0 || meterText(p.meter) !== meterText((placed[i - 1] ?? p).meter));
  const first = part.concert.measures[0];
  const names = part.teaching.conventions.rhythmNames;
  const values = lineValues(part.concert).filter((v) => isSayable(v.counts));
  const ties = tiedSums(part.concert).filter((t) => isSayable(t.counts));
  const pickup = facts.pickup && first !== undefined ? filledQuarters(first) : undefined;
  return [
    [
      'meter',
      <FromBars
        key="meter"
        rows={meters.map((p) => [p.number, `${meterText(p.meter)}: ${meterWords(p.meter, p.count, names)}`])}
      />,
    ],
    [
      'lasts',
      <ul key="lasts">
        {values.map((v) => (
          <li key={valueWords(v, names)}>{valueWords(v, names)}</li>
        ))}
      </ul>,
    ],
    ...(ties.length === 0
      ? []
      : [
          [
            'ties',
            <ul key="ties">
              {ties.map((t) => (
                <li key={tieWords(t, names)}>{tieWords(t, names)}</li>
              ))}
            </ul>,
          ] as const,
        ]),
    [
      'count in',
      `${countIn(meter, count, pickup).words.join(' ')}${facts.isBorrowed ? ', then the pickup: it is borrowed from the last bar' : facts.pickup ? ', then the pickup' : ', then the first bar is full'}`,
    ],
    [
      'length',
      `${barsCount(facts.bars)}${facts.pickup ? ' and a pickup' : ''}; ${barsCount(facts.barsPlayed)} played, ${lengthWords(facts.seconds)}`,
    ],
    ['played', playedWords(facts)],
  ];
}

/** Words and signs, each explained once. */
/** @param plans of all who read the list; they share the line */
export function SignList({ plans }: { readonly plans: readonly [PagePlan, ...PagePlan[]] }) {
  const [plan] = plans;
  const signs = useMemo(() => lineSigns(plan.part.score), [plan]);
  if (signs.length === 0) return <p>No signs or words besides the notes.</p>;
  const placed = placeMeasures(plan.part.score);
  return (
    <dl className="grid grid-cols-[11rem_1fr_4rem] gap-x-4 gap-y-1 max-sm:grid-cols-1">
      {signs.map((s) => {
        const { name, meaning } = signWords(
          s,
          plans.map((p) => p.part.instrument),
        );
        const number = placed[s.index]?.number ?? 0;
        return (
          <div key={`${s.kind} ${s.text ?? ''}`} className="contents">
            <dt className="font-semibold">{name}</dt>
            <dd>{meaning}</dd>
            <dd className="text-secondary tabular-nums">{barName(number)}</dd>
          </div>
        );
      })}
    </dl>
  );
}

function NoteCells({ notes, plan }: { readonly notes: readonly NoteUsed[]; readonly plan: PagePlan }) {
  const { fingerCount } = plan.part.teaching.conventions;
  return (
    <ul className="flex flex-wrap gap-1.5" aria-label="Notes, low to high">
      {notes.map((n) => (
        <li
          key={octaveName(n.written)}
          className={`min-w-16 rounded border px-2.5 py-1.5 text-center ${n.isNew ? 'border-fresh bg-fresh-soft' : 'border-line bg-band'}`}
        >
          <span className="block font-semibold tabular-nums">{figureOnLine(n.fingering, fingerCount)}</span>
          <span className="block">{octaveName(n.written)}</span>
          <span className="block text-[12px] text-secondary">{n.isNew ? 'new' : `${n.times}×`}</span>
        </li>
      ))}
    </ul>
  );
}

function headRows(
  { clef, usualClef, lines, spaces, keys }: Sheet,
  sentences: SentencesDto,
): readonly (readonly [string, ReactNode])[] {
  return [
    ['clef', usualClef === undefined ? `${clef} clef` : `${clef} clef, not the usual ${usualClef} clef`],
    ['lines', staffRow(lines, sentences[clef]?.lines)],
    ['spaces', staffRow(spaces, sentences[clef]?.spaces)],
    ['signature', <FromBars key="keys" rows={keys.map((k) => [k.bar, signatureSentence(k.fifths)])} />],
  ];
}

/** What one player looks at before the first note, to be read out or printed. */
export function LookSheet({ plan, usual, sentences }: Props) {
  const sheet = useMemo(() => lookSheet(plan, usual), [plan, usual]);
  const { fingerCount } = plan.part.teaching.conventions;
  const look = lookFirstSentence(plan);
  const fresh = sheet.notes.filter((n) => n.isNew);
  return (
    <div className="space-y-5 print:space-y-1">
      <Block title={`Look first: ${instrumentTitle(plan.part.instrument)}`} aside={<PrintButton what="this sheet" />}>
        <Terms
          rows={[
            ...headRows(sheet, sentences),
            [
              'your usual key',
              <div key="usual">
                {againstSentence(sheet)}
                {sheet.against.kind === 'letters' &&
                  sheet.against.letters.map((l) => <p key={l.letter}>{againstWords(l, fingerCount)}</p>)}
              </div>,
            ],
            ...sharedRows(plan),
            ...(look === undefined ? [] : [['watch', look] as const]),
          ]}
        />
      </Block>
      <Block title="Its notes, low to high">
        <NoteCells notes={sheet.notes} plan={plan} />
        <p className="mt-3">
          {fresh.length === 0 ? 'No note is new.' : `New: ${list(fresh.map((n) => octaveName(n.written)))}.`}
        </p>
      </Block>
      <Block title="Easily mistaken">
        {sheet.lookalikes.length === 0 ? (
          <p>Nothing in this line looks like something else.</p>
        ) : (
          <ul className="space-y-1">
            {sheet.lookalikes.map((l) => (
              <li key={lookalikeWords(l)}>{lookalikeWords(l)}</li>
            ))}
          </ul>
        )}
      </Block>
      <Block title="Words and signs">
        <SignList plans={[plan]} />
      </Block>
    </div>
  );
}
