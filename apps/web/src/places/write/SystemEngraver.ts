import type { EngravedSystem, SystemRequest } from '@cifra/engrave';
import { engraveOneSystem, warmUpSystems } from '../../engraving/useEngraving';

/** A line of music that is wanted, by what is in it; what has to be engraved is put together only when it is. */
export interface Wanted {
  readonly key: string;
  readonly request: () => SystemRequest;
}

/** One line of music that is to be drawn: which bars, and its drawing's name. */
export interface PlannedSystem extends Wanted {
  readonly from: number;
  readonly to: number;
}

/** One line of music: which bars, and its newest drawing (an older one while the new is on its way). */
export interface EditorSystem {
  readonly from: number;
  readonly to: number;
  readonly engraved: EngravedSystem | undefined;
  readonly current: boolean;
}

const KEPT = 400;

const isSame = (a: EditorSystem, b: EditorSystem): boolean =>
  a.from === b.from && a.to === b.to && a.engraved === b.engraved && a.current === b.current;

/**
 * Engraves the lines of music that are wanted, one at a time, each only once.
 *
 * Typing never waits: while one is drawn the list of wanted lines may change any number of times, and the next one
 * drawn is taken from the newest list, the line that is written first.
 */
export class SystemEngraver {
  private readonly drawn = new Map<string, EngravedSystem>();
  private wanted: readonly Wanted[] = [];
  private running = false;
  private failure: Error | undefined;
  /** What is shown, of which plan; undefined when a drawing has come since. */
  private shown: readonly EditorSystem[] = [];
  private shownPlan: readonly PlannedSystem[] | undefined;
  private warmed = false;
  private readonly listeners = new Set<() => void>();

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  get error(): Error | undefined {
    return this.failure;
  }

  /** The lines of a plan as far as they are drawn; those that did not change stay the same objects. */
  show(plan: readonly PlannedSystem[]): readonly EditorSystem[] {
    if (this.shownPlan === plan) return this.shown;
    const before = this.shown;
    this.shown = plan.map(({ key, from, to }, i): EditorSystem => {
      const [old, fresh] = [before[i], this.drawn.get(key)];
      const now = { from, to, engraved: fresh ?? old?.engraved, current: fresh !== undefined };
      return old !== undefined && isSame(old, now) ? old : now;
    });
    this.shownPlan = plan;
    return this.shown;
  }

  /** @param wanted most urgent first */
  want(wanted: readonly Wanted[]): void {
    this.wanted = wanted;
    if (!this.running) void this.run();
  }

  retry(): void {
    this.failure = undefined;
    this.want(this.wanted);
  }

  private next = (): Wanted | undefined =>
    this.failure === undefined ? this.wanted.find((w) => !this.drawn.has(w.key)) : undefined;

  private async run(): Promise<void> {
    this.running = true;
    for (let job = this.next(); job !== undefined; job = this.next()) {
      try {
        this.drawn.set(job.key, await engraveOneSystem(job.request()));
        const [oldest] = this.drawn.keys();
        if (this.drawn.size > KEPT && oldest !== undefined) this.drawn.delete(oldest);
      } catch (e) {
        this.failure = e instanceof Error ? e : new Error(String(e));
      }
      this.shownPlan = undefined;
      for (const l of this.listeners) l();
    }
    this.running = false;
    this.warm();
  }

  /** The first time that nothing is left to draw, the engine is run in on what was drawn last. */
  private warm(): void {
    const last = this.wanted.at(-1);
    if (this.warmed || last === undefined || this.failure !== undefined) return;
    this.warmed = true;
    // A line that cannot be drawn says so when it is wanted.
    warmUpSystems(last.request()).catch(() => undefined);
  }
}
