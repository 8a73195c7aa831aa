import type { ClassView, ExerciseView, RefusalView } from '@cifra/contract';
import type { Exercise, InstrumentId, PartChoice } from '@cifra/core';
import { type ClassKeyOffer, isInstrumentId, linesOf, notesOf, offerClassKeys, realize, transposeExercise } from '@cifra/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { RequestError } from '../api/request';
import { saveClass, saveExercise, useClasses, useExercise } from '../api/resources';
import { useFigures } from '../figures/loadFigures';
import { useTeaching } from '../school/teaching';
import { useNotice } from '../ui/Notices';
import { Empty, Failure, StaffSkeleton } from '../ui/States';
import { BandPanel } from './BandPanel';
import { ClassDialog } from './ClassDialog';
import { classParts } from './classFit';
import { ConflictDialog } from './ConflictDialog';
import { InstrumentList } from './InstrumentList';
import { keyName } from '../words/caption';
import { MisfitOffers } from './MisfitOffers';
import { PartChoices } from './PartChoices';
import { PartPages } from './PartPages';
import { PartsHeader, type SaveState } from './PartsHeader';
import { ReasonTrail } from './ReasonTrail';

/** Opens the exercise and the class that the parts need. */
export function Parts() {
  const { id = '' } = useParams();
  const exercise = useExercise(id);
  const classes = useClasses();
  const error = exercise.error ?? classes.error;
  const group = classes.data?.[0];
  if (error !== undefined && (exercise.data === undefined || group === undefined)) {
    return error.status === 404 ? <Failure title="There is no such exercise" detail="It may have been taken off the shelf. Look there." />
      : <Failure title="The parts could not be opened" detail={error.message} onRetry={() => { void exercise.mutate(); void classes.mutate(); }} />;
  }
  if (exercise.data === undefined || group === undefined) return <div className="p-10"><StaffSkeleton label="Opening the parts" /></div>;
  if (notesOf(exercise.data.document.source).length === 0) {
    return <Empty title="Nothing is written yet"><p>Write the line first: its parts are made from it. <Link to={`/exercises/${id}/write`} className="text-accent underline">Write it now</Link></p></Empty>;
  }
  return <OpenParts key={id} exercise={exercise.data} group={group} />;
}

/** The address carries the instrument and the chosen note, so that Back and bookmarks work. */
function useSelection(exercise: ExerciseView, group: ClassView) {
  const { instrument } = useParams();
  const [query, setQuery] = useSearchParams();
  const navigate = useNavigate();
  const base = `/exercises/${exercise.id}/parts`;
  return {
    instrument,
    valid: instrument === 'all' || (instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument)),
    fallback: `${base}/${group.instruments[0] ?? 'all'}`,
    note: query.get('note') ?? undefined,
    chooseInstrument: (to: InstrumentId | 'all') => void navigate(`${base}/${to}${query.get('note') === null || to === 'all' ? '' : `?note=${query.get('note')}`}`),
    chooseNote: (note: string | undefined, of?: InstrumentId) => {
      if (of !== undefined && of !== instrument) void navigate(`${base}/${of}?note=${note}`);
      else setQuery(note === undefined ? {} : { note }, { replace: true });
    },
  };
}

