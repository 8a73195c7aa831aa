/** Two windows changed one thing in two ways: what stands is shown, and the change made here can be put over it. */
export class BothChanged extends Error {
  constructor(
    what: readonly string[],
    /** Saves the change made here over what the other window saved. */
    readonly overwrite: () => Promise<unknown>,
  ) {
    super(`Changed in another window too: ${what.join(', ')}. What was saved there is shown now.`);
  }
}
