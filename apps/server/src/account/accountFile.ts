import { type AccountFile, ListedPupilDto, LogEntryDto, MAX_CLASSES, SaveClassDto, SaveKitDto, SaveWorkDto } from '@cifra/contract';
import { type Exercise, MAX_TEXT_LENGTH, readExercise } from '@cifra/core';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { attachmentName } from '../part/attachment';

const MAIN = 'account.json';
export const MAX_ACCOUNT_BYTES = 20 * 1024 * 1024;
const MOST_EXERCISES = 2000;
const MOST_ROWS = 20_000;

/** A recording that goes with the file. */
export interface AccountSound {
  readonly name: string;
  readonly bytes: Buffer;
}

/** Packs an account: one file with everything, each line as a file of its own, and the recordings. */
export function packAccount(account: AccountFile, sounds: readonly AccountSound[]): Uint8Array {
  const files: Record<string, Uint8Array> = { [MAIN]: strToU8(JSON.stringify(account, undefined, 1)) };
  account.exercises.forEach((e, i) => { files[`lines/${String(i + 1).padStart(3, '0')} ${attachmentName(e.title)}.json`] = strToU8(JSON.stringify(e.document)); });
  for (const s of sounds) files[`sounds/${attachmentName(s.name)}`] = s.bytes;
  return zipSync(files, { level: 6 });
}

/** Why a file is no account: what it is about, in words. */
export class NoAccount extends Error {}

function checked<T extends object>(type: new () => T, plain: unknown, what: string): T {
  const made = plainToInstance(type, plain);
  if (typeof made !== 'object' || made === null) throw new NoAccount(`${what} is not what it should be`);
  // What the file holds besides (ids, dates) is not taken.
  const [fault] = validateSync(made, { whitelist: true });
  if (fault !== undefined) throw new NoAccount(`${what}: ${fault.property} is not what it should be`);
  return made;
}

const listIn = (from: unknown, name: string, most: number): readonly unknown[] => {
  const found = typeof from === 'object' && from !== null ? (from as Record<string, unknown>)[name] : undefined;
  if (!Array.isArray(found) || found.length > most) throw new NoAccount(`${name} is no list, or too long`);
  return found;
};

/** What a file brings, checked like everything that comes from outside; ids are only good to tell its own rows apart. */
export interface BroughtAccount {
  readonly exercises: readonly { readonly id: string; readonly title: string; readonly document: Exercise }[];
  readonly classes: readonly {
    readonly settings: SaveClassDto;
    readonly pupils: readonly ListedPupilDto[];
    readonly work: readonly (SaveWorkDto & { readonly id: string })[];
    readonly log: readonly (LogEntryDto & { readonly day: string })[];
    readonly kit: readonly SaveKitDto[];
  }[];
}

const DAY = /^\d{4}-\d\d-\d\d$/;
const textOf = (row: unknown, name: string): string => {
  const value = typeof row === 'object' && row !== null ? (row as Record<string, unknown>)[name] : undefined;
  if (typeof value !== 'string') throw new NoAccount(`${name} is missing`);
  return value;
};

/**
 * Reads an account's file.
 * @throws NoAccount for anything else, saying what is wrong
 */
export function unpackAccount(bytes: Uint8Array): BroughtAccount {
  let main: Uint8Array | undefined;
  try {
    // Nothing but the one file is unpacked, and that only where it is not too large.
    main = unzipSync(bytes, { filter: (f) => f.name === MAIN && f.originalSize <= MAX_ACCOUNT_BYTES })[MAIN];
  } catch {
    throw new NoAccount('it is no zip');
  }
  if (main === undefined) throw new NoAccount(`there is no ${MAIN} in it`);
  let plain: unknown;
  try {
    plain = JSON.parse(strFromU8(main));
  } catch {
    throw new NoAccount(`${MAIN} is no JSON`);
  }
  if (textOf(plain, 'cifra') !== 'account') throw new NoAccount('it is no account of Cifra');
  const exercises = listIn(plain, 'exercises', MOST_EXERCISES).map((e) => {
    const title = textOf(e, 'title').slice(0, MAX_TEXT_LENGTH);
    const read = readExercise((e as { document?: unknown }).document);
    if (!read.ok) throw new NoAccount(`the line “${title}” cannot be read`);
    return { id: textOf(e, 'id'), title, document: read.value };
  });
  const classes = listIn(plain, 'classes', MAX_CLASSES).map((c, i) => {
    const name = `class ${i + 1}`;
    const rows = <T extends object>(list: string, type: new () => T): T[] => listIn(c, list, MOST_ROWS).map((r, k) => checked(type, r, `${name}, ${list} ${k + 1}`));
    const days = listIn(c, 'log', MOST_ROWS).map((r) => textOf(r, 'day'));
    if (days.some((d) => !DAY.test(d))) throw new NoAccount(`${name}: a day of the log is no date`);
    const ids = listIn(c, 'work', MOST_ROWS).map((r) => textOf(r, 'id'));
    return {
      settings: checked(SaveClassDto, (c as { settings?: unknown }).settings, `${name}, settings`),
      pupils: rows('pupils', ListedPupilDto),
      work: rows('work', SaveWorkDto).map((w, k) => ({ ...w, id: ids[k] ?? '' })),
      log: rows('log', LogEntryDto).map((l, k) => ({ ...l, day: days[k] ?? '' })),
      kit: rows('kit', SaveKitDto),
    };
  });
  return { exercises, classes };
}
