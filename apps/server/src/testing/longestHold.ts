import { readFileSync } from 'node:fs';

/** A garbage collection or a compilation may fall in between: what a request costs is the least that was seen. */
const TRIES = 4;
/** What a request may hold everybody else for, in milliseconds. */
export const MOST_HOLD_MS = 50;
/**
 * The same of the largest things that are taken, beside other tests and before much is compiled: `npm run bench --
 * holding` asks a server that runs alone for the 50 ms.
 */
export const MOST_HOLD_OF_LARGEST_MS = 150;

/**
 * Milliseconds that the main thread has computed, as Linux counts them: other tests on the machine make a thread wait,
 * and waiting holds nobody. Elsewhere the clock has to do.
 */
function computed(): number {
  try {
    return Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, 'latin1').split(' ')[0]) / 1e6;
  } catch {
    return performance.now();
  }
}

/** The longest that what is run held everybody else, in milliseconds; it is run again while that is too long. */
export async function longestHold(run: () => Promise<unknown>): Promise<number> {
  let least = Infinity;
  for (let i = 0; i < TRIES && least >= MOST_HOLD_MS; i++) {
    let longest = 0;
    let before = computed();
    const timer = setInterval(() => {
      const now = computed();
      longest = Math.max(longest, now - before);
      before = now;
    }, 1);
    await run();
    await new Promise((done) => setTimeout(done, 30));
    clearInterval(timer);
    least = Math.min(least, longest);
  }
  return least;
}
