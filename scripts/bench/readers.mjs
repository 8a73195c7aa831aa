import { Worker } from 'node:worker_threads';
import { line } from './measuring.mjs';

const FILES = 20_000;
const WORKERS = 2;
const SECONDS = 2;
const MEMORY_MB = 300;

/**
 * Malformed files through every reader: none may crash, hang, or eat memory, and each ends in a value or in named
 * problems.
 */
export async function benchReaders() {
  line(`${FILES} generated malformed files`, 'files', 'read', 'refused', 'worst ms');
  const each = FILES / WORKERS;
  const results = await Promise.all(
    Array.from(
      { length: WORKERS },
      (_u, i) =>
        new Promise((resolve, reject) => {
          // A hang would stop the thread's own clock: it is watched from here, file by file.
          const worker = new Worker(new URL('./readersWorker.mjs', import.meta.url), {
            workerData: { from: i * each, to: (i + 1) * each },
            resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
          });
          let current;
          let since = Date.now();
          const watch = setInterval(() => {
            if (current !== undefined && Date.now() - since > SECONDS * 1000) {
              clearInterval(watch);
              void worker.terminate();
              reject(new Error(`file ${current} took longer than ${SECONDS} s`));
            }
          }, 250);
          worker.on('message', (m) => {
            if (m.at !== undefined) {
              current = m.at;
              since = Date.now();
            } else {
              clearInterval(watch);
              resolve(m.done);
            }
          });
          worker.on('error', (e) => {
            clearInterval(watch);
            reject(new Error(`file ${current}: ${e.message}`));
          });
        }),
    ),
  );
  const kinds = new Map();
  for (const { byKind } of results) {
    for (const [kind, r] of Object.entries(byKind)) {
      const sum = kinds.get(kind) ?? { files: 0, read: 0, refused: 0, worst: 0, unnamed: [] };
      kinds.set(kind, {
        files: sum.files + r.files,
        read: sum.read + r.read,
        refused: sum.refused + r.refused,
        worst: Math.max(sum.worst, r.worst),
        unnamed: [...sum.unnamed, ...r.unnamed],
      });
    }
  }
  for (const [kind, r] of kinds) line(`  ${kind}`, r.files, r.read, r.refused, r.worst.toFixed(0));
  const unnamed = [...kinds.values()].flatMap((r) => r.unnamed);
  line('  memory held by a reader at most', `${Math.max(...results.map((r) => r.heapMb)).toFixed(0)} MB`);
  if (unnamed.length > 0) throw new Error(`no value and no problem: ${unnamed.slice(0, 5).join(', ')}`);
}
