import type { ClassView, ExerciseView } from '@cifra/contract';
import { beatQuarters, type InstrumentId, isInstrumentId, knownNotes, type PageSetup, placeMeasures, planPages, quartersAMinute, taughtAs, type Tempo, toNumber } from '@cifra/core';
import { instrumentTitle, pageName } from '@cifra/engrave';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useFigures } from '../figures/loadFigures';
import { OpenExercise } from '../place/OpenExercise';
import { useTeaching } from '../school/teaching';
import { SelectField } from '../ui/Field';
import { todayIso } from '../words/pageWords';
import { Ladder } from './Ladder';
import { keepRungs, type Rung, RUNG_SETUP, tickedRungs } from './rungs';
import { Pieces } from './Pieces';
import { PlayBar } from './PlayBar';
import { PartStrip } from './PartStrip';
import { clampPercent, TEMPO_STEP } from './tempoRange';
import { usePlayer } from './usePlayer';

/** Opens the line and the class that practises it. */
export const Practise = () => (
  <OpenExercise what="line" then="then it can be practised.">
    {(exercise, group) => <OpenPractise key={exercise.id} exercise={exercise} group={group} />}
  </OpenExercise>
);

const FULL = 100;

function OpenPractise({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const { instrument } = useParams();
  const navigate = useNavigate();
  const teaching = useTeaching(group);
  const figures = useFigures(group.instruments);
  const id: InstrumentId = instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument) ? instrument : (group.instruments[0] ?? 'flute');
  const [percent, setPercent] = useState(FULL);
  const [bars, setBars] = useState<{ readonly from: number; readonly to: number }>();
  const [again, setAgain] = useState(false);
  const [heard, setHeard] = useState({ part: true, metronome: true, countIn: true, subdivide: false, repeats: true });
  const [rung, setRung] = useState<Rung>();
  const [ticked, setTicked] = useState<readonly Rung[]>(() => tickedRungs(exercise.id, id));
  useEffect(() => setTicked(tickedRungs(exercise.id, id)), [exercise.id, id]);
  useEffect(() => {
    document.title = `${exercise.title}, practised · Cifra`;
    return () => { document.title = 'Cifra'; };
  }, [exercise.title]);

  const known = knownNotes(group.known)[id];
  const page = useMemo((): PageSetup => {
    const setup = rung === undefined ? undefined : RUNG_SETUP[rung];
    const rows = setup?.rows?.map((row) => ({ row, fade: 'every' as const }));
    return { ...group.page, repeats: 'folded', strip: false, legend: false, slurs: setup?.slurs ?? group.page.slurs, ...(rows === undefined ? {} : { rows: { woodwind: rows, brass: rows } }) };
  }, [group.page, rung]);
  const plan = useMemo(() => (figures.ready ? planPages(exercise.document, id, teaching, page, { today: todayIso(), known })[0] : undefined), [exercise.document, id, teaching, page, known, figures.ready]);
  const options = useMemo(() => ({ speed: percent / FULL, repeats: heard.repeats && bars === undefined, countIn: heard.countIn, subdivide: heard.subdivide, ...(bars === undefined ? {} : { bars }) }), [percent, heard.repeats, heard.countIn, heard.subdivide, bars]);
  const mix = useMemo(() => ({ part: heard.part, metronome: heard.metronome }), [heard.part, heard.metronome]);
  const player = usePlayer(plan?.part, options, mix, again);
  const { playing, play, stop } = player;

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLElement && e.target.closest('input, select, button, textarea, [role=slider]') !== null && e.key === ' ') return;
      if (e.key === ' ') {
        e.preventDefault();
        if (playing) stop();
        else void play();
      } else if (e.key === '+' || e.key === '-') setPercent((p) => clampPercent(p + (e.key === '+' ? TEMPO_STEP : -TEMPO_STEP)));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [playing, play, stop]);

  const takeRung = (to: Rung | undefined) => {
    setRung(to);
    if (to === undefined) return;
    setPercent(RUNG_SETUP[to].percent);
    setHeard((h) => ({ ...h, part: RUNG_SETUP[to].part, metronome: true }));
  };
  const tick = (r: Rung, on: boolean) => {
    const now = on ? [...ticked, r] : ticked.filter((t) => t !== r);
    setTicked(now);
    keepRungs(exercise.id, id, now);
  };
  const beats = useMemo(() => tempoOf(exercise), [exercise]);
  return (
    <>
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="truncate text-[20px]">{exercise.title}</h1>
        <p className="text-[13px] text-secondary max-md:hidden">{instrumentTitle(taughtAs(id, teaching.schools))}</p>
        <SelectField id="practise-for" label="Practise it on" hideLabel className="ml-auto w-56" value={id} onChange={(e) => void navigate(`/exercises/${exercise.id}/practise/${e.target.value}`, { replace: true })}>
          {group.instruments.map((i) => <option key={i} value={i}>on the {taughtAs(i, teaching.schools).name.toLowerCase()}</option>)}
        </SelectField>
      </header>
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <PartStrip request={{ exercise: exercise.document, instrument: id, teaching, page, today: todayIso(), paper: group.paper, ...(known === undefined ? {} : { known }) }} sounding={player.note === undefined ? undefined : pageName(0, player.note)} count={player.count} failed={figures.error} onRetry={figures.retry} />
        <aside aria-label="How it is practised" className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l">
          <Ladder rung={rung} ticked={ticked} onRung={takeRung} onTick={tick} />
          {plan !== undefined && <Pieces plan={plan} bars={bars} again={again} onBars={(b, loop) => { setBars(b); setAgain(loop); }} />}
        </aside>
      </div>
      <PlayBar player={player} percent={percent} beats={beats} heard={heard} again={again} onPercent={(p) => setPercent(clampPercent(p))} onHeard={setHeard} onAgain={setAgain} ready={plan !== undefined} />
    </>
  );
}

/** The line's own speed: so many felt beats a minute in its first bar. */
function tempoOf({ document }: ExerciseView): number {
  const [first] = placeMeasures(document.source);
  const tempo: Tempo | undefined = first?.measure.tempo;
  return first === undefined ? 0 : quartersAMinute(tempo, first.meter) / toNumber(beatQuarters(first.meter));
}
