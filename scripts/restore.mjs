// npm run restore -- file: puts a backup in place of what is there. What is there is backed up first.
import { backupName, databaseUrl, dumpDatabase, restoreDatabase } from './lib/dump.mjs';
import { fail, Stop } from './lib/steps.mjs';

try {
  const [file] = process.argv.slice(2);
  if (file === undefined) throw new Stop('Say which file: npm run restore -- file');
  const url = databaseUrl();
  const before = backupName();
  await dumpDatabase(url, before);
  process.stdout.write(`What was there is kept in ${before}\n`);
  await restoreDatabase(url, file);
  process.stdout.write('Restored. Everybody signs in again if their session is younger than the backup.\n');
} catch (e) {
  fail(e);
}
