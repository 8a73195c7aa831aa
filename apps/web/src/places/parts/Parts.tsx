import { type ClassView, type ExerciseView, filledIn, type PupilView } from '@cifra/contract';
import {
  annotate,
  type ClassKeyOffer,
  type Exercise,
  fadeStepOf,
  forPupil,
  type InstrumentId,
  knownNotes,
  linesOf,
  offerClassKeys,
  type PageSetup,
  type Part,
  partOf,
  type PartChoice,
  realize,
  soundsAsWritten,
  taughtTo,
  transposeExercise,
  withSetup,
} from '@cifra/core';
import { useTitle } from '../../ui/useTitle';
import { readPageName } from '@cifra/engrave';
import { type ComponentProps, useMemo, useState } from 'react';
import { Navigate } from 'react-router';
import { savePupilPage, savePupils, usePupils } from '../../api/pupils';
import { saveClass } from '../../api/resources';
import type { PartRequest } from '../../engraving/engraveWorker';
import { useDrawAhead } from '../../engraving/useEngraving';
import { OpenExercise } from '../../exercise/OpenExercise';
import { useTeaching } from '../../conventions/teaching';
import { useNotice } from '../../ui/Notices';
import { useAttempt } from '../../ui/useAttempt';
import { keyName } from '../../words/caption';
import { todayIso } from '../../words/pageWords';
import { CallSheet } from './CallSheet';
import { ClassDialog } from './ClassDialog';
import { classParts } from './classParts';
import { ConflictDialog } from '../../exercise/ConflictDialog';
import { Handouts } from './Handouts';
import { InstrumentList } from './InstrumentList';
import { LineChoices } from './LineChoices';
import { MetNotes } from './MetNotes';
import { MisfitOffers } from './MisfitOffers';
import { PagePanel } from './PagePanel';
import { PartChoices } from './PartChoices';
import { PartPages } from './PartPages';
import { PartsHeader } from './PartsHeader';
import { ReasonTrail } from './ReasonTrail';
import { Score } from './Score';
import { useSaving } from '../../exercise/useSaving';
import { useSelection } from './useSelection';

/** Opens the exercise and the class that the parts need. */
export const Parts = () => (
  <OpenExercise what="parts" then="its parts are made from it.">
    {(exercise, group) => <OpenParts key={exercise.id} exercise={exercise} group={group} />}
  </OpenExercise>
);

/** What the page of an instrument is made from: the class's setup, or a pupil's over it. */
function requestFor(exercise: Exercise, group: ClassView, part: Part, pupil: PupilView | undefined): PartRequest {
  const id = part.instrument.id;
  const known = knownNotes(pupil?.known)[id] ?? knownNotes(group.known)[id];
  return {
    exercise,
    instrument: id,
    teaching: pupil === undefined ? part.teaching : taughtTo(part.teaching, pupil),
    page: withSetup(group.page, pupil?.page),
    today: todayIso(),
    paper: group.paper,
    ...(known !== undefined && { known }),
    ...(pupil !== undefined && { name: pupil.name }),
  };
}

