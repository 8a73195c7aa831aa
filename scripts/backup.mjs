// npm run backup -- [file]: everything in the database as one file; by default under .cifra/backups, named by the time.
import { backupName, databaseUrl, dumpDatabase } from './lib/dump.mjs';
import { fail } from './lib/steps.mjs';

try {
  const file = process.argv[2] ?? backupName();
  const bytes = await dumpDatabase(databaseUrl(), file);
  process.stdout.write(`${file}: ${(bytes / 1024).toFixed(0)} KB\n`);
} catch (e) {
  fail(e);
}
