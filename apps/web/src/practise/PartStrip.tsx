import { useEffect, useRef } from 'react';
import type { PartRequest } from '../engraving/engraveWorker';
import { useScroll } from '../engraving/useEngraving';
import { Failure, StaffSkeleton } from '../ui/States';
import { Sheet } from '../ui/Sheet';
import { useWidth } from '../ui/useWidth';

interface Props {
  readonly request: PartRequest;
  /** The name on the page of the note that sounds. */
  readonly sounding: string | undefined;
  /** What is being counted before the first note. */
  readonly count: string | undefined;
  readonly failed: Error | undefined;
  readonly onRetry: () => void;
}

/** Hundredths of a millimetre of music to a pixel: large enough to be read from a stand. */
const MM100_PER_PIXEL = 20;
const WIDEST = 22000;

/** The part, large, with the note that sounds marked on the staff and in the band. */
export function PartStrip({ request, sounding, count, failed, onRetry }: Props) {
  const { ref, width } = useWidth();
  const scroller = useRef<HTMLDivElement>(null);
  const { data, error, mutate } = useScroll(width === undefined ? undefined : { ...request, widthMm100: Math.min(WIDEST, width * MM100_PER_PIXEL) });
  useEffect(() => {
    if (sounding === undefined) return;
    scroller.current?.querySelector('.chosen')?.scrollIntoView({ block: 'nearest' });
  }, [sounding]);
  return (
    <div ref={scroller} role="region" aria-label="The part" tabIndex={0} className="relative min-w-0 flex-1 bg-white max-md:shrink-0 md:overflow-y-auto">
      <div ref={ref} className="mx-auto max-w-5xl px-4 py-5">
        {failed !== undefined ? <Failure title="The figures did not come" detail={failed.message} onRetry={onRetry} />
          : error !== undefined ? <Failure title="The part could not be engraved" detail="The line itself is safe." onRetry={() => void mutate()} />
            : data === undefined ? <StaffSkeleton systems={4} label="Engraving the part" /> : <Sheet page={data} chosen={sounding} />}
      </div>
      {count !== undefined && <p aria-hidden className="pointer-events-none absolute inset-x-0 top-[30%] text-center font-serif text-[120px] leading-none font-semibold text-accent">{count}</p>}
    </div>
  );
}
