import { join } from 'node:path';
import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import Piscina from 'piscina';
import { Refusal } from '../refusal/refusal';
import { FairQueue, QueueFull } from './fairQueue';
import type { Task, TaskResult } from './task';
import { isLong } from './workOf';

export const READ_SECONDS = 4;
export const PDF_SECONDS = 60;
/** What may wait, of everybody and of one teacher. */
const MOST_WAITING = { all: 64, owner: 16 } as const;
const WORKER_MEMORY_MB = 400;
/** As many as the smallest machine has cores; they stay, since starting one loads the engraver anew. */
const THREADS = 2;

/** Worker threads for engraving and for strangers' files: nothing heavy runs on a request's thread. */
@Injectable()
export class MusicPool implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger(MusicPool.name);
  private stopping = false;
  private readonly queue = new FairQueue(THREADS, MOST_WAITING);
  private readonly pool = new Piscina({
    // Compiled code in any case: threads load plain JavaScript, also under the test runner.
    filename: join(__dirname, '../../dist/worker/musicWorker.js'),
    minThreads: THREADS,
    maxThreads: THREADS,
    resourceLimits: { maxOldGenerationSizeMb: WORKER_MEMORY_MB },
  });

  /** Loads the engraver before anybody waits for it; the server listens meanwhile. */
  onApplicationBootstrap(): void {
    for (let i = 0; i < THREADS; i++) {
      this.pool.run({ kind: 'warm-up' } satisfies Task).catch((e: unknown) => {
        if (!this.stopping) this.log.warn({ err: e }, 'the engraver could not be loaded yet');
      });
    }
  }

  /**
   * @param owner whose work it is: everybody has a turn
   * @param isBackground whether nobody sits and waits for it
   * @throws Refusal took-too-long when the time is over, which begins when the work does, busy when too much waits
   */
  async run<K extends Task['kind']>(
    owner: string,
    task: Extract<Task, { kind: K }>,
    isBackground = false,
  ): Promise<TaskResult[K]> {
    try {
      return await this.queue.run({ owner, isLong: isLong(task), isBackground }, () => this.begin(task));
    } catch (e) {
      if (e instanceof QueueFull)
        throw new Refusal('busy', 'The server is busy with other pages. Try again in a moment.');
      throw e;
    }
  }

  private async begin<K extends Task['kind']>(task: Extract<Task, { kind: K }>): Promise<TaskResult[K]> {
    const seconds = task.kind === 'read' ? READ_SECONDS : PDF_SECONDS;
    try {
      return (await this.pool.run(task, { signal: AbortSignal.timeout(seconds * 1000) })) as TaskResult[K];
    } catch (e) {
      const { name, code } = e as { name?: string; code?: string };
      if (name === 'AbortError' || name === 'TimeoutError')
        throw new Refusal(
          'took-too-long',
          `This took longer than ${seconds} seconds and was stopped. Try a shorter line or fewer parts.`,
        );
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Refusal(
          'took-too-long',
          'This needed too much memory and was stopped. Export only this line and try again.',
        );
      throw e;
    }
  }

  async onApplicationShutdown(): Promise<void> {
    this.stopping = true;
    await this.pool.destroy();
  }
}
