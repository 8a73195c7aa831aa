import type { Server } from 'node:http';
import { createServer } from './createServer';
import { safeError } from './refusal/safeError';
import { readSettings } from './settings';
import { startRefusal } from './startRefusal';

/**
 * Longer than any proxy or client keeps a silent connection: one that is just being closed here would lose a request.
 */
const KEPT_ALIVE_MS = 65_000;

async function main(): Promise<void> {
  const settings = readSettings(process.env);
  const app = await createServer(settings);
  (app.getHttpServer() as Server).keepAliveTimeout = KEPT_ALIVE_MS;
  await app.listen(settings.port, settings.host);
  process.stdout.write(`listening on ${await app.getUrl()}\n`);
  // The starter waits for this word.
  process.send?.('listening');
  // A starter that was killed takes the server with it: none is left behind on a port.
  process.on('disconnect', () => process.kill(process.pid, 'SIGTERM'));
}

/** Ends at once; the words of the error are its own, without what was sent or stored. */
function end(e: unknown): never {
  const { type, message, codes, at } = safeError(e);
  process.stderr.write(`${[`${type}: ${message} ${codes.join(' ')}`, ...at].join('\n')}\n`);
  process.exit(1);
}
process.on('uncaughtException', end);
process.on('unhandledRejection', end);

main().catch((e: unknown) => {
  process.stderr.write(`${startRefusal(e)}\n`);
  process.exit(1);
});
