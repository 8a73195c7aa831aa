import { join } from 'node:path';
import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import Piscina from 'piscina';
import { Refusal } from '../refusal/refusal';
import type { Task, TaskResult } from './task';

export const READ_SECONDS = 4;
export const PDF_SECONDS = 60;
const MAX_QUEUE = 64;
const WORKER_MEMORY_MB = 400;
/** As many as the smallest machine has cores; they stay, since starting one loads the engraver anew. */
const THREADS = 2;

/** Worker threads for engraving and for strangers' files: nothing heavy runs on a request's thread. */
@Injectable()
export class MusicPool implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger(MusicPool.name);
  private stopping = false;
  private readonly pool = new Piscina({
    // Compiled code in any case: threads load plain JavaScript, also under the test runner.
    filename: join(__dirname, '../../dist/worker/musicWorker.js'),
    minThreads: THREADS,
    maxThreads: THREADS,
    maxQueue: MAX_QUEUE,
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

  /** @throws Refusal took-too-long when the time is over, busy when too many wait */
  async run<K extends Task['kind']>(task: Extract<Task, { kind: K }>): Promise<TaskResult[K]> {
    const seconds = task.kind === 'read' ? READ_SECONDS : PDF_SECONDS;
    try {
      return (await this.pool.run(task, { signal: AbortSignal.timeout(seconds * 1000) })) as TaskResult[K];
    } catch (e) {
      const { name, code, message } = e as { name?: string; code?: string; message?: string };
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
      if (message === 'Task queue is at limit')
        throw new Refusal('busy', 'The server is busy with other pages. Try again in a moment.');
      throw e;
    }
  }

  async onApplicationShutdown(): Promise<void> {
    this.stopping = true;
    await this.pool.destroy();
  }
}
