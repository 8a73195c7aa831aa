import type { ClassView, ExerciseView } from '@cifra/contract';
import {
  annotate, chartId, chartNotes, chartPart, derivePart, explain, type Fact, type Instrument, INSTRUMENTS, type InstrumentId, letterName, midi, notesUsed, type Part, realize, SCHOOL_CHOICES, schoolsOf, SECTIONS, STAGES, taughtAs,
  type Teaching, trailFacts,
} from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { STAGE_WORDS } from '@cifra/contract/words';
import { LoaderCircle, Printer, Volume2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { download } from '../api/request';
import { useClasses, useShelf } from '../api/resources';
import { useChartPages } from '../engraving/useEngraving';
import { useFigures } from '../figures/loadFigures';
import { useTeaching } from '../school/teaching';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { useNotice } from '../ui/Notices';
import { Sheet } from '../ui/Sheet';
import { Failure, StaffSkeleton } from '../ui/States';
import { choiceWords, SCHOOL_QUESTION_WORDS } from '../words/schoolWords';
import { octaveName } from '../words/noteLabel';
import { CAUTION_WORDS, SECTION_WORDS } from '../words/sectionWords';
import { TrailList } from '../parts/TrailList';
import { type ChartAddress, FIGURE_SCHOOL, readChartAddress, writeChartAddress } from './chartAddress';
import { playNote } from './playNote';

/** Opens what charts need: the class for its schools, the shelf for the notes of an exercise. */
export function Charts() {
  const classes = useClasses();
  const shelf = useShelf();
  const { instrument, note } = useParams();
  const [query] = useSearchParams();
  const group = classes.data?.[0];
  const address = readChartAddress(instrument, note, query);
  if (classes.error !== undefined && group === undefined) return <Failure title="The charts could not be opened" detail={classes.error.message} onRetry={() => void classes.mutate()} />;
  if (group === undefined) return <div className="p-10"><StaffSkeleton label="Opening the charts" /></div>;
  if (address.instrument === undefined) return <Navigate to={writeChartAddress(group.instruments[0] ?? 'flute', undefined, address)} replace />;
  return <OpenChart key={address.instrument} id={address.instrument} address={address} group={group} shelf={shelf.data ?? []} />;
}

/** How the chart's notes are taught: as the class is, but for what the address looks at. */
function useChartTeaching(id: InstrumentId, { stage, school }: ChartAddress, group: ClassView): Teaching {
  const taught = useTeaching(group);
  return useMemo(() => {
    const question = FIGURE_SCHOOL[id];
    const known = question !== undefined && (SCHOOL_CHOICES[question] as readonly string[]).includes(school ?? '');
    return { schools: schoolsOf(taught.schools, known ? { [question]: school } : {}), stage: stage ?? taught.stage };
  }, [id, stage, school, taught]);
}

/** The page of the instrument in an exercise, whose notes alone are shown. */
const pageOf = (instrument: Instrument, exercise: ExerciseView | undefined, teaching: Teaching): Part | undefined =>
  (exercise === undefined ? undefined : derivePart(realize(exercise.document), instrument, exercise.document.owner, exercise.document.partChoices[instrument.id] ?? {}, teaching));

function OpenChart({ id, address, group, shelf }: { readonly id: InstrumentId; readonly address: ChartAddress; readonly group: ClassView; readonly shelf: readonly ExerciseView[] }) {
  const navigate = useNavigate();
  const notice = useNotice();
  const [busy, setBusy] = useState(false);
  const figures = useFigures([id]);
  const teaching = useChartTeaching(id, address, group);
  const instrument = taughtAs(id, teaching.schools);
  const exercise = shelf.find((e) => e.id === address.exercise);
  const notes = useMemo(() => {
    const page = pageOf(instrument, exercise, teaching);
    return page === undefined ? { list: chartNotes(instrument, teaching.stage), clef: undefined } : { list: notesUsed(page), clef: page.decisions.clef.clef };
  }, [instrument, exercise, teaching]);
  const question = FIGURE_SCHOOL[id];
  const go = (change: Partial<ChartAddress>, note?: string) => void navigate(writeChartAddress(id, note, { ...address, ...change }), { replace: note !== undefined });
  useEffect(() => {
    document.title = `${instrumentTitle(instrument)}, chart · Cifra`;
    return () => { document.title = 'Cifra'; };
  }, [instrument]);
  const print = async () => {
    setBusy(true);
    const query = new URLSearchParams({ class: group.id, paper: group.paper, stage: teaching.stage, ...(exercise === undefined ? {} : { exercise: exercise.id }) });
    try {
      await download(`/api/charts/${id}.pdf?${query.toString()}`);
    } catch (e) {
      notice(`The chart could not be made. ${(e as Error).message}`, { tone: 'warning', action: { label: 'Try again', run: () => void print() } });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="text-[20px]">{instrumentTitle(instrument)}</h1>
        <div className="ml-auto flex flex-wrap items-end gap-2.5">
          <SelectField id="chart-notes" label="Notes" hideLabel className="w-48" value={exercise === undefined ? teaching.stage : `exercise ${exercise.id}`} onChange={(e) => {
            const { value } = e.target;
            if (value.startsWith('exercise ')) go({ exercise: value.slice('exercise '.length) });
            else go({ exercise: undefined, stage: STAGES.find((s) => s === value) });
          }}>
            <optgroup label="How far">{STAGES.map((s) => <option key={s} value={s}>{STAGE_WORDS[s]}</option>)}</optgroup>
            {shelf.length > 0 && <optgroup label="Only the notes of">{shelf.map((e) => <option key={e.id} value={`exercise ${e.id}`}>{e.title}</option>)}</optgroup>}
          </SelectField>
          {question !== undefined && (
            <SelectField id="chart-school" label={SCHOOL_QUESTION_WORDS[question]} hideLabel className="w-52" value={teaching.schools[question]} onChange={(e) => go({ school: e.target.value })}>
              {SCHOOL_CHOICES[question].map((c) => <option key={c} value={c}>{SCHOOL_QUESTION_WORDS[question]}: {choiceWords(question, c)}</option>)}
            </SelectField>
          )}
          <Button kind="primary" disabled={busy} onClick={() => void print()} icon={busy ? <LoaderCircle size={16} aria-hidden className="animate-spin" /> : <Printer size={16} aria-hidden />}>{busy ? 'Making the chart …' : 'Get the chart to print'}</Button>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <ChartInstruments chosen={id} group={group} onChoose={(to) => void navigate(writeChartAddress(to, undefined, { stage: address.stage, exercise: address.exercise, school: undefined }))} />
        <div className="min-w-0 bg-desk max-md:shrink-0 md:min-h-0 md:flex-1 md:overflow-y-auto" aria-label="Chart" role="region">
          <ChartSheets instrument={instrument} notes={notes} teaching={teaching} exercise={exercise} group={group} chosen={address.note} onChoose={(slug) => go({}, slug)} />
        </div>
        <aside aria-label="The chosen note" className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l">
          {figures.error !== undefined ? <Failure title="The figures did not come" detail={figures.error.message} onRetry={figures.retry} />
            : figures.ready && <ChosenNote instrument={instrument} notes={notes} teaching={teaching} chosen={address.note} />}
          <section className="border-t border-line px-4 py-4 text-[13px] text-secondary">
            <h2 className="mb-1 font-sans font-semibold">Mind</h2>
            <ul className="space-y-1">{instrument.cautions.map((c) => <li key={c}>{CAUTION_WORDS[c]}</li>)}</ul>
          </section>
        </aside>
      </div>
    </>
  );
}

interface ChartNotes {
  readonly list: ReturnType<typeof chartNotes>;
  readonly clef: Part['decisions']['clef']['clef'] | undefined;
}

interface ChartSheetsProps {
  readonly instrument: Instrument;
  readonly notes: ChartNotes;
  readonly teaching: Teaching;
  readonly exercise: ExerciseView | undefined;
  readonly group: ClassView;
  readonly chosen: ChartAddress['note'];
  readonly onChoose: (slug: string) => void;
}

function ChartSheets({ instrument, notes, teaching, exercise, group, chosen, onChoose }: ChartSheetsProps) {
  const { data, error, mutate } = useChartPages({ instrument: instrument.id, notes: notes.list, clef: notes.clef, teaching, paper: group.paper, of: exercise === undefined ? { stage: teaching.stage } : { exercise: exercise.title } });
  if (error !== undefined) return <Failure title="This chart could not be engraved" detail="Try again, or choose another instrument." onRetry={() => void mutate()} />;
  if (data === undefined) return <div className="mx-auto mt-5 max-w-[52rem] bg-white p-12 shadow-sm"><StaffSkeleton systems={4} label="Engraving the chart" /></div>;
  const same = notes.list.find((n) => chosen !== undefined && midi(n) === midi(chosen));
  return (
    <div className="mx-auto max-w-[52rem] space-y-5 p-2 md:p-5">
      {data.map((page, i) => <Sheet key={i} page={page} chosen={same === undefined ? undefined : chartId(same)} onChoose={(id) => onChoose(id.replace(/^k-/, ''))} className="bg-white shadow-sm" />)}
    </div>
  );
}

/** What is true of a note only where it stands in a line. */
const OF_A_PASSAGE: readonly Fact['kind'][] = ['place', 'value', 'count', 'signature', 'accidental', 'reach'];

/** The reasons of one note, and its sound. */
function ChosenNote({ instrument, notes, teaching, chosen }: { readonly instrument: Instrument; readonly notes: ChartNotes; readonly teaching: Teaching; readonly chosen: ChartAddress['note'] }) {
  const note = chosen === undefined ? undefined : (notes.list.find((n) => midi(n) === midi(chosen)) ?? chosen);
  const part = useMemo(() => (note === undefined ? undefined : chartPart(instrument, [note], teaching, notes.clef)), [instrument, note, teaching, notes.clef]);
  const annotations = useMemo(() => (part === undefined ? undefined : annotate(part, { alone: true })), [part]);
  const said = part === undefined || annotations === undefined || note === undefined ? undefined : annotations.get(chartId(note));
  useEffect(() => {
    // Sound is allowed only after a touch or a key: an address that was opened from outside stays silent.
    if (said !== undefined && navigator.userActivation?.isActive === true) void playNote(said.concert);
  }, [said]);
  if (part === undefined || annotations === undefined || note === undefined || said === undefined) {
    return <section className="px-4 py-4 text-[13px] text-secondary"><h2 className="mb-1 font-sans font-semibold">Why this figure?</h2>Choose a note of the chart: it sounds, and its reasons stand here.</section>;
  }
  return (
    <section aria-live="polite" className="px-4 py-4">
      <div className="mb-3 flex items-center justify-between gap-2">
        <h2 className="text-[17px]">{octaveName(note)}{said.name === letterName(note) ? '' : ` (${said.name})`}</h2>
        <Button onClick={() => void playNote(said.concert)} icon={<Volume2 size={15} aria-hidden />}>Play it</Button>
      </div>
      <TrailList facts={trailFacts(explain(part, annotations, chartId(note))).filter((f) => !OF_A_PASSAGE.includes(f.kind))} schools={teaching.schools} />
    </section>
  );
}

function ChartInstruments({ chosen, group, onChoose }: { readonly chosen: InstrumentId; readonly group: ClassView; readonly onChoose: (id: InstrumentId) => void }) {
  const row = (i: Instrument) => (
    <li key={i.id}>
      <button type="button" aria-current={i.id === chosen ? 'true' : undefined} onClick={() => onChoose(i.id)} className={`block w-full truncate border-l-[3px] py-1.5 pr-3 pl-[15px] text-left ${i.id === chosen ? 'border-accent bg-white font-semibold' : 'border-transparent hover:bg-desk'}`}>
        {i.name}{group.instruments.includes(i.id) && <span className="ml-1.5 text-accent" title="in the class"><span aria-hidden>•</span><span className="sr-only">, in the class</span></span>}
      </button>
    </li>
  );
  return (
    <>
      <div className="border-b border-line bg-panel p-3 md:hidden">
        <SelectField id="chart-instrument" label="Instrument" value={chosen} onChange={(e) => onChoose(e.target.value as InstrumentId)}>
          {INSTRUMENTS.map((i) => <option key={i.id} value={i.id}>{i.name}</option>)}
        </SelectField>
      </div>
      <nav aria-label="Instruments" className="w-[12.75rem] shrink-0 overflow-y-auto border-r border-line bg-panel py-2 max-md:hidden">
        {SECTIONS.map((section) => (
          <div key={section} className="mb-1.5">
            <h2 className="px-4 pt-1.5 pb-0.5 font-sans text-[12.5px] font-semibold text-secondary">{SECTION_WORDS[section]}</h2>
            <ul>{INSTRUMENTS.filter((i) => i.section === section).map(row)}</ul>
          </div>
        ))}
      </nav>
    </>
  );
}
