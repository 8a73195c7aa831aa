import type { AccountClass, AccountFile } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { accountEntries, outlineOf } from '../account/accountFile';

/** The whole of an account out of its zip. */
export function accountIn(bytes: Uint8Array): AccountFile {
  const files = unzipSync(bytes);
  const json = (path: string): unknown => JSON.parse(strFromU8(files[path] ?? new Uint8Array()));
  const main = json('account.json') as Omit<AccountFile, 'exercises' | 'classes'> & {
    readonly exercises: readonly { readonly id: string; readonly title: string; readonly file: string }[];
    readonly classes: readonly string[];
  };
  return {
    ...main,
    exercises: main.exercises.map(({ id, title, file }) => ({ id, title, document: json(file) as Exercise })),
    classes: main.classes.map((file) => json(file) as AccountClass),
  };
}

/** An account as a zip, whole or spoiled, perhaps with files that do not belong in it. */
export async function zipOf(
  account: AccountFile,
  others: Readonly<Record<string, Uint8Array>> = {},
): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = { ...others };
  for await (const [path, bytes] of accountEntries(outlineOf(account))) files[path] = bytes;
  return zipSync(files);
}
