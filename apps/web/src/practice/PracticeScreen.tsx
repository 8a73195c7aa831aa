import {
  type Exercise,
  type InstrumentId,
  instrumentOf,
  isClean,
  type LadderRung,
  lineTempo,
  type NoteId,
  type PageSetup,
  placedNotesById,
  type PracticeStart,
  RUNG_SETUP,
  rowsAt,
  rungsInOrder,
  type Teaching,
} from '@cifra/core';
import { pageName, type Paper, readPageName } from '@cifra/engrave';
import { type ComponentProps, type ReactNode, useCallback, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { ListenPanel } from '../listen/ListenPanel';
import { takeOf } from '../listen/take';
import { useTakePlayer } from '../listen/useTakePlayer';
import { PartStrip, type StripSize } from '../player/PartStrip';
import { loadTimbre } from '../sound/loadTimbre';
import { timbreOf } from '../sound/timbre';
import { todayIso } from '../words/pageWords';
import { REST_MINUTES, REST_WORDS } from '../words/practiseWords';
import { takeSentence } from '../words/takeWords';
import { Backing } from './Backing';
import { CleanRuns } from './CleanRuns';
import { CountLine } from './CountLine';
import { FreePanel } from './FreePanel';
import { Hands } from './Hands';
import type { KeptPractice } from './keptPractice';
import { Ladder } from './Ladder';
import { Peek } from './Peek';
import { type Chain, Pieces } from './Pieces';
import { PlayingAlong } from './PlayingAlong';
import { PlayBar } from './PlayBar';
import { PracticePanel, type PracticeView } from './PracticePanel';
import { RunQuestion } from './RunQuestion';
import { SoundPanel } from './SoundPanel';
import { TunerPanel } from './TunerPanel';
import { TurnSign } from './TurnSign';
import { useFreePlay } from './useFreePlay';
import { useHeldPart } from './useHeldPart';
import { usePlayedMinutes } from './usePlayedMinutes';
import { freeSpace, usePlayKeys } from './usePlayKeys';
import { usePractice } from './usePractice';
import { usePracticePlan } from './usePracticePlan';
import { usePracticeView } from './usePracticeView';
import { useTapTempo } from './useTapTempo';
import { barsOfStep, isYourTurn, marksOf, nextNote } from './whilePlaying';

interface Props {
  /** By which the practice is remembered in this browser. */
  readonly id: string;
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  readonly paper: Paper;
  /** Notes that were met, as written. */
  readonly known: readonly string[] | undefined;
  /** Others of the class that can play along. */
  readonly along: readonly InstrumentId[];
  readonly ladder: readonly LadderRung[] | undefined;
  readonly cleanGoal: number | undefined;
  /** Who draws the part while the engraving library is not here. */
  readonly afar?: ComponentProps<typeof PartStrip>['afar'];
  /** What it is begun with. */
  readonly start?: PracticeStart | undefined;
  readonly onNews?: (kept: KeptPractice) => void;
  readonly onHandIn?: ((recording: Blob | undefined, percent: number, summary: string) => Promise<unknown>) | undefined;
  /** Stands under the listening panel. */
  readonly handed?: ReactNode;
  readonly children?: ReactNode;
}

const FIGURE_ROWS = ['figure', 'diagram'];

/** Everything with which one part is practised: the part large, the player, and one panel at a time. */
export function PracticeScreen(props: Props) {
  const { id, paper, along, ladder, onNews, onHandIn } = props;
  const [part, settle] = useHeldPart(props);
  const { exercise, instrument, teaching, known } = part;
  const { view, setView, isPanelOpen, setPanelOpen } = usePracticeView();
  const practice = usePractice(id, instrument, props.cleanGoal, props.start);
  const { percent, setPercent, heard, bars, again, turns, rung, kept, keep, run } = practice;
  const [chosen, setChosen] = useState<NoteId>();
  const [size, setSize] = useState<StripSize>('stand');
  const [answered, setAnswered] = useState(0);
  // Fetched ahead, so that it is there when the network is not; playing asks again, and tells when it did not come.
  useEffect(() => {
    loadTimbre(timbreOf(instrumentOf(instrument))).catch(() => undefined);
  }, [instrument]);
  const free = useFreePlay(part);
  const practised = usePracticePlan(part, practice, view === 'free' ? free : undefined);
  const { plan, prepared } = practised;
  const beats = useMemo(() => lineTempo(exercise), [exercise]);
  const { player, take, beginTake, forgetTake } = useTakePlayer({
    plan,
    setup: practised.setup,
    playback: prepared?.playback,
    beats,
    onJudged: (t) => run(isClean(t)),
  });
  const { playing, play, stop } = player;
  settle(playing);
  const heardTake = takeOf(take);
  const openView = (to: PracticeView) => {
    if (take.stage === 'playing') stop();
    setView(to);
  };

  const tapTempo = useTapTempo(beats, setPercent);
  usePlayKeys({ playing, start: play, halt: stop, setPercent, tapTempo });
  usePlayedMinutes(
    playing,
    useCallback((minutes: number) => keep((k) => ({ ...k, minutes: k.minutes + minutes })), [keep]),
  );
  const [minutesAtStart] = useState(kept.minutes);
  const tellNews = useEffectEvent((news: KeptPractice) => onNews?.(news));
  useEffect(() => tellNews(kept), [kept]);

  const placed = useMemo(() => (plan === undefined ? undefined : placedNotesById(plan.part.score)), [plan]);
  const { only } = practised.setup;
  const looped = useMemo(() => {
    if (placed === undefined || bars === undefined) return [];
    return [...placed.values()]
      .filter((n) => n.measureIndex >= bars.from && n.measureIndex <= bars.to)
      .filter((n) => only === undefined || only.has(n.note.id))
      .map((n) => pageName(0, n.note.id));
  }, [placed, bars, only]);
  const marks = useMemo(
    () => (plan === undefined || heardTake === undefined || view !== 'listen' ? [] : marksOf(plan, heardTake)),
    [plan, heardTake, view],
  );
  const onStretch = (from: string, to: string) => {
    if (placed === undefined) return;
    const [a, b] = [from, to].map((n) => placed.get(readPageName(n).id)?.measureIndex ?? 0).sort((x, y) => x - y);
    practice.takeBars({ from: a ?? 0, to: b ?? 0 }, true);
  };
  // A hand that holds an instrument hits no button: while it plays a tap stops it, beside the notes it plays.
  const onBeside = () => (playing ? stop() : void play());
  const onNote = (name: string) => {
    if (playing) return stop();
    const note = readPageName(name).id;
    const isHidden = plan !== undefined && !rowsAt(plan.rows, note).some((r) => FIGURE_ROWS.includes(r.row));
    if (isHidden && note !== chosen) keep((k) => ({ ...k, peeks: k.peeks + 1 }));
    setChosen(note === chosen ? undefined : note);
  };
  const takeChain = (to: Chain | undefined) => {
    practice.takeBars(to === undefined || plan === undefined ? undefined : barsOfStep(plan, to), to !== undefined);
    practice.setChain(to);
  };

  const rungs = rungsInOrder(ladder);
  const next = rung === undefined ? undefined : rungs[rungs.indexOf(rung) + 1];
  const isAsked = !playing && player.runs > answered && view !== 'listen' && view !== 'free';
  const question = (
    <RunQuestion
      goal={practice.cleanGoal}
      row={practice.row}
      next={next}
      onRun={(clean) => {
        run(clean);
        // Once enough are clean, the question is what comes next.
        if (!clean || practice.row + 1 < practice.cleanGoal || next === undefined) setAnswered(player.runs);
      }}
      onNext={() => {
        setAnswered(player.runs);
        if (rung !== undefined) practice.tick(rung, true);
        practice.takeRung(next);
      }}
    />
  );
  const noteOf = (note: NoteId | undefined) => (note === undefined ? undefined : plan?.annotations.get(note));
  const peeked = noteOf(chosen);
  const sounding = player.note ?? chosen;
  const large = rung === undefined ? undefined : RUNG_SETUP[rung].large;
  return (
    <>
      {props.children}
      <div className="flex min-h-0 flex-1 max-lg:flex-col" onClick={freeSpace}>
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {large === 'words' && <CountLine player={player} />}
          {large === 'hands' && plan !== undefined && prepared !== undefined && (
            <Hands plan={plan} note={noteOf(player.note)} next={nextNote(plan, prepared, player)} />
          )}
          {practised.setup.turns !== 'none' && <TurnSign playing={playing} isYours={isYourTurn(prepared, player)} />}
          <PartStrip
            size={size}
            request={{ exercise, instrument, teaching, page: practised.page, today: todayIso(), paper, known }}
            afar={props.afar}
            sounding={sounding === undefined ? undefined : pageName(0, sounding)}
            count={large === 'words' ? undefined : player.count}
            looped={looped}
            marks={marks}
            onStretch={onStretch}
            onNote={onNote}
            onBeside={onBeside}
          />
          {peeked !== undefined && plan !== undefined && <Peek plan={plan} note={peeked} />}
        </div>
        <PracticePanel view={view} isOpen={isPanelOpen} onView={openView}>
          {view === 'steps' && (
            <>
              <Ladder rungs={rungs} rung={rung} ticked={kept.rungs} onRung={practice.takeRung} onTick={practice.tick} />
              <CleanRuns
                goal={practice.cleanGoal}
                row={practice.row}
                percent={percent}
                stairs={practice.stairs}
                step={practice.stairStep}
                onRun={run}
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
              chain={practice.chain}
              onBars={practice.takeBars}
              onTurns={practice.setTurns}
              onChain={takeChain}
            />
          )}
          {view === 'sound' && (
            <SoundPanel practice={practice} size={size} onSize={setSize}>
              <Backing plan={plan} practice={practice} />
              <PlayingAlong
                exercise={exercise}
                instrument={instrument}
                teaching={teaching}
                along={along.filter((i) => i !== instrument)}
                practice={practice}
              />
            </SoundPanel>
          )}
          {plan !== undefined && view === 'listen' && (
            <ListenPanel
              plan={plan}
              state={take}
              onTake={beginTake}
              onForget={forgetTake}
              onHandIn={onHandIn && ((judged, recording) => onHandIn(recording, percent, takeSentence(judged)))}
            />
          )}
          {view === 'listen' && props.handed}
          {plan !== undefined && view === 'tune' && <TunerPanel plan={plan} />}
          {view === 'free' && (
            <FreePanel
              free={free}
              playing={playing}
              onHandIn={onHandIn && ((recording, words) => onHandIn(recording, percent, words))}
            />
          )}
        </PracticePanel>
      </div>
      <PlayBar
        player={player}
        percent={percent}
        beats={beats}
        heard={heard}
        again={again}
        onPercent={setPercent}
        onTap={tapTempo}
        onHeard={practice.setHeard}
        onAgain={practice.setAgain}
        turns={turns}
        onTurns={practice.setTurns}
        ready={plan !== undefined}
        question={isAsked ? question : undefined}
        isPanelOpen={isPanelOpen}
        onPanel={() => setPanelOpen(!isPanelOpen)}
      />
    </>
  );
}
