import { randomUUID } from 'node:crypto';
import { setImmediate as letOthers } from 'node:timers/promises';
import { SOUND_TYPES, type SoundType } from '@cifra/contract';
import { ClassRepository, pupilIdAt } from '../class/class.repository';
import type { Database } from '../db/database.module';
import { ExerciseRepository } from '../exercise/exercise.repository';
import { KitRepository } from '../kit/kit.repository';
import { LessonRepository } from '../lesson/lesson.repository';
import { TermRepository } from '../term/term.repository';
import { looksLikeSound } from '../practice/looksLikeSound';
import { PracticeRepository } from '../practice/practice.repository';
import { AssignmentRepository } from '../assignment/assignment.repository';
import type { Exercise } from '@cifra/core';
import { partOf } from '../refusal/actId';
import { attachmentName } from '../web/attachment';
import type { BroughtAccount, BroughtClass } from '../worker/readAccount';

export interface BroughtCounts {
  readonly exercises: number;
  readonly classes: number;
  readonly pupils: number;
}

type Ids = ReadonlyMap<string, string>;

/** Rows whose pupil and line came with the file, under their new ids. */
function settled<T extends { readonly pupilId: string; readonly exerciseId: string }>(
  rows: readonly T[],
  pupilOf: Ids,
  lineOf: Ids,
): T[] {
  return rows.flatMap((r) => {
    const [pupilId, exerciseId] = [pupilOf.get(r.pupilId), lineOf.get(r.exerciseId)];
    return pupilId === undefined || exerciseId === undefined ? [] : [{ ...r, pupilId, exerciseId }];
  });
}

/** A line whose choices for single pupils name them by their new ids; those of nobody who came with it go. */
function withPupils({ pupilChoices, ...line }: Exercise, pupilOf: Ids): Exercise {
  const own = Object.entries(pupilChoices ?? {}).flatMap(([old, choice]) => {
    const id = pupilOf.get(old);
    return id === undefined ? [] : [[id, choice] as const];
  });
  return own.length === 0 ? line : { ...line, pupilChoices: Object.fromEntries(own) };
}

/** A class out of its portions, with a rest for others between them. */
async function parsed(portions: BroughtAccount['classes'][number]): Promise<BroughtClass> {
  const found: Record<string, unknown> = {};
  for (const [name, json] of Object.entries(portions)) {
    found[name] = JSON.parse(json);
    await letOthers();
  }
  return found as unknown as BroughtClass;
}

interface Sound {
  readonly bytes: Buffer;
  readonly type: SoundType;
}
/** The recording of a take, where it is one of those that are kept. */
function soundOf(name: string, sounds: BroughtAccount['sounds']): Sound | undefined {
  const type = SOUND_TYPES.find((t) => name.endsWith(`.${t.slice('audio/'.length)}`));
  const found = sounds[`sounds/${attachmentName(name)}`];
  if (type === undefined || found === undefined) return undefined;
  const bytes = Buffer.from(found);
  return looksLikeSound(type, bytes) ? { bytes, type } : undefined;
}

