import type { NoteAnnotation, PagePlan } from '@cifra/core';
import { FigurePad, pressedForFigure } from '../figurePad/FigurePad';
import { figureWords } from '../words/spoken';

interface Props {
  readonly plan: PagePlan;
  readonly note: NoteAnnotation | undefined;
  readonly next: NoteAnnotation | undefined;
}

const figureOf = (n: NoteAnnotation | undefined) => (n?.fingering.kind === 'playable' ? n.fingering.figure : undefined);

/** What the hands do now and next, on a large drawing of the instrument. */
export function Hands({ plan, note, next }: Props) {
  const {
    instrument,
    teaching: { conventions },
  } = plan.part;
  // A woodwind's drawing is tall, valves and slide are wide.
  const brass = instrument.family === 'brass';
  const words = (n: NoteAnnotation | undefined): string => {
    const figure = figureOf(n);
    return figure === undefined ? 'nothing yet' : figureWords(figure, conventions.fingerCount);
  };
  return (
    <section
      aria-label="The hands"
      className="flex shrink-0 items-stretch justify-center gap-10 border-b border-line bg-band px-5 py-3 max-lg:py-1.5"
    >
      {[
        { n: note, title: 'now', size: `h-44 max-lg:h-28 ${brass ? 'w-72 max-lg:w-40' : 'w-36 max-lg:w-24'}` },
        {
          n: next,
          title: 'next',
          size: `h-44 opacity-70 max-lg:h-28 ${brass ? 'w-52 max-lg:w-28' : 'w-36 max-lg:w-24'}`,
        },
      ].map(({ n, title, size }) => (
        <figure key={title} className="flex min-w-0 items-center gap-3">
          <FigurePad
            instrument={instrument}
            conventions={conventions}
            pressed={pressedForFigure(figureOf(n))}
            label={`${title}: ${words(n)}`}
            className={size}
          />
          <figcaption className="min-w-0">
            <span className="block text-[13px] text-secondary">{title}</span>
            <span className="block font-serif text-[34px] leading-none font-semibold max-lg:text-[24px]">
              {n?.name ?? '–'}
            </span>
          </figcaption>
        </figure>
      ))}
    </section>
  );
}
