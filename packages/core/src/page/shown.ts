import type { Annotations, NoteAnnotation } from '../part/annotate';
import type { Part } from '../part/derivePart';
import { midi } from '../pitch/pitch';
import type { NoteId } from '../score/score';
import { linesOfPage } from '../score/pageLines';
import { structureOf } from '../score/structure';
import { slidePlace } from '../fingering/change';
import type { Change } from '../trouble/partTrouble';
import { WORTH_A_MARK } from '../trouble/partTrouble';
import type { FadeStep } from './fadePlan';

/** What the masks are made from. */
export interface ShownFacts {
  readonly part: Part;
  readonly annotations: Annotations;
  readonly barsALine: number;
  readonly isNew: (midi: number) => boolean;
  readonly changes: () => readonly Change[];
}

/** Where the eye needs a word again: the letter's sign is another than last time, it comes for the first time, or the slide has moved. */
function afterChange(): (n: NoteAnnotation) => boolean {
  const alters = new Map<string, number>();
  let place: number | undefined;
  return (n) => {
    const letter = `${n.written.step}${n.written.octave}`;
    const otherSign = alters.get(letter) !== n.written.alter;
    alters.set(letter, n.written.alter);
    const figure = n.fingering.kind === 'playable' ? n.fingering.figure : undefined;
    if (figure?.kind !== 'slide') return otherSign;
    const here = slidePlace(figure) + (figure.thumb === true ? 100 : 0);
    const moved = place !== here;
    place = here;
    return otherSign || moved;
  };
}

/** Every note at either end of a change that is worth a mark. */
function troubled(changes: readonly Change[]): ReadonlySet<NoteId> {
  return new Set(changes.filter((c) => c.cost >= WORTH_A_MARK).flatMap((c) => [c.from, c.to]));
}

/**
 * Which notes a step of a fading plan leaves without help.
 * @returns for each note in order whether it is hidden; undefined when none is
 */
export function hiddenAt(
  step: FadeStep,
  { part, annotations, barsALine, isNew, changes }: ShownFacts,
): readonly boolean[] | undefined {
  const notes = annotations.values();
  switch (step) {
    case 'every':
      return undefined;
    case 'none':
      return notes.map(() => true);
    case 'new':
      return notes.map((n) => !isNew(midi(n.written)));
    case 'trouble': {
      const marked = troubled(changes());
      return notes.map((n) => !marked.has(n.id));
    }
    case 'after-change': {
      const needed = afterChange();
      return notes.map((n) => !needed(n));
    }
    case 'first-in-line': {
      const { measureOf } = structureOf(part.concert);
      const lineOf = linesOfPage(part.concert, barsALine);
      const seen = new Set<string>();
      return notes.map((n, i) => {
        const name = `${lineOf[measureOf[i] as number]} ${midi(n.written)}`;
        const before = seen.has(name);
        seen.add(name);
        return before;
      });
    }
  }
}