async function bringClass(
  tx: Database,
  teacherId: string,
  c: BroughtClass,
  {
    lineOf,
    sounds,
    classId,
  }: { readonly lineOf: Ids; readonly sounds: BroughtAccount['sounds']; readonly classId: string },
): Promise<number> {
  const classes = new ClassRepository(tx);
  const assignments = new AssignmentRepository(tx);
  const lessons = new LessonRepository(tx);
  const kit = new KitRepository(tx);
  const terms = new TermRepository(tx);
  const practice = new PracticeRepository(tx);
  const { id } = await classes.create(teacherId, c.settings, classId);
  const saved = await classes.savePupils(
    id,
    c.pupils.map(({ id: _old, page: _page, ...p }) => p),
    classId,
  );
  for (const [i, { page }] of c.pupils.entries())
    if (page !== undefined && saved[i] !== undefined) await classes.savePupilPage(id, saved[i].id, page);
  const pupilOf: Ids = new Map(
    saved.flatMap((p, i) => (c.pupils[i] === undefined ? [] : [[c.pupils[i].id, p.id] as const])),
  );
  const assignmentOf = new Map<string, string>();
  for (const { id: old, pupilIds, ...w } of c.assignments) {
    const exerciseId = lineOf.get(w.exerciseId);
    if (exerciseId === undefined) continue;
    const made = await assignments.create(
      id,
      {
        ...w,
        exerciseId,
        ...(pupilIds !== undefined && { pupilIds: pupilIds.flatMap((p) => pupilOf.get(p) ?? []) }),
      },
      '',
      randomUUID(),
    );
    assignmentOf.set(old, made.id);
  }
  for (const day of new Set(c.log.map((l) => l.day))) {
    const entries = c.log.filter((l) => l.day === day);
    await lessons.save(
      id,
      day,
      entries.flatMap(({ day: _day, assignmentId: old, ...entry }) => {
        const pupilId = pupilOf.get(entry.pupilId);
        const assignmentId = old === undefined ? undefined : assignmentOf.get(old);
        return pupilId === undefined || (old !== undefined && assignmentId === undefined)
          ? []
          : [{ ...entry, pupilId, ...(assignmentId !== undefined && { assignmentId }) }];
      }),
    );
  }
  for (const { pupilId, ...k } of c.kit) {
    const holder = pupilId === undefined ? undefined : pupilOf.get(pupilId);
    await kit.create(id, { ...k, ...(holder !== undefined && { pupilId: holder }) }, randomUUID());
  }
  if (c.term !== null) await terms.save(id, c.term);
  await terms.bring(
    id,
    c.met.flatMap(({ pupilId, exerciseId, ...m }) => {
      const [pupil, line] = [
        pupilId === undefined ? undefined : pupilOf.get(pupilId),
        exerciseId === undefined ? undefined : lineOf.get(exerciseId),
      ];
      return pupilId !== undefined && pupil === undefined
        ? []
        : [
            {
              ...m,
              ...(pupil !== undefined && { pupilId: pupil }),
              ...(line !== undefined && { exerciseId: line }),
            },
          ];
    }),
  );
  const whole = settled(c.practice, pupilOf, lineOf).map((p) => ({ ...p, updatedAt: new Date(p.updatedAt) }));
  await practice.bring(teacherId, whole, settled(c.practiceDays, pupilOf, lineOf));
  for (const { pupilId, exerciseId, instrument, createdAt, sound: name, percent, summary, remark, marks } of settled(
    c.handIns,
    pupilOf,
    lineOf,
  )) {
    const sound = name === undefined ? undefined : soundOf(name, sounds);
    const id = randomUUID();
    await practice.handIn(
      { teacherId, pupilId, exerciseId, instrument },
      { percent, summary, ...(sound !== undefined && { type: sound.type }) },
      sound?.bytes,
      id,
      new Date(createdAt),
    );
    if (remark !== undefined || marks !== undefined)
      await practice.say(teacherId, id, {
        ...(remark !== undefined && { remark }),
        ...(marks !== undefined && { marks }),
      });
  }
  return saved.length;
}

/**
 * Adds what a file holds to an account, inside one transaction.
 * @param act the ids of lines and classes are made of it: the same act again brings nothing a second time
 */
export async function bringAccount(
  tx: Database,
  teacherId: string,
  brought: BroughtAccount,
  act: string,
): Promise<BroughtCounts> {
  const exercises = new ExerciseRepository(tx);
  const idOf = (what: string, at: number): string => partOf(act, `${what} ${at}`);
  const lineOf = new Map<string, string>();
  const groups: BroughtClass[] = [];
  for (const portions of brought.classes) groups.push(await parsed(portions));
  const pupilOf = new Map(
    groups.flatMap((c, i) => c.pupils.map((p, place) => [p.id, pupilIdAt(idOf('class', i), place)] as const)),
  );
  for (const [i, { id, title, document }] of brought.exercises.entries()) {
    const content = { title, document: withPupils(JSON.parse(document) as Exercise, pupilOf) };
    lineOf.set(id, (await exercises.create(teacherId, content, idOf('line', i))).id);
  }
  const there = new Set((await new ClassRepository(tx).list(teacherId)).map((c) => c.id));
  let pupils = 0;
  const { sounds } = brought;
  for (const [i, c] of groups.entries())
    pupils += there.has(idOf('class', i))
      ? c.pupils.length
      : await bringClass(tx, teacherId, c, { lineOf, sounds, classId: idOf('class', i) });
  return { exercises: brought.exercises.length, classes: groups.length, pupils };
}
