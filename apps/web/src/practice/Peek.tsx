import type { NoteAnnotation, PagePlan } from '@cifra/core';
import { FigurePad, pressedForFigure } from '../figurePad/FigurePad';
import { figureWords } from '../words/spoken';

/** The figure of a note that was tapped. */
export function Peek({ plan, note }: { readonly plan: PagePlan; readonly note: NoteAnnotation }) {
  const { instrument, teaching } = plan.part;
  const figure = note.fingering.kind === 'playable' ? note.fingering.figure : undefined;
  return (
    <div role="status" className="flex shrink-0 items-center gap-4 border-t border-line bg-accent-soft px-5 py-2">
      <FigurePad
        instrument={instrument}
        conventions={teaching.conventions}
        pressed={pressedForFigure(figure)}
        label="its figure"
        className="h-16 w-28"
      />
      <p>
        <strong className="text-[17px] font-semibold">{note.name}</strong>:{' '}
        {figure === undefined ? 'no figure' : figureWords(figure, teaching.conventions.fingerCount)}
      </p>
    </div>
  );
}
