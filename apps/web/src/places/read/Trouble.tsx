import { instrumentWord } from '@cifra/contract/words';
import type { ClassView, ExerciseView } from '@cifra/contract';
import { type BuildUp, buildUp, changeNames, perform, type PagePlan, toNumber } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Play } from 'lucide-react';
import { useMemo } from 'react';
import type { PartRequest } from '../../engraving/engraveWorker';
import { useBuildUps } from '../../engraving/useEngraving';
import { playRun } from '../../sound/playNote';
import { Button } from '../../ui/Button';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { barName, capital } from '../../words/spoken';
import { changeReasons, newsWords } from '../../words/troubleWords';
import { Block } from '../../lookFirst/Block';
import { PrintButton } from '../../lookFirst/LookSheet';

interface Props {
  readonly plan: PagePlan;
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly request: PartRequest;
}

const SPOTS = 5;
const SECONDS_A_MINUTE = 60;
/** A hard place is first played slower than it is meant. */
const SLOWER = 1.5;

/** Plays the events of one step of a build-up, in concert pitch, slower than the line's tempo. */
function playStep(plan: PagePlan, [first, last]: BuildUp['steps'][number]): void {
  const { concert } = plan.part;
  const ids = new Set(
    concert.measures
      .flatMap((m) => m.events)
      .slice(first, last + 1)
      .map((e) => e.id),
  );
  const { notes, bars } = perform(concert);
  const speed = SECONDS_A_MINUTE / (bars[0]?.quartersAMinute ?? 92);
  // A bar that is repeated is played more than once: the first time is enough.
  const seen = new Set<string>();
  const played = notes.filter((n) => ids.has(n.id) && !seen.has(n.id) && seen.add(n.id));
  const start = played[0] === undefined ? 0 : toNumber(played[0].onset);
  const sounding = (id: string, midi: number): number =>
    midi + 12 * plan.part.decisions.octave.octaves + 12 * (plan.part.moved.get(id) ?? 0);
  void playRun(
    played.map((n) => ({
      midi: sounding(n.id, n.midi),
      at: (toNumber(n.onset) - start) * speed * SLOWER,
      seconds: toNumber(n.quarters) * speed * SLOWER,
    })),
  );
}

const stepName = (index: number, all: number, notes: number): string =>
  index === all - 1 ? 'the whole bar' : `${notes} notes`;

/** The places that are likeliest to go wrong on this instrument, with the reasons, and each taken apart. */
export function Trouble({ plan, exercise, group, request }: Props) {
  const spots = plan.hardest;
  const builds = useMemo(() => spots.map((s) => buildUp(plan.part.concert, s)), [plan, spots]);
  const name = instrumentTitle(plan.part.instrument);
  if (spots.length === 0)
    return (
      <Block title={`Where it will go wrong: ${name}`}>
        <p>No change in this line is hard on the {instrumentWord(plan.part.instrument)}.</p>
        {newsWords(plan).map((words) => (
          <p key={words}>{capital(words)}.</p>
        ))}
      </Block>
    );
  const events = plan.part.concert.measures.flatMap((m) => m.events);
  return (
    <div className="space-y-5">
      <div className="print:hidden">
        <Block title={`Where it will go wrong: ${name}`}>
          <ol className="space-y-3">
            {builds.map((b) => (
              <li key={`${b.spot.from} ${b.spot.to}`} className="grid gap-x-4 md:grid-cols-[4.5rem_1fr]">
                <span className="text-secondary">{barName(b.spot.measure)}</span>
                <div>
                  <p>
                    <strong className="font-semibold">{changeNames(b.spot, plan.annotations).join(' to ')}</strong>:{' '}
                    {changeReasons(b.spot, plan)}
                  </p>
                  <div className="mt-1 flex flex-wrap gap-1.5">
                    {b.steps.map((s, i) => (
                      <Button
                        key={i}
                        className="h-7 px-2 text-[12.5px]"
                        icon={<Play size={12} aria-hidden />}
                        onClick={() => playStep(plan, s)}
                      >
                        {stepName(
                          i,
                          b.steps.length,
                          events
                            .slice(s[0], s[1] + 1)
                            .filter(
                              (e, k, all) =>
                                e.kind === 'note' &&
                                !(
                                  k > 0 &&
                                  all[k - 1]?.kind === 'note' &&
                                  (all[k - 1] as { tie?: boolean }).tie === true
                                ),
                            ).length,
                        )}
                      </Button>
                    ))}
                  </div>
                </div>
              </li>
            ))}
          </ol>
        </Block>
      </div>
      <BuildUpSheet request={request} paper={group.paper} title={exercise.title} />
    </div>
  );
}

/** The hard places as miniatures with figures: the change alone, then one note more, until the bar is whole. */
function BuildUpSheet({
  request,
  paper,
  title,
}: {
  readonly request: PartRequest;
  readonly paper: ClassView['paper'];
  readonly title: string;
}) {
  const buildUps = useBuildUps({ ...request, spots: SPOTS });
  return (
    <section aria-label={`Build-ups for ${title}`}>
      <div className="mb-2 flex items-baseline gap-4 print:hidden">
        <h2 className="text-[19px]">Built up note by note</h2>
        <div className="ml-auto">
          <PrintButton what="these build-ups" />
        </div>
      </div>
      <Loaded
        of={buildUps}
        what="What is built up"
        verb={DRAWN}
        detail="The line itself is safe."
        className="bg-white p-10 shadow-sm"
      >
        {(pages) => (
          <div className="space-y-5">
            {pages.map((page, i) => (
              <Sheet key={i} page={page} className={`bg-white shadow-sm sheet-${paper}`} />
            ))}
          </div>
        )}
      </Loaded>
    </section>
  );
}
