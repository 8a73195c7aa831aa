/** Two windows changed one thing in two ways: the other one stands, and this one can be put over it. */
export class BothChanged extends Error {
  constructor(
    what: readonly string[],
    /** Saves the change made here over what the other window saved. */
    readonly overwrite: () => Promise<unknown>,
  ) {
    super(`Changed in another window too: ${what.join(', ')}. It stands as it was saved there.`);
  }
}
