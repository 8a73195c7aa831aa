import type { EditStep } from '@cifra/core';
import { type Draft, keepDraft } from '../../exercise/drafts';

/** How long after a key the browser's own copy is made. */
const KEEP_MS = 250;

/** Keeps what is written in the browser, a moment after a burst of keys: copying a long line takes time. */
export class DraftKeeper {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private waiting: { readonly index: number; readonly step: EditStep }[] = [];
  private keeping: Promise<void> = Promise.resolve();

  /**
   * @param draft the newest state, asked for when it is kept
   * @param onRefused this browser keeps nothing; said once
   */
  constructor(
    private readonly draft: () => Draft,
    private onRefused: () => void,
  ) {}

  /** Something changed, with a step that is new or without. */
  changed(step?: { readonly index: number; readonly step: EditStep }): void {
    if (step !== undefined) this.waiting = [...this.waiting.filter((s) => s.index < step.index), step];
    this.timer ??= setTimeout(this.keep, KEEP_MS);
  }

  /** Keeps at once. */
  keep = (): void => {
    clearTimeout(this.timer);
    this.timer = undefined;
    const [draft, steps] = [this.draft(), this.waiting];
    this.waiting = [];
    this.keeping = this.keeping
      .then(() => keepDraft(draft, steps))
      .catch(() => {
        this.onRefused();
        this.onRefused = () => undefined;
      });
  };

  /** Keeps what has not been kept yet. */
  flush(): void {
    if (this.timer !== undefined) this.keep();
  }
}
