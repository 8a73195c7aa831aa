import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { setImmediate as letOthers } from 'node:timers/promises';
import type { AccountClass, AccountFile } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { ZipFile } from 'yazl';
import { attachmentName } from '../web/attachment';
import { ACCOUNT_MAIN, ACCOUNT_SUMS } from '../worker/readAccount';

/** Something that is fetched when its turn comes: never more than one line, class or recording is held. */
type Later<T> = () => T | Promise<T>;

/** What goes into an account's zip. */
export interface AccountOutline extends Omit<AccountFile, 'exercises' | 'classes'> {
  readonly exercises: readonly { readonly id: string; readonly title: string; readonly document: Later<Exercise> }[];
  readonly classes: readonly { readonly name: string; readonly whole: Later<AccountClass> }[];
  readonly sounds: readonly { readonly name: string; readonly bytes: Later<Uint8Array> }[];
}

export type Entry = readonly [path: string, bytes: Uint8Array];

/** An object as JSON, field by field, with a rest for others between them. */
async function json(value: object): Promise<Uint8Array> {
  const fields: string[] = [];
  for (const [name, field] of Object.entries(value)) {
    if (field !== undefined) fields.push(`${JSON.stringify(name)}:${JSON.stringify(field)}`);
    await letOthers();
  }
  return Buffer.from(`{${fields.join(',')}}`);
}

/** The files of an account's zip but its sums: a list of what there is, each line and class, and the recordings. */
async function* contents({ exercises, classes, sounds, ...account }: AccountOutline): AsyncGenerator<Entry> {
  const numbered = (folder: string, i: number, name: string): string =>
    `${folder}/${String(i + 1).padStart(3, '0')} ${attachmentName(name)}.json`;
  const lines = exercises.map(({ id, title }, i) => ({ id, title, file: numbered('lines', i, title) }));
  const groups = classes.map(({ name }, i) => numbered('classes', i, name));
  yield [ACCOUNT_MAIN, await json({ ...account, exercises: lines, classes: groups })];
  for (const [i, { document }] of exercises.entries()) yield [lines[i]?.file ?? '', await json(await document())];
  for (const [i, { whole }] of classes.entries()) yield [groups[i] ?? '', await json(await whole())];
  for (const { name, bytes } of sounds) yield [`sounds/${attachmentName(name)}`, await bytes()];
}

/** The files of an account's zip, the last with the sums of all others, as `sha256sum --check` reads them. */
export async function* accountEntries(outline: AccountOutline): AsyncGenerator<Entry> {
  let sums = '';
  for await (const [path, bytes] of contents(outline)) {
    sums += `${createHash('sha256').update(bytes).digest('hex')}  ${path}\n`;
    yield [path, bytes];
  }
  yield [ACCOUNT_SUMS, Buffer.from(sums)];
}

/** An account that is wholly at hand. */
export const outlineOf = ({ exercises, classes, ...account }: AccountFile): AccountOutline => ({
  ...account,
  exercises: exercises.map(({ document, ...e }) => ({ ...e, document: () => document })),
  classes: classes.map((c) => ({ name: c.settings.name, whole: () => c })),
  sounds: [],
});

/** A zip of such files, each asked for when the one before has gone out. */
export function zipped(entries: AsyncIterable<Entry>): Readable {
  const zip = new ZipFile();
  const output = zip.outputStream as Readable;
  const gone = new AbortController();
  output.once('close', () => gone.abort());
  zip.on('error', (e: Error) => output.destroy(e));
  const run = async (): Promise<void> => {
    for await (const [path, bytes] of entries) {
      const file = Readable.from([bytes]);
      zip.addReadStream(file, path);
      await finished(file, { signal: gone.signal });
    }
    zip.end();
  };
  run().catch((e: Error) => output.destroy(e));
  return output;
}
