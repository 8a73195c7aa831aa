import { setTimeout as pause } from 'node:timers/promises';

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 8000;
/** Who has run for so long is well again: the next pause is short. */
const WELL_MS = 60_000;

/**
 * Keeps something running: when it ends by itself it is started again, after pauses that grow.
 *
 * @param name as it is said: `The server`
 * @param start starts it; @returns {ended, stop}: a promise of its end in words, and how it is told to end
 * @param say tells whoever runs it
 */
export class Kept {
  #running;
  #stopping = new AbortController();
  #watching;
  #startedAt = 0;
  #pauseMs = FIRST_PAUSE_MS;

  constructor(name, start, say) {
    Object.assign(this, { name, start, say });
  }

  /** Starts it the first time. @throws what its start throws: there is nothing to come back to */
  async begin() {
    this.#running = await this.start();
    this.#startedAt = Date.now();
    this.#watching = this.#watch();
    return this.#running;
  }

  get #isStopping() {
    return this.#stopping.signal.aborted;
  }

  async #watch() {
    while (!this.#isStopping) {
      const how = this.#running === undefined ? undefined : await this.#running.ended;
      if (this.#isStopping) return;
      if (Date.now() - this.#startedAt > WELL_MS) this.#pauseMs = FIRST_PAUSE_MS;
      if (how !== undefined)
        this.say(`${this.name} ended by itself (${how}). It is started again in ${this.#pauseMs / 1000} s.`);
      await pause(this.#pauseMs, undefined, { signal: this.#stopping.signal }).catch(() => undefined);
      this.#pauseMs = Math.min(2 * this.#pauseMs, LONGEST_PAUSE_MS);
      if (this.#isStopping) return;
      await this.#startAgain();
    }
  }

  async #startAgain() {
    this.#running = undefined;
    try {
      this.#running = await this.start();
      this.#startedAt = Date.now();
      this.say(`${this.name} is running again.`);
    } catch (e) {
      this.say(`${this.name} could not be started: ${e.message} It is tried again in ${this.#pauseMs / 1000} s.`);
    }
  }

  async stop() {
    this.#stopping.abort();
    await this.#running?.stop();
    await this.#watching;
    // It may have come back just then.
    await this.#running?.stop();
  }
}