function OpenParts({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const selection = useSelection(exercise, group);
  const notice = useNotice();
  const attempt = useAttempt();
  const drawAhead = useDrawAhead();
  const saving = useSaving(exercise);
  const { save } = saving;
  const [editingClass, setEditingClass] = useState(false);
  const teaching = useTeaching(group);
  const { data: pupils = [] } = usePupils(group.id);
  const parts = useMemo(
    () => classParts(exercise.document, group.instruments, teaching),
    [exercise.document, group.instruments, teaching],
  );
  const classKeys = useMemo(
    () =>
      offerClassKeys(
        realize(exercise.document),
        parts.map((p) => p.instrument),
        exercise.document.owner,
        teaching,
      ),
    [exercise.document, parts, teaching],
  );
  /** The line as the one pupil has it whose pages are shown. */
  const ofPupil = useMemo(
    () => forPupil(exercise.document, selection.pupil, (selection.view ?? '') as InstrumentId),
    [exercise.document, selection.pupil, selection.view],
  );
  useTitle(exercise.title);

  if (!selection.valid) return <Navigate to={selection.fallback} replace />;
  const ofClass = parts.find((p) => p.instrument.id === selection.view);
  const players = pupils.filter((p) => p.instrument === ofClass?.instrument.id);
  const pupil = players.find((p) => p.id === selection.pupil);
  const line = pupil === undefined ? exercise.document : ofPupil;
  const part = ofClass === undefined || pupil === undefined ? ofClass : partOf(line, ofClass.instrument.id, teaching);
  const page = withSetup(group.page, pupil?.page);
  const choice = part === undefined ? {} : (line.partChoices[part.instrument.id] ?? {});

  const choosePart = (id: InstrumentId, chosen: PartChoice) =>
    save((before) => {
      if (pupil !== undefined)
        // What is said for one pupil holds for that pupil, also where it is as proposed and the others' is not.
        return { ...before, pupilChoices: { ...before.pupilChoices, [pupil.id]: chosen } };
      const { [id]: _replaced, ...others } = before.partChoices;
      return { ...before, partChoices: Object.keys(chosen).length === 0 ? others : { ...others, [id]: chosen } };
    });
  const asOthers = (pupilId: string) =>
    save(({ pupilChoices, ...before }) => {
      const { [pupilId]: _own, ...others } = pupilChoices ?? {};
      return Object.keys(others).length === 0 ? before : { ...before, pupilChoices: others };
    });
  const moveClass = ({ interval, fifths }: ClassKeyOffer) => {
    const before = saving.current();
    save((e) => transposeExercise(e, interval));
    notice(
      `The whole class plays in ${keyName({ fifths, mode: before.source.measures[0]?.key?.mode ?? 'major' })} now.`,
      { action: { label: 'Undo', run: () => save(() => before) } },
    );
  };
  const changeClass = (change: Parameters<typeof saveClass>[1]) => attempt(() => saveClass(group, change));
  const saveClassDialog: ComponentProps<typeof ClassDialog>['onSave'] = (base, change, pupils) =>
    attempt(async () => {
      await saveClass(base, change);
      if (pupils !== undefined) await savePupils(base.id, pupils.base, pupils.mine.map(filledIn));
    });
  const changePage = (change: Partial<PageSetup>) =>
    void (pupil === undefined
      ? changeClass({ page: { ...group.page, ...change } as ClassView['page'] })
      : attempt(() =>
          savePupilPage(group.id, pupil.id, { ...pupil.page, ...change } as NonNullable<PupilView['page']>),
        ));

  const chosen = selection.note === undefined ? undefined : readPageName(selection.note);
  const explained =
    part === undefined || chosen === undefined || chosen.line === 0
      ? part
      : partOf(line, part.instrument.id, teaching, undefined, chosen.line);
  const request = part === undefined ? undefined : requestFor(line, group, part, pupil);
  return (
    <>
      <PartsHeader
        exercise={exercise}
        group={group}
        instrument={part?.instrument}
        pupils={players}
        pupil={pupil}
        saving={saving.state}
        onPaper={(paper) => void changeClass({ paper })}
      />
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto print:block">
        <InstrumentList
          parts={parts}
          group={group}
          chosen={selection.view ?? ''}
          onChoose={selection.choose}
          onPoint={(p) => drawAhead(requestFor(exercise.document, group, p, undefined))}
          onEditClass={() => setEditingClass(true)}
        />
        <div
          className="pages min-w-0 bg-desk max-md:shrink-0 md:min-h-0 md:flex-1 md:overflow-y-auto"
          aria-label="Pages"
          role="region"
        >
          {selection.view === 'call-sheet' ? (
            <CallSheet exercise={exercise} group={group} teaching={teaching} />
          ) : selection.view === 'score' ? (
            <Score exercise={exercise} group={group} parts={parts} />
          ) : selection.view === 'handouts' ? (
            <Handouts exercise={exercise} group={group} parts={parts} teaching={teaching} />
          ) : (
            (part === undefined ? parts : [part]).map((p) => (
              <PartPages
                key={p.instrument.id}
                part={p}
                request={
                  p === part ? requestFor(line, group, p, pupil) : requestFor(exercise.document, group, p, undefined)
                }
                lazy={part === undefined}
                chosen={selection.note}
                onChoose={(note) => selection.chooseNote(note, p.instrument.id)}
              />
            ))
          )}
        </div>
        {(selection.view === 'all' || part !== undefined) && (
          <aside
            aria-label="Over each note"
            className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l print:hidden"
          >
            {explained !== undefined && selection.note !== undefined && (
              <ReasonTrail part={explained} note={chosen?.id} onClose={() => selection.chooseNote(undefined)} />
            )}
            <PagePanel
              family={part?.instrument.family ?? 'brass'}
              page={page}
              both={part === undefined}
              pupils={players}
              pupil={pupil}
              onPupil={selection.choosePupil}
              onChange={changePage}
              onAsClass={() => void (pupil !== undefined && attempt(() => savePupilPage(group.id, pupil.id, {})))}
              preview={request}
              sameLetters={part !== undefined && soundsAsWritten(annotate(part))}
              step={fadeStepOf(teaching.conventions, page.fades, todayIso())}
            />
            {part !== undefined && (
              <PartChoices
                part={part}
                lines={linesOf(exercise.document).length}
                choice={choice}
                pupil={pupil?.name}
                onChange={(to) => choosePart(part.instrument.id, to)}
                {...(pupil !== undefined &&
                  exercise.document.pupilChoices?.[pupil.id] !== undefined && { onAsOthers: () => asOthers(pupil.id) })}
              />
            )}
            {part !== undefined && (
              <MisfitOffers
                part={part}
                choice={choice}
                onChange={(to) => choosePart(part.instrument.id, to)}
                classKeys={classKeys}
                onClassKey={moveClass}
              />
            )}
            {part !== undefined && (
              <MetNotes
                part={part}
                group={group}
                exerciseId={exercise.id}
                onReset={(known) => void changeClass({ known })}
              />
            )}
            <LineChoices exercise={exercise.document} note={chosen?.id} onChange={save} />
            {part !== undefined && selection.note === undefined && (
              <p className="px-4 py-4 text-[13px] text-secondary">
                Choose a note on the page, and the reasons for its figure stand here.
              </p>
            )}
          </aside>
        )}
      </div>
      <ClassDialog group={group} open={editingClass} onOpenChange={setEditingClass} onSave={saveClassDialog} />
      <ConflictDialog exercise={exercise} conflict={saving.conflict} onClose={saving.settle} />
    </>
  );
}
