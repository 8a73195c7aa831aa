import {
  type AccountFile,
  TermDto,
  HandInDto,
  ListedPupilDto,
  MetEntryDto,
  PracticeDayDto,
  PupilPageDto,
  SavePracticeDto,
  type SoundType,
  SOUND_TYPES,
  LogEntryDto,
  MAX_CLASSES,
  MAX_HAND_IN_BYTES,
  SaveClassDto,
  SaveKitDto,
  SaveAssignmentDto,
} from '@cifra/contract';
import { type Exercise, type InstrumentId, isInstrumentId, MAX_TEXT_LENGTH, readExercise } from '@cifra/core';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { attachmentName } from '../web/attachment';
import { looksLikeSound } from '../practice/looksLikeSound';
import { upgradedAccount } from './upgradedAccount';

const MAIN = 'account.json';
export const MAX_ACCOUNT_BYTES = 100 * 1024 * 1024;
/** Most of the one file with everything but the recordings. */
const MAX_MAIN_BYTES = 40 * 1024 * 1024;
const MOST_EXERCISES = 2000;
const MOST_ROWS = 20_000;

/** A recording that goes with the file. */
export interface AccountSound {
  readonly name: string;
  readonly bytes: Buffer;
}

const soundPath = (name: string): string => `sounds/${attachmentName(name)}`;

