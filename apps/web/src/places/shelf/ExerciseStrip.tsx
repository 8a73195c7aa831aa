import type { ListedExerciseView } from '@cifra/contract';
import type { Readiness } from '@cifra/core';
import { Copy, MoreHorizontal, Pencil, PenLine, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useInView } from 'react-intersection-observer';
import { Link, useNavigate } from 'react-router';
import { deleteExercise, duplicateExercise, restoreExercise } from '../../api/resources';
import { useStrip } from '../../engraving/useEngraving';
import { RenameDialog } from '../../exercise/RenameDialog';
import { useNotice } from '../../ui/Notices';
import { Sheet } from '../../ui/Sheet';
import { PIXELS_PER_MM100 } from '../../ui/SizedSheet';
import { useAttempt } from '../../ui/useAttempt';
import { lineCaption } from '../../words/caption';
import { readinessWords } from '../../words/troubleWords';

/** A strip is drawn when it comes so near to what is seen. */
const NEAR = { rootMargin: '300px', triggerOnce: true };

/** One exercise: title, caption, how it suits the class, and its real first bars. */
export function ExerciseStrip({
  exercise,
  readiness,
  isUnsent,
}: {
  readonly exercise: ListedExerciseView;
  readonly readiness: Readiness | undefined;
  /** This browser keeps changes of it that were not sent. */
  readonly isUnsent: boolean;
}) {
  const { id, title, summary } = exercise;
  const { owner, opening, openingIsAll, traits, isEmpty } = summary;
  const { ref, inView } = useInView(NEAR);
  const strip = useStrip(inView ? `${id}/${exercise.version}` : undefined, opening, openingIsAll);
  const notice = useNotice();
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);

  const attempt = useAttempt();
  const onDelete = () =>
    attempt(async () => {
      await deleteExercise(id);
      notice(`“${title}” was taken off the shelf.`, {
        action: { label: 'Put it back', run: () => void attempt(() => restoreExercise(id)) },
      });
    });

  return (
    <li ref={ref} className="group relative border-b border-line py-4 last:border-0">
      <div className="flex items-baseline gap-3 pr-10">
        <h2 className="text-[17px]">
          <Link
            to={`/exercises/${id}/${isEmpty ? 'write' : 'parts'}`}
            className="after:absolute after:inset-0 hover:text-accent"
          >
            {title}
          </Link>
        </h2>
        <p className="text-[13px] text-secondary">{lineCaption(owner, opening, traits.bars)}</p>
        {isUnsent && (
          <Link to={`/exercises/${id}/write`} className="relative z-[1] text-[13px] text-warning underline">
            Changes on this device are not sent yet: open them
          </Link>
        )}
        {isEmpty && !isUnsent && <p className="ml-auto text-[13px] text-secondary">nothing written yet</p>}
        {readiness !== undefined && (
          <p
            className={`ml-auto text-right text-[13px] max-md:hidden ${readiness.unplayable.length > 0 ? 'text-warning' : readiness.fresh.length > 0 ? 'text-fresh' : 'text-accent'}`}
          >
            {readinessWords(readiness)}
          </p>
        )}
      </div>
      <div
        className="mt-1 overflow-hidden [mask-image:linear-gradient(to_right,black_88%,transparent)]"
        style={{ height: 70 }}
      >
        {strip.error !== undefined ? (
          <p className="pt-5 text-[13px] text-warning">The first bars could not be drawn. Reload the page.</p>
        ) : strip.data === undefined ? (
          <div
            role="status"
            aria-label="Drawing the first bars"
            className="pulse mt-5 h-7 border-y border-line bg-[repeating-linear-gradient(to_bottom,var(--color-line)_0_1px,transparent_1px_7px)]"
          />
        ) : (
          <div className="flex h-full items-center" aria-hidden>
            <div className="shrink-0" style={{ width: strip.data.width * PIXELS_PER_MM100 }}>
              <Sheet page={strip.data} />
            </div>
          </div>
        )}
      </div>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger
          aria-label={`More about ${title}`}
          className="absolute top-3.5 right-0 z-[1] rounded-md p-1.5 text-secondary hover:bg-desk hover:text-ink"
        >
          <MoreHorizontal size={18} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="fade-in z-30 min-w-44 rounded-md border border-line bg-white p-1 shadow-lg"
          >
            {[
              { label: 'Write', icon: <PenLine size={15} />, run: () => void navigate(`/exercises/${id}/write`) },
              { label: 'Rename', icon: <Pencil size={15} />, run: () => setRenaming(true) },
              { label: 'Make a copy', icon: <Copy size={15} />, run: () => void attempt(() => duplicateExercise(id)) },
              { label: 'Take off the shelf', icon: <Trash2 size={15} />, run: () => void onDelete() },
            ].map((item) => (
              <DropdownMenu.Item
                key={item.label}
                onSelect={item.run}
                className="flex cursor-pointer items-center gap-2.5 rounded px-2.5 py-2 outline-none data-[highlighted]:bg-desk"
              >
                {item.icon}
                {item.label}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <RenameDialog exercise={exercise} open={renaming} onOpenChange={setRenaming} />
    </li>
  );
}
