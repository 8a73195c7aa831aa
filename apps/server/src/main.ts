import type { Server } from 'node:http';
import { createServer } from './createServer';
import { readSettings } from './settings';

/**
 * Longer than any proxy or client keeps a silent connection: one that is just being closed here would lose a request.
 */
const KEPT_ALIVE_MS = 65_000;

async function main(): Promise<void> {
  const settings = readSettings(process.env);
  const app = await createServer(settings);
  (app.getHttpServer() as Server).keepAliveTimeout = KEPT_ALIVE_MS;
  await app.listen(settings.port, settings.host);
  process.stdout.write(`listening on http://${settings.host}:${settings.port}\n`);
  // The starter waits for this word.
  process.send?.('listening');
  // A starter that was killed takes the server with it: none is left behind on a port.
  process.on('disconnect', () => process.kill(process.pid, 'SIGTERM'));
}

main().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 1;
});
