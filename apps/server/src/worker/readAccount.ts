import { createHash } from 'node:crypto';
import {
  HandInDto,
  SayHandInDto,
  ListedPupilDto,
  LogEntryDto,
  MAX_CLASSES,
  MAX_EXERCISES,
  MAX_HAND_IN_BYTES,
  MAX_PUPILS,
  MetEntryDto,
  PracticeDayDto,
  PupilPageDto,
  SaveAssignmentDto,
  SaveClassDto,
  SaveKitDto,
  SavePracticeDto,
  TermDto,
} from '@cifra/contract';
import { type InstrumentId, isInstrumentId, MAX_TEXT_LENGTH, readExercise } from '@cifra/core';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { strFromU8, type Unzipped, unzipSync } from 'fflate';
import { upgradedAccount } from './upgradedAccount';

/** The file of an account's zip that says what else is in it, and the one with the sums of all others. */
export const ACCOUNT_MAIN = 'account.json';
export const ACCOUNT_SUMS = 'SHA256SUMS';
/** Nothing else of a zip is unpacked, and nothing is ever written under a name of the zip's. */
const KNOWN_PATH = /^(account\.json|SHA256SUMS|(lines|classes|sounds)\/[^/]+)$/;
const MB = 1024 * 1024;
const MOST_BYTES = { file: 40 * MB, all: 200 * MB } as const;
const MOST_ROWS = 20_000;
/** The first version whose lines and classes are files of their own, with sums. */
const IN_FILES = 3;

/** Whose practice or take it was, by the file's own ids. */
interface Whose {
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly instrument: InstrumentId;
}

/** A class that a file brings, checked like everything that comes from outside. */
export interface BroughtClass {
  readonly settings: SaveClassDto;
  readonly pupils: readonly (ListedPupilDto & { readonly id: string; readonly page?: PupilPageDto })[];
  readonly assignments: readonly (SaveAssignmentDto & { readonly id: string })[];
  readonly log: readonly (LogEntryDto & { readonly day: string })[];
  readonly kit: readonly SaveKitDto[];
  readonly term: TermDto | null;
  readonly met: readonly (MetEntryDto & { readonly day: string; readonly exerciseId?: string })[];
  readonly practice: readonly (SavePracticeDto & Whose & { readonly updatedAt: string })[];
  readonly practiceDays: readonly (PracticeDayDto & Whose)[];
  /** `sound` is the name of a recording. */
  readonly handIns: readonly (HandInDto &
    SayHandInDto &
    Whose & { readonly createdAt: string; readonly sound?: string })[];
}

/**
 * What a file brings; ids are only good to tell its own rows apart. Lines and classes are JSON in portions, which the
 * thread that keeps them takes one at a time.
 */
export interface BroughtAccount {
  readonly exercises: readonly { readonly id: string; readonly title: string; readonly document: string }[];
  readonly classes: readonly Readonly<Record<keyof BroughtClass, string>>[];
  /** By their paths. */
  readonly sounds: Readonly<Record<string, Uint8Array>>;
}

/** What a file brings, or what it is about it that makes it no account, in words. */
export type ReadAccount = { readonly account: BroughtAccount } | { readonly fault: string };

class NoAccount extends Error {}

function checked<T extends object>(type: new () => T, plain: unknown, what: string): T {
  const made = plainToInstance(type, plain);
  if (typeof made !== 'object' || made === null) throw new NoAccount(`${what} is not what it should be`);
  // What the file holds besides (ids, dates) is not taken.
  const [fault] = validateSync(made, { whitelist: true });
  if (fault !== undefined) throw new NoAccount(`${what}: ${fault.property} is not what it should be`);
  return made;
}

const fieldOf = (of: unknown, name: string): unknown =>
  typeof of === 'object' && of !== null ? (of as Record<string, unknown>)[name] : undefined;

function listIn(from: unknown, name: string, most: number): readonly unknown[] {
  const found = fieldOf(from, name);
  if (!Array.isArray(found) || found.length > most) throw new NoAccount(`${name} is no list, or too long`);
  return found;
}

/** A list that older files do not have. */
const listOrNone = (from: unknown, name: string): readonly unknown[] =>
  fieldOf(from, name) === undefined ? [] : listIn(from, name, MOST_ROWS);

function textOf(row: unknown, name: string): string {
  const value = fieldOf(row, name);
  if (typeof value !== 'string') throw new NoAccount(`${name} is missing`);
  return value;
}

function whose(row: unknown, what: string): Whose {
  const instrument = textOf(row, 'instrument');
  if (!isInstrumentId(instrument)) throw new NoAccount(`${what}: instrument is not what it should be`);
  return { pupilId: textOf(row, 'pupilId'), exerciseId: textOf(row, 'exerciseId'), instrument };
}

function unpacked(bytes: Uint8Array): Unzipped {
  let all = 0;
  const isWanted = (f: { readonly name: string; readonly originalSize: number }): boolean =>
    KNOWN_PATH.test(f.name) &&
    f.originalSize <= (f.name.startsWith('sounds/') ? MAX_HAND_IN_BYTES : MOST_BYTES.file) &&
    (all += f.originalSize) <= MOST_BYTES.all;
  try {
    return unzipSync(bytes, { filter: isWanted });
  } catch {
    throw new NoAccount('it is no zip');
  }
}

/** The files of a zip, by their paths. */
class Files {
  constructor(private readonly files: Unzipped) {}

  json(path: string): unknown {
    const found = this.files[path];
    if (found === undefined) throw new NoAccount(`there is no ${path} in it`);
    try {
      return JSON.parse(strFromU8(found)) as unknown;
    } catch {
      throw new NoAccount(`${path} is no JSON`);
    }
  }

