import {
  type Exercise,
  type InstrumentId,
  instrumentOf,
  isClean,
  type KnownNotes,
  type LadderRung,
  lineTempo,
  type PageSetup,
  partOf,
  placedNotesById,
  planPages,
  type PlaySetup,
  rowsAt,
  RUNG_SETUP,
  rungsInOrder,
  type Teaching,
} from '@cifra/core';
import { pageName, type Paper, readPageName } from '@cifra/engrave';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { type MouseEvent, type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useFigures } from '../figures/loadFigures';
import { FigurePad, pressedForFigure } from '../figurePad/FigurePad';
import { loadTimbre } from '../sound/loadTimbre';
import { timbreOf } from '../sound/timbre';
import { REST_MINUTES, REST_WORDS } from '../words/practiseWords';
import { todayIso } from '../words/pageWords';
import { figureWords } from '../words/spoken';
import { takeRemarks, takeSentence } from '../words/takeWords';
import { CleanRuns } from './CleanRuns';
import { CountLine } from './CountLine';
import { FreePanel } from './FreePanel';
import { Hands } from './Hands';
import { Ladder } from './Ladder';
import { ListenPanel } from '../listen/ListenPanel';
import { PartStrip, type StripSize } from '../player/PartStrip';
import { Pieces, type Chain } from './Pieces';
import { PlayBar } from './PlayBar';
import { preparePlayback } from '../player/playback';
import type { KeptPractice } from './keptPractice';
import { SoundPanel } from './SoundPanel';
import { TunerPanel } from './TunerPanel';
import { usePlayedMinutes } from './usePlayedMinutes';
import { usePlayer } from '../player/usePlayer';
import { usePlayKeys } from './usePlayKeys';
import { usePractice } from './usePractice';
import { type TakeSource, useTake } from '../listen/useTake';
import { useTapTempo } from './useTapTempo';

interface Props {
  /** By which the practice is remembered in this browser. */
  readonly id: string;
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  readonly paper: Paper;
  readonly known: KnownNotes[InstrumentId] | undefined;
  /** Others of the class that can play along. */
  readonly along: readonly InstrumentId[];
  readonly ladder: readonly LadderRung[] | undefined;
  readonly cleanGoal: number | undefined;
  readonly onNews?: (kept: KeptPractice) => void;
  readonly onHandIn?: (recording: Blob | undefined, percent: number, summary: string) => Promise<void>;
  /** Stands under the listening panel. */
  readonly handed?: ReactNode;
  readonly children?: ReactNode;
}

const VIEWS = {
  steps: 'Steps',
  pieces: 'Pieces',
  sound: 'Sound',
  listen: 'Listen',
  tune: 'Tune',
  free: 'Freely',
} as const;
type View = keyof typeof VIEWS;
const isView = (v: string | null): v is View => v !== null && v in VIEWS;
const SECONDS_A_MINUTE = 60;
const FIGURE_ROWS = ['figure', 'diagram'];

