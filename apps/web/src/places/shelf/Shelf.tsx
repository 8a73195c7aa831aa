import type { ListedExerciseView } from '@cifra/contract';
import { searchShelf, type ShelfQuery, WHOLE_SHELF } from '@cifra/core';
import { FileUp, PenLine } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useShelf } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { useUnsent } from '../../exercise/useUnsent';
import { Button } from '../../ui/Button';
import { Loaded } from '../../ui/Loaded';
import { Empty } from '../../ui/States';
import { ExerciseStrip } from './ExerciseStrip';
import { shelve } from './shelve';
import { ShelfSearch } from './ShelfSearch';
import { NewLineDialog } from './NewLineDialog';

const BRING =
  'inline-flex h-9 items-center gap-2 rounded-md border border-line bg-white px-3.5 text-[13.5px] font-medium hover:bg-panel';

export function Shelf() {
  const shelf = useShelf();
  const [writing, setWriting] = useState(false);
  const ways = (
    <div className="inline-flex gap-2">
      <Link to="/bring" className={BRING}>
        <FileUp size={16} aria-hidden />
        Bring in a line
      </Link>
      <Button kind="primary" icon={<PenLine size={16} aria-hidden />} onClick={() => setWriting(true)}>
        Write a line
      </Button>
    </div>
  );
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      <header className="sticky top-0 z-10 flex h-14 items-center justify-between gap-4 border-b border-line bg-white px-6">
        <h1 className="text-xl">Shelf</h1>
        {ways}
      </header>
      <div className="mx-auto max-w-5xl px-6 py-2">
        <Loaded of={shelf} what="The shelf">
          {(exercises) =>
            exercises.length === 0 ? (
              <Empty title="Nothing on the shelf yet">
                <p className="mb-5">
                  Write one line, or bring it in from a file or as ABC text, and take away a page for every instrument.
                </p>
                {ways}
              </Empty>
            ) : (
              <ShelfList exercises={exercises} />
            )
          }
        </Loaded>
      </div>
      <NewLineDialog open={writing} onOpenChange={setWriting} />
    </div>
  );
}

function ShelfList({ exercises }: { readonly exercises: readonly ListedExerciseView[] }) {
  const { data: group } = useCurrentClass();
  const teaching = useTeaching(group);
  const unsent = useUnsent();
  const [query, setQuery] = useState<ShelfQuery>(WHOLE_SHELF);
  const shelved = useMemo(() => exercises.map((e) => shelve(e, group, teaching)), [exercises, group, teaching]);
  const found = useMemo(() => searchShelf(shelved, query), [shelved, query]);
  return (
    <>
      <ShelfSearch query={query} onChange={setQuery} />
      <p role="status" className="sr-only">
        {found.length} of {exercises.length} lines
      </p>
      {found.length === 0 ? (
        <Empty title="No line like that">
          <p>
            Look for fewer words, or{' '}
            <button type="button" className="text-accent underline" onClick={() => setQuery(WHOLE_SHELF)}>
              show all {exercises.length}
            </button>
            .
          </p>
        </Empty>
      ) : (
        <ul>
          {found.map((s) => (
            <ExerciseStrip
              key={s.exercise.id}
              exercise={s.exercise}
              readiness={s.readiness}
              isUnsent={unsent.has(s.exercise.id)}
            />
          ))}
        </ul>
      )}
    </>
  );
}
