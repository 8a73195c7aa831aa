import 'reflect-metadata';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { accountEntries, outlineOf, zipped } from './account/accountFile';
import { makeTerm } from './demo/term';

/** Writes an invented term as a file that an account brings in: `node dist/makeTerm.js file [day] [seed]`. */
const [file, day, seed] = process.argv.slice(2);
if (file === undefined) {
  process.stderr.write('Say where to: npm run term -- term.zip [day] [seed]\n');
  process.exitCode = 1;
} else {
  const term = makeTerm(day ?? new Date().toISOString().slice(0, 10), seed === undefined ? undefined : Number(seed));
  const [group] = term.classes;
  void pipeline(zipped(accountEntries(outlineOf(term))), createWriteStream(file)).then(() =>
    process.stdout.write(
      `${file}: ${group?.pupils.length ?? 0} pupils, ${term.exercises.length} lines, ${group?.log.length ?? 0} entries of lessons, ${group?.practiceDays.length ?? 0} days of practice. Bring it in under Class, What is kept.\n`,
    ),
  );
}