/** Everything with which one part is practised: the part large, the player, and one panel at a time. */
export function PracticeScreen({
  id,
  exercise,
  instrument,
  teaching,
  page: setup,
  paper,
  known,
  along,
  ladder,
  cleanGoal,
  onNews,
  onHandIn,
  handed,
  children,
}: Props) {
  const [query, setQuery] = useSearchParams();
  const asked = query.get('do');
  const view: View = isView(asked) ? asked : 'steps';
  /** On a phone the panel stands under the part, and can make room for it. */
  const [folded, setFolded] = useState(false);
  const open = (to: string) => {
    setFolded(false);
    setQuery(
      (before) => {
        const after = new URLSearchParams(before);
        if (to === 'steps') after.delete('do');
        else after.set('do', to);
        return after;
      },
      { replace: true },
    );
  };
  const practice = usePractice(id, instrument, cleanGoal);
  const {
    percent,
    setPercent,
    heard,
    others,
    bars,
    again,
    turns,
    chain,
    rung,
    fade,
    kept,
    keep,
    setup: plain,
  } = practice;
  const figures = useFigures([instrument, ...others]);
  const [chosen, setChosen] = useState<string>();
  const [size, setSize] = useState<StripSize>('stand');
  // Fetched ahead, so that it is there when the network is not; playing asks again, and tells when it did not come.
  useEffect(() => {
    loadTimbre(timbreOf(instrumentOf(instrument))).catch(() => undefined);
  }, [instrument]);

  const page = useMemo((): PageSetup => {
    const rungSetup = rung === undefined ? undefined : RUNG_SETUP[rung];
    const rows = rungSetup?.rows?.map((row) => ({ row, fade: 'every' as const }));
    const faded = (all: PageSetup['rows']['brass']) =>
      fade === undefined ? all : fade === 'none' ? [] : all.map((r) => ({ ...r, fade }));
    return {
      ...setup,
      repeats: 'folded',
      strip: false,
      legend: false,
      slurs: rungSetup?.slurs ?? setup.slurs,
      rows:
        rows === undefined
          ? { woodwind: faded(setup.rows.woodwind), brass: faded(setup.rows.brass) }
          : { woodwind: rows, brass: rows },
    };
  }, [setup, rung, fade]);
  const plan = useMemo(
    () =>
      figures.ready ? planPages(exercise, instrument, teaching, page, { today: todayIso(), known })[0] : undefined,
    [exercise, instrument, teaching, page, known, figures.ready],
  );
  const playingAlong = useMemo(
    () => (figures.ready ? others.map((o) => partOf(exercise, o, teaching, { repeats: 'folded' })) : []),
    [exercise, others, teaching, figures.ready],
  );
  const backingOnly = view === 'free';
  const only = useMemo(() => {
    const step = chain?.build.steps[chain.step];
    return step === undefined || plan === undefined
      ? undefined
      : new Set(
          plan.part.concert.measures
            .flatMap((m) => m.events)
            .slice(step[0], step[1] + 1)
            .map((e) => e.id),
        );
  }, [chain, plan]);
  const play = useMemo(
    (): PlaySetup => ({
      ...plain,
      only,
      ...(backingOnly
        ? {
            heard: { ...plain.heard, part: false, drone: true, bass: true, repeats: false },
            others: [],
            turns: 'none' as const,
            again: true,
          }
        : {}),
    }),
    [plain, only, backingOnly],
  );
  const prepared = useMemo(
    () => (plan === undefined ? undefined : preparePlayback(plan.part, playingAlong, play)),
    [plan, playingAlong, play],
  );

  const takeSetup = useMemo(
    (): PlaySetup => ({
      ...play,
      again: false,
      turns: 'none',
      others: [],
      heard: { ...play.heard, part: false, countIn: true, drone: false, bass: false },
    }),
    [play],
  );
  const beats = useMemo(() => lineTempo(exercise), [exercise]);
  const take = useTake(plan, takeSetup, beats === 0 ? 1 : SECONDS_A_MINUTE / beats / takeSetup.speed);
  const takePlayback = useMemo(
    () => (plan === undefined ? undefined : preparePlayback(plan.part, [], takeSetup).playback),
    [plan, takeSetup],
  );
  const [taking, setTaking] = useState(false);
  const player = usePlayer(taking ? takePlayback : prepared?.playback, () => {
    if (!taking) return;
    setTaking(false);
    void take.finish();
  });
  const { playing, play: start, stop } = player;
  const { forget: forgetTake } = take;
  const atRef = useRef(player.position);
  atRef.current = player.position;

  /** Stopped by hand: a take that was not played to its end is not judged. */
  const halt = useCallback(() => {
    if (taking) {
      setTaking(false);
      forgetTake();
    }
    stop();
  }, [taking, forgetTake, stop]);

  const startTake = async (source: TakeSource) => {
    stop();
    if (await take.begin(source, () => atRef.current())) setTaking(true);
  };
  // The playback of the take is chosen first, then started.
  useEffect(() => {
    if (taking) void start();
  }, [taking, start]);
  useEffect(() => {
    if (taking && view !== 'listen') halt();
  }, [taking, view, halt]);
  const { take: heardTake } = take;
  const { run } = practice;
  const runRef = useRef(run);
  runRef.current = run;
  useEffect(() => {
    if (heardTake !== undefined) runRef.current(isClean(heardTake));
  }, [heardTake]);

  const tapTempo = useTapTempo(beats, setPercent);
  usePlayKeys({ playing, start, halt, setPercent, tapTempo });

  usePlayedMinutes(
    playing,
    useCallback((minutes: number) => keep((k) => ({ ...k, minutes: k.minutes + minutes })), [keep]),
  );
  const [minutesAtStart] = useState(kept.minutes);
  const newsRef = useRef(onNews);
  newsRef.current = onNews;
  useEffect(() => newsRef.current?.(kept), [kept]);

  const placed = useMemo(() => (plan === undefined ? undefined : placedNotesById(plan.part.score)), [plan]);
  const looped = useMemo(() => {
    if (placed === undefined || bars === undefined) return [];
    return [...placed.values()]
      .filter((n) => n.measureIndex >= bars.from && n.measureIndex <= bars.to)
      .filter((n) => only === undefined || only.has(n.note.id))
      .map((n) => pageName(0, n.note.id));
  }, [placed, bars, only]);
  const marks = useMemo(
    () =>
      plan === undefined || heardTake === undefined || view !== 'listen'
        ? []
        : takeRemarks(plan, heardTake).map((r) => ({ name: pageName(0, r.id), mark: r.mark, words: r.words })),
    [plan, heardTake, view],
  );
  const onStretch = (from: string, to: string) => {
    if (placed === undefined) return;
    const [a, b] = [from, to].map((n) => placed.get(readPageName(n).id)?.measureIndex ?? 0).sort((x, y) => x - y);
    practice.takeBars({ from: a ?? 0, to: b ?? 0 }, true);
  };
  const onNote = (name: string) => {
    const note = readPageName(name).id;
    if (plan !== undefined && note !== chosen && !rowsAt(plan.rows, note).some((r) => FIGURE_ROWS.includes(r.row)))
      keep((k) => ({ ...k, peeks: k.peeks + 1 }));
    setChosen(note === chosen ? undefined : note);
  };
  const takeChain = (to: Chain | undefined) => {
    if (to === undefined || plan === undefined) {
      practice.takeBars(undefined, false);
      return;
    }
    const events = plan.part.concert.measures.flatMap((m, i) => m.events.map(() => i));
    const [first, last] = to.build.steps[to.step] ?? [0, 0];
    practice.takeBars({ from: events[first] ?? 0, to: events[last] ?? 0 }, true);
    practice.setChain(to);
  };

  const shown = plan === undefined || player.note === undefined ? undefined : plan.annotations.get(player.note);
  const nextNote = useMemo(() => {
    if (plan === undefined || prepared === undefined) return undefined;
    const { cues } = prepared.sequence;
    const at =
      player.note === undefined ? -1 : cues.findIndex((c) => c.id === player.note && Math.abs(c.at - player.at) < 1e-6);
    const next = cues[at + 1];
    return next === undefined ? undefined : plan.annotations.get(next.id);
  }, [plan, prepared, player.note, player.at]);
  const peeked = chosen === undefined ? undefined : plan?.annotations.get(chosen);
  const large = rung === undefined ? undefined : RUNG_SETUP[rung].large;
  const yours =
    prepared !== undefined &&
    'yours' in prepared.sequence &&
    playing &&
    player.note !== undefined &&
    prepared.sequence.yours.some((y) => player.at >= y.from - 1e-6 && player.at < y.to);
  return (
    <>
      {children}
      <div className="flex min-h-0 flex-1 max-md:flex-col" onClick={freeSpace}>
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {large === 'words' && <CountLine player={player} />}
          {large === 'hands' && plan !== undefined && <Hands plan={plan} note={shown} next={nextNote} />}
          {turns !== 'none' && (
            <p
              role="status"
              className={`shrink-0 border-b border-line py-1.5 text-center text-[17px] font-semibold ${yours ? 'bg-accent text-white' : 'bg-band text-secondary'}`}
            >
              {!playing ? 'Listen first, then answer' : yours ? 'Your turn' : 'Listen'}
            </p>
          )}
          <PartStrip
            size={size}
            request={{
              exercise,
              instrument,
              teaching,
              page,
              today: todayIso(),
              paper,
              ...(known === undefined ? {} : { known }),
            }}
            sounding={
              player.note === undefined
                ? chosen === undefined
                  ? undefined
                  : pageName(0, chosen)
                : pageName(0, player.note)
            }
            count={large === 'words' ? undefined : player.count}
            looped={looped}
            marks={marks}
            failed={figures.error}
            onRetry={figures.retry}
            onStretch={onStretch}
            onNote={onNote}
          />
          {peeked !== undefined && plan !== undefined && (
            <div
              role="status"
              className="flex shrink-0 items-center gap-4 border-t border-line bg-accent-soft px-5 py-2"
            >
              <FigurePad
                instrument={plan.part.instrument}
                conventions={teaching.conventions}
                pressed={pressedForFigure(peeked.fingering.kind === 'playable' ? peeked.fingering.figure : undefined)}
                label="its figure"
                className="h-16 w-28"
              />
              <p>
                <strong className="text-[17px] font-semibold">{peeked.name}</strong>:{' '}
                {peeked.fingering.kind === 'playable'
                  ? figureWords(peeked.fingering.figure, teaching.conventions.fingerCount)
                  : 'no figure'}
              </p>
            </div>
          )}
        </div>
        <aside
          aria-label="How it is practised"
          className={`flex shrink-0 flex-col border-line bg-panel max-md:border-t md:w-[18.75rem] md:border-l ${folded ? '' : 'max-md:h-[40dvh]'}`}
        >
          <Tabs.Root value={view} onValueChange={open} className="flex min-h-0 flex-1 flex-col">
            <div className="flex shrink-0 border-b border-line bg-white px-3">
              <Tabs.List aria-label="What is practised" className="flex min-w-0 flex-1 justify-between overflow-x-auto">
                {Object.entries(VIEWS).map(([name, words]) => (
                  <Tabs.Trigger
                    key={name}
                    value={name}
                    className="border-b-2 border-transparent pt-2 pb-1.5 text-[13px] font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
                  >
                    {words}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <button
                type="button"
                aria-expanded={!folded}
                aria-label={folded ? 'Unfold the panel' : 'Fold the panel, for more of the part'}
                onClick={() => setFolded(!folded)}
                className="ml-2 p-1 text-secondary md:hidden"
              >
                {folded ? <ChevronUp size={18} aria-hidden /> : <ChevronDown size={18} aria-hidden />}
              </button>
            </div>
            <Tabs.Content
              value={view}
              aria-label={VIEWS[view]}
              className={`relative min-h-0 flex-1 overflow-y-auto ${folded ? 'max-md:hidden' : ''}`}
            >
              {view === 'steps' && (
                <>
                  <Ladder
                    rungs={rungsInOrder(ladder)}
                    rung={rung}
                    ticked={kept.rungs}
                    onRung={practice.takeRung}
                    onTick={practice.tick}
                  />
                  <CleanRuns
                    goal={practice.cleanGoal}
                    row={practice.row}
                    percent={percent}
                    stairs={practice.stairs}
                    step={practice.stairStep}
                    onRun={practice.run}
                    onStairs={practice.takeStairs}
                    onStep={practice.setStairStep}
                  />
                  {kept.minutes - minutesAtStart >= REST_MINUTES && (
                    <p role="status" className="px-4 py-3 text-fresh">
                      {REST_WORDS}
                    </p>
                  )}
                </>
              )}
              {plan !== undefined && view === 'pieces' && (
                <Pieces
                  plan={plan}
                  bars={bars}
                  again={again}
                  turns={turns}
                  chain={chain}
                  onBars={practice.takeBars}
                  onTurns={practice.setTurns}
                  onChain={takeChain}
                />
              )}
              {view === 'sound' && (
                <SoundPanel
                  heard={heard}
                  again={again}
                  onAgain={practice.setAgain}
                  along={along.filter((i) => i !== instrument)}
                  others={others}
                  conventions={teaching.conventions}
                  fade={fade}
                  peeks={kept.peeks}
                  size={size}
                  onSize={setSize}
                  onHeard={practice.setHeard}
                  onOthers={practice.setOthers}
                  onFade={practice.setFade}
                />
              )}
              {plan !== undefined && view === 'listen' && (
                <ListenPanel
                  plan={plan}
                  state={take}
                  recording={take.recording}
                  onTake={(s) => void startTake(s)}
                  onForget={take.forget}
                  onHandIn={
                    onHandIn === undefined
                      ? undefined
                      : (r) => onHandIn(r, percent, take.take === undefined ? 'A take' : takeSentence(take.take))
                  }
                />
              )}
              {view === 'listen' && handed}
              {plan !== undefined && view === 'tune' && <TunerPanel plan={plan} />}
              {plan !== undefined && view === 'free' && (
                <FreePanel plan={plan} playing={playing} onBacking={() => (playing ? halt() : void start())} />
              )}
            </Tabs.Content>
          </Tabs.Root>
        </aside>
      </div>
      <PlayBar
        player={{ ...player, stop: halt }}
        percent={percent}
        beats={beats}
        heard={heard}
        again={again}
        onPercent={setPercent}
        onTap={tapTempo}
        onHeard={practice.setHeard}
        onAgain={practice.setAgain}
        ready={plan !== undefined}
      />
    </>
  );
}

/** A button that was pressed with the hand lets go of the keyboard, so that Space plays; one reached by Tab keeps it. */
function freeSpace({ detail, target }: MouseEvent): void {
  if (detail > 0 && target instanceof HTMLElement) target.closest('button')?.blur();
}
