import type { SentencesDto } from '@cifra/contract';
import {
  countIn,
  filledQuarters,
  lineFacts,
  lineSigns,
  systemsOfPage,
  lineValues,
  type LookSheet as Sheet,
  lookSheet,
  meterText,
  type NoteUsed,
  openingOf,
  type PagePlan,
  placeMeasures,
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

/** What every player of the line shares: meter, values, order, length, signs. */
export function sharedRows({ part }: PagePlan): readonly (readonly [string, ReactNode])[] {
  const facts = lineFacts(part.concert);
  const { meter, count } = openingOf(part.score);
  const first = part.concert.measures[0];
  const names = part.teaching.conventions.rhythmNames;
  const values = lineValues(part.concert);
  const ties = tiedSums(part.concert);
  const lines = (systemsOfPage(part.concert, 0).at(-1) ?? 0) + 1;
  const pickup = facts.pickup && first !== undefined ? filledQuarters(first) : undefined;
  return [
    ['meter', `${meterText(meter)}: ${meterWords(meter, count, names)}`],
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
      `${countIn(meter, count, pickup).words.join(' ')}${facts.pickup ? ', then the pickup: it is borrowed from the last bar' : ', then the first bar is full'}`,
    ],
    [
      'length',
      `${lines} ${lines === 1 ? 'line' : 'lines'}, ${facts.bars} ${facts.bars === 1 ? 'bar' : 'bars'}${facts.pickup ? ' and a pickup' : ''}; ${facts.played.filter((n, i, all) => n > 0 && (i === 0 || n !== all[i - 1])).length} bars played, ${lengthWords(facts.seconds)}`,
    ],
    ['played', playedWords(facts)],
  ];
}

/** Words and signs, each explained once. */
export function SignList({ plan }: { readonly plan: PagePlan }) {
  const signs = useMemo(() => lineSigns(plan.part.score), [plan]);
  if (signs.length === 0) return <p>No signs or words besides the notes.</p>;
  const placed = placeMeasures(plan.part.score);
  return (
    <dl className="grid grid-cols-[11rem_1fr_4rem] gap-x-4 gap-y-1 max-sm:grid-cols-1">
      {signs.map((s) => {
        const { name, meaning } = signWords(s);
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
  { clef, lines, spaces, fifths }: Sheet,
  sentences: SentencesDto,
): readonly (readonly [string, ReactNode])[] {
  return [
    ['clef', `${clef} clef`],
    ['lines', staffRow(lines, sentences[clef]?.lines)],
    ['spaces', staffRow(spaces, sentences[clef]?.spaces)],
    ['signature', signatureSentence(fifths)],
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
                {(sheet.against?.letters ?? []).map((l) => (
                  <p key={l.letter}>{againstWords(l, fingerCount)}</p>
                ))}
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
        <SignList plan={plan} />
      </Block>
    </div>
  );
}
