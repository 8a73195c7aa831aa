import type { EngravedSystem, SystemRequest } from '@cifra/engrave';
import { engraveOneSystem, warmUpSystems } from '../../engraving/useEngraving';

/** A line of music that is wanted, by what is in it; what has to be engraved is put together only when it is. */
export interface Wanted {
  readonly key: string;
  readonly request: () => SystemRequest;
}

const KEPT = 400;

/**
 * Engraves the lines of music that are wanted, one at a time, each only once.
 *
 * Typing never waits: while one is drawn the list of wanted lines may change any number of times, and the next one drawn
 * is taken from the newest list, the line that is written first.
 */
export class SystemEngraver {
  private readonly drawn = new Map<string, EngravedSystem>();
  private wanted: readonly Wanted[] = [];
  private running = false;
  private failure: Error | undefined;
  private version = 0;
  private warmed = false;
  private readonly listeners = new Set<() => void>();

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  snapshot = (): number => this.version;

  get error(): Error | undefined {
    return this.failure;
  }

  get = (key: string): EngravedSystem | undefined => this.drawn.get(key);

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
      this.version += 1;
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
