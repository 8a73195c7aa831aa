import type { ClassView, PupilView } from '@cifra/contract';
import {
  inScoreOrder,
  type InstrumentId,
  instrumentOf,
  knownNotes,
  type Teaching,
  taughtTo,
  withSetup,
} from '@cifra/core';
import type { PageCopy } from '../worker/task';

/** An instrument's page as the class has it. */
export function classCopy(group: ClassView, teaching: Teaching, instrument: InstrumentId, today: string): PageCopy {
  const known = knownNotes(group.known)[instrument];
  return { instrument, teaching, page: group.page, today, ...(known !== undefined && { known }) };
}

/** A pupil's own page: the class's with what theirs has otherwise. */
export function pupilCopy(
  group: ClassView,
  teaching: Teaching,
  pupil: PupilView,
  today: string,
  instrument = pupil.instrument,
): PageCopy {
  const copy = classCopy(group, taughtTo(teaching, pupil), instrument, today);
  const known = knownNotes(pupil.known)[instrument];
  return {
    ...copy,
    name: pupil.name,
    pupilId: pupil.id,
    page: withSetup(group.page, pupil.page),
    ...(known !== undefined && { known }),
  };
}

/**
 * A copy for every pupil, in score order and within it by the teacher's list; instruments without a pupil get one plain
 * copy.
 */
export function copiesForAll(
  group: ClassView,
  teaching: Teaching,
  pupils: readonly PupilView[],
  today: string,
): PageCopy[] {
  const all = inScoreOrder([...group.instruments, ...pupils.map((p) => p.instrument)]);
  return all.flatMap((instrument) => {
    const players = pupils.filter((p) => p.instrument === instrument);
    return players.length === 0
      ? [classCopy(group, teaching, instrument, today)]
      : players.map((p) => pupilCopy(group, teaching, p, today));
  });
}

/** A file name for a copy in a zip: its number keeps the order. */
export const copyName = (copy: PageCopy, index: number): string =>
  `${String(index + 1).padStart(2, '0')} ${copy.name === undefined ? '' : `${copy.name}, `}${instrumentOf(copy.instrument).name}`.replace(
    /[\\/:*?"<>|]/g,
    ' ',
  );
