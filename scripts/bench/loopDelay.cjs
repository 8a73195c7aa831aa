// Loaded into a server before it starts: on SIGWINCH it writes the longest that its event loop was held since the last
// time, in milliseconds, to the file that CIFRA_LOOP_FILE names.
const { monitorEventLoopDelay } = require('node:perf_hooks');
const { isMainThread } = require('node:worker_threads');
const { renameSync, writeFileSync } = require('node:fs');

const file = process.env.CIFRA_LOOP_FILE;
if (isMainThread) {
  const monitor = monitorEventLoopDelay({ resolution: 1 });
  monitor.enable();
  process.on('SIGWINCH', () => {
    writeFileSync(`${file}.new`, String(monitor.max / 1e6));
    renameSync(`${file}.new`, file);
    monitor.reset();
  });
}