/** What an account's zip holds: one file with everything, each line as a file of its own, and the recordings. */
export function accountEntries(
  account: AccountFile,
  sounds: readonly AccountSound[],
): Readonly<Record<string, Uint8Array>> {
  const files: Record<string, Uint8Array> = { [MAIN]: strToU8(JSON.stringify(account, undefined, 1)) };
  account.exercises.forEach((e, i) => {
    files[`lines/${String(i + 1).padStart(3, '0')} ${attachmentName(e.title)}.json`] = strToU8(
      JSON.stringify(e.document),
    );
  });
  for (const s of sounds) files[soundPath(s.name)] = s.bytes;
  return files;
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

/** Whose practice or take it was, by the file's own ids. */
interface Whose {
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly instrument: InstrumentId;
}

/**
 * What a file brings, checked like everything that comes from outside; ids are only good to tell its own rows apart.
 */
export interface BroughtAccount {
  readonly exercises: readonly { readonly id: string; readonly title: string; readonly document: Exercise }[];
  readonly classes: readonly {
    readonly settings: SaveClassDto;
    readonly pupils: readonly (ListedPupilDto & { readonly id: string; readonly page?: PupilPageDto })[];
    readonly assignments: readonly (SaveAssignmentDto & { readonly id: string })[];
    readonly log: readonly (LogEntryDto & { readonly day: string })[];
    readonly kit: readonly SaveKitDto[];
    readonly term: TermDto | undefined;
    readonly met: readonly (MetEntryDto & { readonly day: string; readonly exerciseId?: string })[];
    readonly practice: readonly (SavePracticeDto & Whose & { readonly updatedAt: Date })[];
    readonly practiceDays: readonly (PracticeDayDto & Whose)[];
    readonly handIns: readonly (HandInDto &
      Whose & {
        readonly createdAt: string;
        readonly sound: { readonly bytes: Buffer; readonly type: SoundType } | undefined;
      })[];
  }[];
}

const DAY = /^\d{4}-\d\d-\d\d$/;
const textOf = (row: unknown, name: string): string => {
  const value = typeof row === 'object' && row !== null ? (row as Record<string, unknown>)[name] : undefined;
  if (typeof value !== 'string') throw new NoAccount(`${name} is missing`);
  return value;
};

/**
 * One file of a zip, by its whole name; nothing else is unpacked, and nothing is ever written under a name of the
 * zip's.
 */
function unpacked(bytes: Uint8Array, name: string, most: number): Uint8Array | undefined {
  try {
    return unzipSync(bytes, { filter: (f) => f.name === name && f.originalSize <= most })[name];
  } catch {
    throw new NoAccount('it is no zip');
  }
}

/** A list that older files do not have. */
const listOrNone = (from: unknown, name: string): readonly unknown[] =>
  (from as Record<string, unknown> | null)?.[name] === undefined ? [] : listIn(from, name, MOST_ROWS);

function whose(row: unknown, what: string): Whose {
  const instrument = textOf(row, 'instrument');
  if (!isInstrumentId(instrument)) throw new NoAccount(`${what}: instrument is not what it should be`);
  return { pupilId: textOf(row, 'pupilId'), exerciseId: textOf(row, 'exerciseId'), instrument };
}

/** The recording of a take, where its type and size are those that are kept. */
function soundOf(bytes: Uint8Array, row: unknown): { readonly bytes: Buffer; readonly type: SoundType } | undefined {
  const name = (row as { sound?: unknown }).sound;
  if (typeof name !== 'string') return undefined;
  const type = SOUND_TYPES.find((t) => name.endsWith(`.${t.slice('audio/'.length)}`));
  const found = type === undefined ? undefined : unpacked(bytes, soundPath(name), MAX_HAND_IN_BYTES);
  if (type === undefined || found === undefined || !looksLikeSound(type, Buffer.from(found))) return undefined;
  return { bytes: Buffer.from(found), type };
}

/**
 * Reads an account's file.
 * @throws NoAccount for anything else, saying what is wrong
 */
export function unpackAccount(bytes: Uint8Array): BroughtAccount {
  const main = unpacked(bytes, MAIN, MAX_MAIN_BYTES);
  if (main === undefined) throw new NoAccount(`there is no ${MAIN} in it`);
  let plain: unknown;
  try {
    plain = upgradedAccount(JSON.parse(strFromU8(main)));
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
    const rows = <T extends object>(list: string, type: new () => T): T[] =>
      listIn(c, list, MOST_ROWS).map((r, k) => checked(type, r, `${name}, ${list} ${k + 1}`));
    const days = listIn(c, 'log', MOST_ROWS).map((r) => textOf(r, 'day'));
    if (days.some((d) => !DAY.test(d))) throw new NoAccount(`${name}: a day of the log is no date`);
    const ids = (list: string): string[] => listIn(c, list, MOST_ROWS).map((r) => textOf(r, 'id'));
    const assignmentIds = ids('assignments');
    const pupilIds = ids('pupils');
    const dayOf = (r: unknown, key = 'day'): string => {
      const day = textOf(r, key);
      if (Number.isNaN(Date.parse(day))) throw new NoAccount(`${name}: “${day.slice(0, 20)}” is no date`);
      return day;
    };
    return {
      settings: checked(SaveClassDto, (c as { settings?: unknown }).settings, `${name}, settings`),
      pupils: rows('pupils', ListedPupilDto).map((p, k) => {
        const page = (listIn(c, 'pupils', MOST_ROWS)[k] as { page?: unknown }).page;
        return {
          ...p,
          id: pupilIds[k] ?? '',
          ...(page !== undefined && { page: checked(PupilPageDto, page, `${name}, page of pupil ${k + 1}`) }),
        };
      }),
      assignments: rows('assignments', SaveAssignmentDto).map((a, k) => ({ ...a, id: assignmentIds[k] ?? '' })),
      log: rows('log', LogEntryDto).map((l, k) => ({ ...l, day: days[k] ?? '' })),
      kit: rows('kit', SaveKitDto),
      term:
        (c as { term?: unknown }).term === undefined
          ? undefined
          : checked(TermDto, (c as { term?: unknown }).term, `${name}, term`),
      met: listOrNone(c, 'met').map((r, k) => {
        const { exerciseId } = r as { exerciseId?: unknown };
        return {
          ...checked(MetEntryDto, r, `${name}, met ${k + 1}`),
          day: dayOf(r).slice(0, 10),
          ...(typeof exerciseId === 'string' && { exerciseId }),
        };
      }),
      practice: listOrNone(c, 'practice').map((r, k) => ({
        ...checked(SavePracticeDto, r, `${name}, practice ${k + 1}`),
        ...whose(r, `${name}, practice ${k + 1}`),
        updatedAt: new Date(dayOf(r, 'updatedAt')),
      })),
      practiceDays: listOrNone(c, 'practiceDays').map((r, k) => ({
        ...checked(PracticeDayDto, r, `${name}, practiceDays ${k + 1}`),
        ...whose(r, `${name}, practiceDays ${k + 1}`),
      })),
      handIns: listOrNone(c, 'handIns').map((r, k) => ({
        ...checked(HandInDto, r, `${name}, take ${k + 1}`),
        ...whose(r, `${name}, take ${k + 1}`),
        createdAt: dayOf(r, 'createdAt'),
        sound: soundOf(bytes, r),
      })),
    };
  });
  return { exercises, classes };
}
