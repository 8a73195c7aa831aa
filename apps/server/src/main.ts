import { createServer } from './createServer';
import { readSettings } from './settings';

async function main(): Promise<void> {
  const settings = readSettings(process.env);
  const app = await createServer(settings);
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
