/** What is known of a piece of work before it is done. */
export interface Work {
  /** Whose it is: everybody has a turn. */
  readonly owner: string;
  /** Takes so long that it may not have every thread. */
  readonly isLong: boolean;
  /** Nobody sits and waits for it. */
  readonly isBackground: boolean;
}
interface Waiting extends Work {
  readonly since: number;
  readonly begin: () => void;
}

/** Long work that has waited for so long goes before short work. */
const PATIENCE_MS = 3000;

/** Thrown where too much waits already. */
export class QueueFull extends Error {}

/**
 * Work for some threads, in an order that lets short work pass long: long work never has all of them, what somebody
 * waits for comes before what nobody does, and of several owners the one who was served longest ago is next.
 */
export class FairQueue {
  private readonly waiting: Waiting[] = [];
  private readonly servedAt = new Map<string, number>();
  private running = 0;
  private longRunning = 0;
  private served = 0;

  /**
   * @param threads how much is done at once
   * @param most how much may wait, of everybody and of one owner
   * @param now milliseconds, for trials
   */
  constructor(
    private readonly threads: number,
    private readonly most: { readonly all: number; readonly owner: number },
    private readonly now: () => number = Date.now,
  ) {}

  /** @throws QueueFull where too much waits already */
  async run<T>(work: Work, act: () => Promise<T>): Promise<T> {
    await this.turn(work);
    try {
      return await act();
    } finally {
      this.running -= 1;
      if (work.isLong) this.longRunning -= 1;
      this.next();
      // Nobody is before anybody where nothing is done.
      if (this.running === 0) this.servedAt.clear();
    }
  }

  private turn(work: Work): Promise<void> {
    const own = this.waiting.filter((w) => w.owner === work.owner).length;
    if (this.waiting.length >= this.most.all || own >= this.most.owner) return Promise.reject(new QueueFull());
    return new Promise((begin) => {
      this.waiting.push({ ...work, since: this.now(), begin });
      this.next();
    });
  }

  private next(): void {
    while (this.running < this.threads) {
      const work = this.chosen();
      if (work === undefined) return;
      this.waiting.splice(this.waiting.indexOf(work), 1);
      this.running += 1;
      if (work.isLong) this.longRunning += 1;
      this.servedAt.set(work.owner, ++this.served);
      work.begin();
    }
  }

  private chosen(): Waiting | undefined {
    const may = this.waiting.filter((w) => !w.isLong || this.longRunning < Math.max(1, this.threads - 1));
    const rank = (w: Waiting): number =>
      this.now() - w.since > PATIENCE_MS ? 0 : (w.isBackground ? 2 : 0) + (w.isLong ? 1 : 0);
    const last = (w: Waiting): number => this.servedAt.get(w.owner) ?? 0;
    return may.reduce<Waiting | undefined>((best, w) => {
      if (best === undefined) return w;
      return rank(w) - rank(best) < 0 || (rank(w) === rank(best) && last(w) < last(best)) ? w : best;
    }, undefined);
  }
}
