import { searchShelf, type ShelfQuery, WHOLE_SHELF } from '@cifra/core';
import { FileUp, PenLine } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useShelf } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { Empty, Failure, StaffSkeleton } from '../../ui/States';
import { ExerciseStrip } from './ExerciseStrip';
import { shelve } from './shelve';
import { ShelfSearch } from './ShelfSearch';
import { NewLineDialog } from './NewLineDialog';

const BRING =
  'inline-flex h-9 items-center gap-2 rounded-md border border-line bg-white px-3.5 text-[13.5px] font-medium hover:bg-panel';

export function Shelf() {
  const { data, error, mutate } = useShelf();
  const { group } = useCurrentClass();
  const teaching = useTeaching(group);
  const [writing, setWriting] = useState(false);
  const [query, setQuery] = useState<ShelfQuery>(WHOLE_SHELF);
  const shelved = useMemo(() => (data ?? []).map((e) => shelve(e, group, teaching)), [data, group, teaching]);
  const found = useMemo(() => searchShelf(shelved, query), [shelved, query]);
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
        {error !== undefined && data === undefined ? (
          <Failure title="The shelf could not be opened" detail={error.message} onRetry={() => void mutate()} />
        ) : data === undefined ? (
          <StaffSkeleton label="Opening the shelf" />
        ) : data.length === 0 ? (
          <Empty title="Nothing on the shelf yet">
            <p className="mb-5">
              Write one line, or bring it in from a file or as ABC text, and take away a page for every instrument.
            </p>
            {ways}
          </Empty>
        ) : (
          <>
            <ShelfSearch query={query} onChange={setQuery} />
            <p role="status" className="sr-only">
              {found.length} of {data.length} lines
            </p>
            {found.length === 0 ? (
              <Empty title="No line like that">
                <p>
                  Look for fewer words, or{' '}
                  <button type="button" className="text-accent underline" onClick={() => setQuery(WHOLE_SHELF)}>
                    show all {data.length}
                  </button>
                  .
                </p>
              </Empty>
            ) : (
              <ul>
                {found.map((s) => (
                  <ExerciseStrip key={s.exercise.id} exercise={s.exercise} readiness={s.readiness} />
                ))}
              </ul>
            )}
          </>
        )}
      </div>
      <NewLineDialog open={writing} onOpenChange={setWriting} />
    </div>
  );
}
