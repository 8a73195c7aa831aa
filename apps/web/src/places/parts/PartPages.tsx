import { instrumentWord } from '@cifra/contract/words';
import type { Part } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { useEffect, useRef, useState } from 'react';
import type { PartRequest } from '../../engraving/engraveWorker';
import { usePartPages } from '../../engraving/useEngraving';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';

interface Props {
  readonly part: Part;
  readonly request: PartRequest;
  /** Engraved only when it comes near the window: a whole class is many pages. */
  readonly lazy: boolean;
  readonly chosen: string | undefined;
  readonly onChoose: (noteId: string) => void;
}

const ASPECT = { a4: 'aspect-[210/297]', letter: 'aspect-[216/279]' } as const;

function useNear(lazy: boolean) {
  const ref = useRef<HTMLElement>(null);
  const [near, setNear] = useState(!lazy);
  useEffect(() => {
    if (near || ref.current === null) return;
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting === true && setNear(true), {
      rootMargin: '600px',
    });
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, [near]);
  return { ref, near };
}

export function PartPages(props: Props) {
  const { ref, near } = useNear(props.lazy);
  const { part, request } = props;
  return (
    <section
      ref={ref}
      aria-label={instrumentTitle(part.instrument)}
      className="mx-auto max-w-[75rem] space-y-5 p-2 md:p-5"
    >
      {near ? <Engraved {...props} /> : <div className={`bg-white shadow-sm ${ASPECT[request.paper]}`} />}
    </section>
  );
}

function Engraved({ part, request, chosen, onChoose }: Props) {
  const pages = usePartPages(request);
  return (
    <Loaded
      of={pages}
      what={`The page for ${instrumentWord(part.instrument)}`}
      verb={DRAWN}
      detail="The line itself is safe. Try again, or choose another instrument."
      systems={4}
      className={`bg-white p-12 shadow-sm ${ASPECT[request.paper]}`}
    >
      {(drawn) => (
        <div aria-busy={pages.isLoading} className="space-y-5">
          {drawn.map((page, i) => (
            <Sheet
              key={i}
              page={page}
              chosen={chosen}
              onChoose={onChoose}
              className={`bg-white shadow-sm sheet-${request.paper}`}
            />
          ))}
        </div>
      )}
    </Loaded>
  );
}
