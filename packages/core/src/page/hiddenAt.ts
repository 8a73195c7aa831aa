import type { Annotations, NoteAnnotation } from '../part/annotate';
import type { Part } from '../part/derivePart';
import { midi } from '../pitch/pitch';
import type { NoteId } from '../score/score';
import { systemsOfPage } from '../score/pageSystems';
import { placedNotes } from '../score/placedNotes';
import { slidePlace } from '../fingering/change';
import type { Change } from '../trouble/partTrouble';
import { WORTH_A_MARK } from '../trouble/partTrouble';
import { figureText } from '../fingering/figure';
import type { FadeStep } from './fadeSchedule';
import type { BandRow } from './pageSetup';

/** What the choice is made from. */
export interface FadingFacts {
  readonly part: Part;
  readonly annotations: Annotations;
  readonly barsPerSystem: number;
  readonly newNotes: ReadonlySet<NoteId>;
  readonly changes: readonly Change[];
}

/**
 * Where the eye needs a word again: the letter's sign is another than last time, it comes for the first time, or the
 * slide has moved.
 */
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

/** Each sound once a line of the page: where it comes again, it is hidden. */
function comesAgain({ part, barsPerSystem }: FadingFacts): ReadonlySet<NoteId> {
  const lineOf = systemsOfPage(part.score, barsPerSystem);
  const seen = new Set<string>();
  const again = new Set<NoteId>();
  for (const { note, measureIndex } of placedNotes(part.score)) {
    const name = `${lineOf[measureIndex]} ${midi(note.pitch)}`;
    if (seen.has(name)) again.add(note.id);
    seen.add(name);
  }
  return again;
}

/** What a row says over a note, as far as the next note may say the same. */
function saying(row: BandRow, n: NoteAnnotation): string {
  if (row !== 'figure' && row !== 'diagram') return `${midi(n.written)} ${n.written.step}`;
  return n.fingering.kind === 'playable' ? figureText(n.fingering.figure) : n.fingering.because;
}

/** Where a row says what it said at the note before; each line of the page begins anew, and counts go on. */
function saidBefore(row: BandRow, { part, annotations, barsPerSystem }: FadingFacts): ReadonlySet<NoteId> {
  if (row === 'count') return new Set();
  const lineOf = systemsOfPage(part.score, barsPerSystem);
  let before: string | undefined;
  const again = new Set<NoteId>();
  for (const n of annotations.values()) {
    const now = `${lineOf[n.place.measureIndex]} ${saying(row, n)}`;
    if (now === before) again.add(n.id);
    before = now;
  }
  return again;
}

/** The notes over which a step of a fading plan leaves a row empty. */
export function hiddenAt(step: FadeStep, row: BandRow, facts: FadingFacts): ReadonlySet<NoteId> {
  const notes = [...facts.annotations.values()];
  const allBut = (shown: (n: NoteAnnotation) => boolean): ReadonlySet<NoteId> =>
    new Set(notes.filter((n) => !shown(n)).map((n) => n.id));
  switch (step) {
    case 'every':
      return new Set();
    case 'none':
      return allBut(() => false);
    case 'new':
      return allBut((n) => facts.newNotes.has(n.id));
    case 'trouble': {
      const marked = troubled(facts.changes);
      return allBut((n) => marked.has(n.id));
    }
    case 'after-change':
      return allBut(afterChange());
    case 'when-it-changes':
      return saidBefore(row, facts);
    case 'first-in-system':
      return comesAgain(facts);
  }
}
