import type { PageOwner } from '@cifra/core';
import { RotateCcw, RotateCw } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../../../ui/Button';
import { Failure } from '../../../ui/States';
import { CheckReading } from './CheckReading';
import { PagePicture } from './PagePicture';
import { refusalWords } from './refusalWords';
import { usePicture } from './usePicture';

/** Bringing in a line from a picture of a page: staves are found and read, one exercise is chosen, checked and kept. */
export function FromPicture({
  file,
  another: words = 'Take another picture',
  onAnother,
}: {
  readonly file: Blob;
  /** What leaves it, in words. */
  readonly another?: string;
  readonly onAnother: () => void;
}) {
  const navigate = useNavigate();
  const { state, turn, stop } = usePicture(file);
  const [chosen, setChosen] = useState<number>();
  const [kept, setKept] = useState<ReadonlyMap<number, string>>(new Map());
  const [owner, setOwner] = useState<PageOwner>('concert');
  const another = (
    <Button onClick={onAnother} kind="quiet">
      {words}
    </Button>
  );
  if (state.step === 'opening')
    return (
      <p role="status" className="grid h-72 place-items-center rounded-lg bg-panel text-secondary">
        Looking for staves …
      </p>
    );
  if (state.step === 'failed')
    return <Failure title="The picture was not read" detail={`${state.reason}. Try it again.`} onRetry={onAnother} />;
  if (state.step === 'refused')
    return (
      <div role="alert" className="rounded-md border-l-4 border-warning bg-warning-soft px-4 py-3">
        <p className="font-semibold text-warning">This picture could not be read.</p>
        <p className="mt-1">{refusalWords(state.why)}</p>
        <div className="mt-3 flex flex-wrap gap-2">
          {state.why.kind !== 'no-picture' && (
            <Button onClick={() => turn(1)} icon={<RotateCw size={15} />}>
              Turn it
            </Button>
          )}
          {another}
        </div>
      </div>
    );
  const { page, staves } = state;
  // The last one may go on with the staff that is read next: it is chosen once that is known.
  const exercises = state.step === 'reading' ? state.exercises.slice(0, -1) : state.exercises;
  // Turned, the page holds other exercises.
  const turnPage = (by: number) => {
    setKept(new Map());
    turn(by);
  };
  const exercise = chosen === undefined ? undefined : exercises[chosen];
  if (chosen !== undefined && exercise !== undefined)
    return (
      <CheckReading
        key={chosen}
        exercise={exercise}
        number={chosen + 1}
        staves={staves}
        owner={owner}
        onOwner={setOwner}
        onBack={() => setChosen(undefined)}
        onKept={(id, title, open) => {
          if (open) return void navigate(`/exercises/${id}/write`);
          setKept((all) => new Map([...all, [chosen, title]]));
          setChosen(undefined);
        }}
      />
    );
  const total = page.staves.length;
  return (
    <div className="grid gap-6 lg:grid-cols-[1fr_19rem]">
      <PagePicture page={page} exercises={exercises} kept={new Set(kept.keys())} onChoose={setChosen} />
      <section aria-label="The page" className="space-y-4">
        {state.step === 'reading' ? (
          <>
            <p role="status">
              Reading staff {staves.length + 1} of {total} …
            </p>
            <progress className="h-1.5 w-full" max={total} value={staves.length} aria-label="Staves read" />
            <Button onClick={stop}>Stop reading</Button>
          </>
        ) : (
          <p role="status">
            {exercises.length === 1 ? 'One exercise was found.' : `${exercises.length} exercises were found.`} Press the
            one that you want.
          </p>
        )}
        <ul className="divide-y divide-line border-y border-line">
          {exercises.map((e, i) => (
            <li key={i}>
              <button
                type="button"
                onClick={() => setChosen(i)}
                className="flex h-11 w-full items-center gap-3 px-1 text-left hover:bg-panel"
              >
                <span className="font-medium">{kept.get(i) ?? `Exercise ${i + 1}`}</span>
                <span className="ml-auto text-[13px] text-secondary">
                  {kept.has(i)
                    ? 'on the shelf'
                    : e.lines.length > 1
                      ? `${e.lines.length} lines`
                      : e.lines[0]?.length === 1
                        ? 'one staff'
                        : `${e.lines[0]?.length ?? 0} staves`}
                </span>
              </button>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => turnPage(-1)} icon={<RotateCcw size={15} />}>
            Turn left
          </Button>
          <Button onClick={() => turnPage(1)} icon={<RotateCw size={15} />}>
            Turn right
          </Button>
          {another}
        </div>
        <p className="text-[13px] text-secondary">
          The picture stays in this browser: it is sent nowhere and not kept. Copy only what you may copy.
        </p>
      </section>
    </div>
  );
}
