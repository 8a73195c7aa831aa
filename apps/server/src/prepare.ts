import { migrateDatabase } from './db/migrate';
import { seedDemo } from './demo/seed';
import { readSettings } from './settings';
import { startRefusal } from './startRefusal';

/** Run by the starter before the server: newest schema, then the demo data when asked for. */
async function prepare(): Promise<void> {
  const settings = readSettings(process.env);
  await migrateDatabase(settings.databaseUrl);
  if (settings.demo) await seedDemo(settings.databaseUrl);
}

prepare().catch((e: unknown) => {
  process.stderr.write(`${startRefusal(e)}\n`);
  process.exitCode = 1;
});