  sounds(): Record<string, Uint8Array> {
    return Object.fromEntries(Object.entries(this.files).filter(([path]) => path.startsWith('sounds/')));
  }

  /** @throws NoAccount where a file is not as it was written, or is gone */
  checkSums(): void {
    const said = this.files[ACCOUNT_SUMS];
    if (said === undefined) throw new NoAccount(`there is no ${ACCOUNT_SUMS} in it`);
    const sums = new Map(
      strFromU8(said)
        .split('\n')
        .map((line) => [line.slice(66), line.slice(0, 64)]),
    );
    for (const [path, bytes] of Object.entries(this.files))
      if (path !== ACCOUNT_SUMS && createHash('sha256').update(bytes).digest('hex') !== sums.get(path))
        throw new NoAccount(`${path} is damaged`);
    for (const path of sums.keys())
      if (path !== '' && this.files[path] === undefined) throw new NoAccount(`there is no ${path} in it`);
  }
}

function readClass(c: unknown, name: string): BroughtClass {
  const rows = <T extends object>(list: string, type: new () => T, most = MOST_ROWS): T[] =>
    listIn(c, list, most).map((r, k) => checked(type, r, `${name}, ${list} ${k + 1}`));
  const ids = (list: string): string[] => listIn(c, list, MOST_ROWS).map((r) => textOf(r, 'id'));
  const [assignmentIds, pupilIds] = [ids('assignments'), ids('pupils')];
  const dayOf = (r: unknown, key = 'day'): string => {
    const day = textOf(r, key);
    if (Number.isNaN(Date.parse(day))) throw new NoAccount(`${name}: “${day.slice(0, 20)}” is no date`);
    return day;
  };
  const days = listIn(c, 'log', MOST_ROWS).map((r) => dayOf(r).slice(0, 10));
  const term = fieldOf(c, 'term');
  return {
    settings: checked(SaveClassDto, fieldOf(c, 'settings'), `${name}, settings`),
    pupils: rows('pupils', ListedPupilDto, MAX_PUPILS).map((p, k) => {
      const page = fieldOf(listIn(c, 'pupils', MAX_PUPILS)[k], 'page');
      return {
        ...p,
        id: pupilIds[k] ?? '',
        ...(page !== undefined && { page: checked(PupilPageDto, page, `${name}, page of pupil ${k + 1}`) }),
      };
    }),
    assignments: rows('assignments', SaveAssignmentDto).map((a, k) => ({ ...a, id: assignmentIds[k] ?? '' })),
    log: rows('log', LogEntryDto).map((l, k) => ({ ...l, day: days[k] ?? '' })),
    kit: rows('kit', SaveKitDto),
    term: term === undefined ? null : checked(TermDto, term, `${name}, term`),
    met: listOrNone(c, 'met').map((r, k) => {
      const exerciseId = fieldOf(r, 'exerciseId');
      return {
        ...checked(MetEntryDto, r, `${name}, met ${k + 1}`),
        day: dayOf(r).slice(0, 10),
        ...(typeof exerciseId === 'string' && { exerciseId }),
      };
    }),
    practice: listOrNone(c, 'practice').map((r, k) => ({
      ...checked(SavePracticeDto, r, `${name}, practice ${k + 1}`),
      ...whose(r, `${name}, practice ${k + 1}`),
      updatedAt: dayOf(r, 'updatedAt'),
    })),
    practiceDays: listOrNone(c, 'practiceDays').map((r, k) => ({
      ...checked(PracticeDayDto, r, `${name}, practiceDays ${k + 1}`),
      ...whose(r, `${name}, practiceDays ${k + 1}`),
    })),
    handIns: listOrNone(c, 'handIns').map((r, k) => {
      const sound = fieldOf(r, 'sound');
      return {
        ...checked(HandInDto, r, `${name}, take ${k + 1}`),
        ...checked(SayHandInDto, r, `${name}, take ${k + 1}`),
        ...whose(r, `${name}, take ${k + 1}`),
        createdAt: dayOf(r, 'createdAt'),
        ...(typeof sound === 'string' && { sound }),
      };
    }),
  };
}

function read(bytes: Uint8Array): BroughtAccount {
  const files = new Files(unpacked(bytes));
  const plain = upgradedAccount(files.json(ACCOUNT_MAIN));
  if (textOf(plain, 'cifra') !== 'account') throw new NoAccount('it is no account of Cifra');
  const version = Number(fieldOf(plain, 'version'));
  if (version > IN_FILES) throw new NoAccount('a newer Cifra wrote it');
  const inFiles = version === IN_FILES;
  if (inFiles) files.checkSums();
  const exercises = listIn(plain, 'exercises', MAX_EXERCISES).map((e) => {
    const title = textOf(e, 'title').slice(0, MAX_TEXT_LENGTH);
    const found = readExercise(inFiles ? files.json(textOf(e, 'file')) : fieldOf(e, 'document'));
    if (!found.ok) throw new NoAccount(`the line “${title}” cannot be read`);
    return { id: textOf(e, 'id'), title, document: JSON.stringify(found.value) };
  });
  const classes = listIn(plain, 'classes', MAX_CLASSES).map((c, i) => {
    const group = readClass(inFiles ? files.json(String(c)) : c, `class ${i + 1}`);
    return Object.fromEntries(Object.entries(group).map(([name, value]) => [name, JSON.stringify(value)])) as Record<
      keyof BroughtClass,
      string
    >;
  });
  return { exercises, classes, sounds: files.sounds() };
}

/** Reads an account's file, of this version or an older one. */
export function readAccount(bytes: Uint8Array): ReadAccount {
  try {
    return { account: read(bytes) };
  } catch (e) {
    if (e instanceof NoAccount) return { fault: e.message };
    throw e;
  }
}
