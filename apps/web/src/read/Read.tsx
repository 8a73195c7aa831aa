import type { ClassView, ExerciseView } from '@cifra/contract';
import {
  annotate, barRelations, countIn, filledQuarters, type InstrumentId, isInstrumentId, knownNotes, lineFacts, meterText, notesOf, openingOf, PagePlan, type Part, partOf, placeMeasures, readingPlan, troubleSpots,
} from '@cifra/core';
import { CAUSE_WORDS, lookFirstSentence, signatureSentence } from '@cifra/engrave';
import { useEffect, useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useFigures } from '../figures/loadFigures';
import { OpenExercise } from '../place/OpenExercise';
import { useTeaching } from '../school/teaching';
import { SelectField } from '../ui/Field';
import { Empty, Failure, StaffSkeleton } from '../ui/States';
import { exerciseCaption } from '../words/caption';
import { todayIso } from '../words/pageWords';
import { lengthWords, playedWords, relationWords } from '../words/readingWords';

/** Spots that are named for an instrument. */
const SPOTS = 5;

/** Opens the line and the class that it is read for. */
export const Read = () => (
  <OpenExercise what="line">
    {(exercise, group) => (notesOf(exercise.document.source).length === 0
      ? <Empty title="Nothing is written yet"><p>Write the line first; then it can be read. <Link to={`/exercises/${exercise.id}/write`} className="text-accent underline">Write it now</Link></p></Empty>
      : <OpenRead key={exercise.id} exercise={exercise} group={group} />)}
  </OpenExercise>
);

function OpenRead({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const { instrument } = useParams();
  const navigate = useNavigate();
  const teaching = useTeaching(group);
  const figures = useFigures(group.instruments);
  const chosen: InstrumentId = instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument) ? instrument : (group.instruments[0] ?? 'flute');
  useEffect(() => {
    document.title = `${exercise.title}, read · Cifra`;
    return () => { document.title = 'Cifra'; };
  }, [exercise.title]);
  const part = useMemo(() => (figures.ready ? partOf(exercise.document, chosen, teaching) : undefined), [exercise.document, chosen, teaching, figures.ready]);
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="truncate text-[20px]">{exercise.title}</h1>
        <p className="truncate text-[13px] text-secondary">{exerciseCaption(exercise.document)}</p>
        <SelectField id="read-for" label="Read it for" hideLabel className="ml-auto w-56" value={chosen} onChange={(e) => void navigate(`/exercises/${exercise.id}/read/${e.target.value}`, { replace: true })}>
          {group.instruments.map((i) => <option key={i} value={i}>for the {partOf(exercise.document, i, teaching).instrument.name.toLowerCase()}</option>)}
        </SelectField>
      </header>
      <div tabIndex={0} role="region" aria-label="What is in the line" className="min-h-0 flex-1 overflow-y-auto bg-desk">
        <div className="mx-auto max-w-4xl space-y-5 p-3 md:p-5">
          {figures.error !== undefined ? <Failure title="The figures did not come" detail={figures.error.message} onRetry={figures.retry} />
            : part === undefined ? <div className="bg-white p-8"><StaffSkeleton systems={2} label="Reading the line" /></div> : <Reading part={part} group={group} />}
        </div>
      </div>
    </>
  );
}

const BLOCK = 'bg-white px-6 py-5 shadow-sm';

function Reading({ part, group }: { readonly part: Part; readonly group: ClassView }) {
  const plan = useMemo(() => new PagePlan(part, annotate(part), group.page, { today: todayIso(), known: knownNotes(group.known)[part.instrument.id] }), [part, group]);
  return (
    <>
      <LookFirst plan={plan} />
      <BarMap part={part} />
      <Trouble plan={plan} />
    </>
  );
}

