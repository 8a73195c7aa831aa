import { BothChanged } from '../ui/bothChanged';
import type { Merged } from './threeWay';
import { RequestError } from './request';

/** What is saved whole: how it is sent, put together with what another window saved, and shown. */
export interface Whole<T> {
  readonly put: (whole: T) => Promise<T>;
  /** With the version of what stands, so that it can be sent next. */
  readonly merge: (base: T, mine: T, theirs: T) => Merged<T>;
  /** Shows what stands. */
  readonly show: (theirs: T) => Promise<unknown>;
  /** Names of fields or rows, as they are said. */
  readonly words?: Readonly<Record<string, string>>;
}

/** More windows than this do not save at once. */
const TRIES = 4;

/**
 * Saves a change of a thing over what stands: where another window saved in between, both are put together and sent
 * again.
 * @param base what the change was made on
 * @throws BothChanged where both changed the same
 */
export async function saveOver<T>(whole: Whole<T>, base: T, mine: T, tries = TRIES): Promise<T> {
  try {
    return await whole.put(mine);
  } catch (e) {
    if (!(e instanceof RequestError) || e.refusal.code !== 'conflict' || e.refusal.current === undefined || tries <= 1)
      throw e;
    const theirs = e.refusal.current as T;
    const { merged, clashes } = whole.merge(base, mine, theirs);
    if (clashes.length === 0) return saveOver(whole, theirs, merged, tries - 1);
    await whole.show(theirs);
    throw new BothChanged(
      clashes.map((c) => whole.words?.[c] ?? c),
      async () => whole.show(await saveOver(whole, theirs, merged)),
    );
  }
}

/** Fetches what stands anew where both sides changed the same: a change that was shown at once is taken back first. */
export async function refetching<T>(run: Promise<T>, refetch: () => Promise<unknown>): Promise<T> {
  try {
    return await run;
  } catch (e) {
    if (e instanceof BothChanged) await refetch();
    throw e;
  }
}