function OpenParts({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const selection = useSelection(exercise, group);
  const notice = useNotice();
  const [saving, setSaving] = useState<SaveState>('saved');
  const [conflict, setConflict] = useState<{ readonly refusal: RefusalView; readonly mine: Exercise }>();
  const [editingClass, setEditingClass] = useState(false);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const newest = useRef(exercise);
  newest.current = exercise.version >= newest.current.version ? exercise : newest.current;
  const teaching = useTeaching(group);
  const figures = useFigures(group.instruments);
  const parts = useMemo(() => classParts(exercise.document, group.instruments, teaching), [exercise.document, group.instruments, teaching]);
  const classKeys = useMemo(() => offerClassKeys(realize(exercise.document), parts.map((p) => p.instrument), exercise.document.owner, teaching), [exercise.document, parts, teaching]);
  useEffect(() => {
    document.title = `${exercise.title} · Cifra`;
    return () => { document.title = 'Cifra'; };
  }, [exercise.title]);

  if (!selection.valid) return <Navigate to={selection.fallback} replace />;
  const part = parts.find((p) => p.instrument.id === selection.instrument);

  /** Saves one after the other, each on the version before it. */
  const save = (change: (before: Exercise) => Exercise) => {
    setSaving('saving');
    queue.current = queue.current.then(async () => {
      const before = newest.current;
      const mine = change(before.document);
      try {
        newest.current = await saveExercise(before, { document: mine });
        setSaving('saved');
      } catch (e) {
        setSaving('not-saved');
        if (e instanceof RequestError && e.status === 409) setConflict({ refusal: e.refusal, mine });
        else notice((e as Error).message, { tone: 'warning', action: { label: 'Try again', run: () => save(change) } });
      }
    });
  };
  const choosePart = (id: InstrumentId, choice: PartChoice) => save((before) => {
    const { [id]: _replaced, ...others } = before.partChoices;
    return { ...before, partChoices: Object.keys(choice).length === 0 ? others : { ...others, [id]: choice } };
  });
  const moveClass = ({ interval, fifths }: ClassKeyOffer) => {
    const before = newest.current.document;
    save((e) => transposeExercise(e, interval));
    notice(`The whole class plays in ${keyName({ fifths, mode: before.source.measures[0]?.key?.mode ?? 'major' })} now.`, { action: { label: 'Undo', run: () => save(() => before) } });
  };
  const changeClass = async (change: Parameters<typeof saveClass>[1]) => {
    try {
      await saveClass(group, change);
    } catch (e) {
      notice((e as Error).message, { tone: 'warning' });
    }
  };

  const family = part?.instrument.family ?? 'brass';
  return (
    <>
      <PartsHeader exercise={exercise} group={group} instrument={part?.instrument} saving={saving} onPaper={(paper) => void changeClass({ paper })} />
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
        <InstrumentList parts={parts} group={group} chosen={selection.instrument ?? ''} onChoose={selection.chooseInstrument} onEditClass={() => setEditingClass(true)} />
        <div className="min-w-0 bg-desk max-md:shrink-0 md:min-h-0 md:flex-1 md:overflow-y-auto" aria-label="Pages" role="region">
          {(part === undefined ? parts : [part]).map((p) => (
            <PartPages key={p.instrument.id} exercise={exercise.document} part={p} group={group} lazy={part === undefined} chosen={selection.note} onChoose={(note) => selection.chooseNote(note, p.instrument.id)} />
          ))}
        </div>
        <aside aria-label="Over each note" className="shrink-0 border-line bg-panel max-md:border-t md:w-[18.25rem] md:overflow-y-auto md:border-l">
          <BandPanel family={family} band={group.band} strip={group.strip ?? false} both={part === undefined} onChange={(band) => void changeClass({ band })} onStrip={(strip) => void changeClass({ strip })} />
          {part !== undefined && <PartChoices part={part} lines={linesOf(exercise.document).length} choice={exercise.document.partChoices[part.instrument.id] ?? {}} onChange={(choice) => choosePart(part.instrument.id, choice)} />}
          {part !== undefined && <MisfitOffers part={part} choice={exercise.document.partChoices[part.instrument.id] ?? {}} onChange={(choice) => choosePart(part.instrument.id, choice)} classKeys={classKeys} onClassKey={moveClass} />}
          {part !== undefined && figures.ready && <ReasonTrail part={part} note={selection.note} onClose={() => selection.chooseNote(undefined)} />}
        </aside>
      </div>
      <ClassDialog group={group} open={editingClass} onOpenChange={setEditingClass} onSave={(change) => changeClass(change)} />
      <ConflictDialog exercise={exercise} conflict={conflict} onClose={() => { setConflict(undefined); setSaving('saved'); }} />
    </>
  );
}