/** What is looked at before the first note. */
function LookFirst({ plan }: { readonly plan: PagePlan }) {
  const { part } = plan;
  const facts = useMemo(() => lineFacts(part.concert), [part]);
  const { meter, clef } = openingOf(part.score);
  const first = part.concert.measures[0];
  const look = lookFirstSentence(plan);
  const rows: readonly (readonly [string, string])[] = [
    ['clef', `${clef} clef`], ['signature', signatureSentence(part.decisions.key.fifths)], ['meter', `${meterText(meter)}, counted in ${countIn(meter, facts.pickup && first !== undefined ? filledQuarters(first) : undefined).join(' ')}`],
    ['length', `${facts.bars} ${facts.bars === 1 ? 'bar' : 'bars'}${facts.pickup ? ' and a pickup' : ''}, ${lengthWords(facts.seconds)}`], ['played', playedWords(facts)],
    ...(facts.dynamics.length === 0 ? [] : [['dynamics', facts.dynamics.join(', ')] as const]), ...(look === undefined ? [] : [['watch', look] as const]),
  ];
  return (
    <section className={BLOCK}>
      <h2 className="mb-3 text-[19px]">Look first</h2>
      <dl className="grid grid-cols-[6rem_1fr] gap-x-4 gap-y-1.5">
        {rows.map(([term, text]) => <div key={term} className="contents"><dt className="text-secondary">{term}</dt><dd>{text}</dd></div>)}
      </dl>
    </section>
  );
}

/** Phrases of four stand under each other. */
const TILES = 4;

/** Bars as tiles: a letter for each bar that is learned, the same letter where it comes again. */
function BarMap({ part }: { readonly part: Part }) {
  const { tiles, steps } = useMemo(() => {
    const placed = placeMeasures(part.concert);
    const relations = barRelations(part.concert);
    const nameOf = (i: number): string => (placed[i]?.measure.pickup === true ? 'pickup' : String(placed[i]?.number ?? ''));
    return {
      tiles: placed.map((p, i) => ({ index: i, name: nameOf(i), opens: p.measure.pickup !== true && (p.number - 1) % TILES === 0, relation: relations[i] ?? { kind: 'new' as const }, words: relationWords(relations[i] ?? { kind: 'new' }, nameOf) })),
      steps: readingPlan(part.concert).map((s) => ({ ...s, name: nameOf(s.bar), again: s.with.map(nameOf) })),
    };
  }, [part]);
  const repeating = steps.filter((s) => s.again.length > 0);
  return (
    <section className={BLOCK}>
      <h2 className="mb-3 text-[19px]">What comes again</h2>
      <ol className="grid grid-cols-4 gap-1.5" aria-label="Bars of the line">
        {tiles.map((t) => (
          <li key={t.index} className={`rounded border px-3 py-2 ${t.opens ? 'col-start-1' : ''} ${t.relation.kind === 'same' ? 'border-accent bg-accent-soft' : t.relation.kind === 'new' ? 'border-[#8a97ab] bg-white' : 'border-line bg-band'}`}>
            <span className="block font-semibold tabular-nums">{t.name}</span>
            <span className="block truncate text-[12.5px] text-secondary">{t.words}</span>
          </li>
        ))}
      </ol>
      <p className="mt-3">
        {repeating.length === 0 ? 'No bar comes again as it is.'
          : repeating.map((s) => `Learn bar ${s.name} once: ${s.again.length === 1 ? `bar ${s.again[0]} is the same` : `bars ${s.again.join(', ')} are the same`}.`).join(' ')}
      </p>
      <p className="text-secondary">{steps.length} of {tiles.length} {tiles.length === 1 ? 'bar is' : 'bars are'} to be learned.</p>
    </section>
  );
}

/** The places that are likeliest to go wrong on this instrument, with the reasons. */
function Trouble({ plan }: { readonly plan: PagePlan }) {
  const spots = useMemo(() => troubleSpots(plan.changes, plan.annotations, SPOTS), [plan]);
  return (
    <section className={BLOCK}>
      <h2 className="mb-3 text-[19px]">Where it will go wrong</h2>
      {spots.length === 0 ? <p>No change in this line is hard on the {plan.part.instrument.name.toLowerCase()}.</p> : (
        <ol className="space-y-2">
          {spots.map((s) => (
            <li key={`${s.from} ${s.to}`} className="flex gap-4">
              <span className="w-20 shrink-0 text-secondary">{s.measure === 0 ? 'pickup' : `bar ${s.measure}`}</span>
              <span><strong className="font-semibold">{plan.annotations.get(s.from)?.name} to {plan.annotations.get(s.to)?.name}</strong>: {[...new Set(s.causes.slice(0, 3).map((c) => CAUSE_WORDS[c.cause]))].join(', ')}</span>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
