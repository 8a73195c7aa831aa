import { type ClassView, type MakePrintSetDto, type PrintSetKind, type PrintSetView, toHandout } from '@cifra/contract';
import { HANDOUT_WORDS } from '@cifra/contract/words';
import { inScoreOrder } from '@cifra/core';
import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { AuthRepository, type TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { teachingOf } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { LinkService } from '../link/link.service';
import { JobQueue } from '../jobs/jobQueue';
import { attachmentName } from '../web/attachment';
import { notFound, Refusal } from '../refusal/refusal';
import { MusicPool } from '../worker/musicPool';
import type { EngravedCopy, PageCopy, Task, TaskResult } from '../worker/task';
import { classCopy, copiesForAll, copyName } from '../class/copies';
import { PrintSetRepository, type PrintSetRow, printSetView } from './printSet.repository';

/** Days that a made set stays under its link. */
export const KEEP_PRINT_SETS_DAYS = 30;
/** Copies that are engraved side by side: as many as the pool has threads. */
const SIDE_BY_SIDE = 2;
const LISTED = 10;
/** Sets that one teacher may have in line. */
const AT_ONCE = 3;
const QUEUE = 'pages';

/** Copies that a set is made of, with the name of its file. */
interface SetPlan {
  readonly exercise: Awaited<ReturnType<ExerciseService['find']>>;
  readonly group: ClassView;
  readonly copies: readonly PageCopy[];
}

const EXTENSION: Readonly<Record<PrintSetKind, string>> = { book: 'pdf', copies: 'pdf', zip: 'zip' };

/**
 * Makes a class's pages in the background: progress is kept, a set can be stopped, and its file stays under one
 * address.
 */
@Injectable()
export class PrintSetService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger(PrintSetService.name);
  /** Tells this server's worker that there is something to do. */
  private wake: (() => void) | undefined;
  private stopping = false;

  constructor(
    private readonly sets: PrintSetRepository,
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
    private readonly teachers: AuthRepository,
    private readonly links: LinkService,
    private readonly pool: MusicPool,
    private readonly queue: JobQueue,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.sets.sweep(new Date(Date.now() - KEEP_PRINT_SETS_DAYS * 24 * 3600_000));
    this.wake = await this.queue.takeOn(QUEUE, (id) => this.work(id));
    await this.queue.watch(() => this.takeUpAgain());
  }

  onApplicationShutdown(): void {
    this.stopping = true;
  }

  /**
   * Sets that a server left when it went are begun again by whoever is there; those that stop every server are given
   * up.
   */
  private async takeUpAgain(): Promise<void> {
    for (const { id, waiting } of await this.sets.unfinished()) {
      const job = await this.queue.find(QUEUE, id);
      if (job === undefined) await this.queue.add(QUEUE, id, -waiting);
      else if (job.state === 'active') await this.queue.release(QUEUE, id);
      else if (job.state === 'over') await this.sets.fail(id, 'The pages could not be made. Try again.');
    }
    this.wake?.();
  }

  /** @throws Refusal not-found for an exercise or class that is not the teacher's, busy when too many are being made */
  async make(
    t: TeacherRow,
    exerciseId: string,
    { classId, kind, today, codes, handout }: MakePrintSetDto,
    origin: string,
    id: string,
  ): Promise<PrintSetView> {
    const day = today ?? new Date().toISOString().slice(0, 10);
    const { exercise, group, copies } = await this.plan(t, exerciseId, classId, kind, day);
    const made = await this.sets.create(
      {
        id,
        teacherId: t.id,
        exerciseId,
        classId,
        kind,
        today: day,
        codes: codes === true && handout === undefined,
        handout: handout === undefined ? null : toHandout(handout),
        origin,
        total: copies.length,
        fileName: attachmentName(
          `${exercise.title} - ${handout === undefined ? '' : `${HANDOUT_WORDS[handout.kind]}, `}${group.name}.${EXTENSION[kind]}`,
        ),
      },
      AT_ONCE,
    );
    if (made === undefined)
      throw new Refusal('busy', 'Other pages of yours are still being made. Wait for them, or stop one.');
    // The first of everybody comes before the second of anybody.
    await this.queue.add(QUEUE, id, -made.waiting);
    this.wake?.();
    return printSetView(made.row);
  }

  async list(t: TeacherRow, exerciseId: string): Promise<PrintSetView[]> {
    await this.exercises.find(t.id, exerciseId);
    return (await this.sets.list(t.id, exerciseId, LISTED)).map(printSetView);
  }

  async find(t: TeacherRow, id: string): Promise<PrintSetView> {
    const row = await this.sets.find(t.id, id);
    if (row === undefined) throw notFound('set of pages');
    return printSetView(row);
  }

  async cancel(t: TeacherRow, id: string): Promise<PrintSetView> {
    const row = await this.sets.cancel(t.id, id);
    if (row === undefined) throw notFound('set of pages');
    return printSetView(row);
  }

  async file(t: TeacherRow, id: string): Promise<{ set: PrintSetView; bytes: Buffer }> {
    const set = await this.find(t, id);
    const bytes = await this.sets.file(t.id, id);
    if (bytes === undefined) throw new Refusal('not-found', 'These pages are not made. Make them again.');
    return { set, bytes };
  }

  private async plan(
    t: TeacherRow,
    exerciseId: string,
    classId: string,
    kind: PrintSetKind,
    today: string,
  ): Promise<SetPlan> {
    const [exercise, group] = await Promise.all([
      this.exercises.find(t.id, exerciseId),
      this.classes.find(t.id, classId),
    ]);
    if (group === undefined) throw notFound('class');
    const teaching = teachingOf(t, group);
    const copies =
      kind === 'copies'
        ? copiesForAll(group, teaching, await this.classes.pupilsOf(classId), today)
        : inScoreOrder(group.instruments).map((i) => classCopy(group, teaching, i, today));
    return { exercise, group, copies };
  }

  /** @throws Error where the server stops meanwhile, so that another one begins anew */
  private async work(id: string): Promise<void> {
    const row = await this.sets.begin(id);
    const teacher = row === undefined ? undefined : await this.teachers.findById(row.teacherId);
    if (row === undefined || teacher === undefined) return;
    try {
      await this.makeFile(teacher, row);
    } catch (e) {
      if (this.stopping) throw e;
      this.log.error({ err: e }, 'a set of pages could not be made');
      await this.sets.fail(id, e instanceof Refusal ? e.message : 'The pages could not be made. Try again.');
    }
  }

  private async makeFile(t: TeacherRow, row: PrintSetRow): Promise<void> {
    const plan = await this.plan(t, row.exerciseId, row.classId, row.kind, row.today);
    const copies = row.codes
      ? await Promise.all(plan.copies.map(async (c) => ({ ...c, address: await this.links.addressFor(t, row, c) })))
      : plan.copies;
    const made = await this.engraveAll(row, plan, copies);
    if (made === undefined) return;
    const bytes =
      row.kind === 'zip'
        ? await this.zip(row, plan, copies, made)
        : await this.pool.run(row.teacherId, { kind: 'bind', title: plan.exercise.title, copies: made }, true);
    await this.sets.finish(row.id, bytes);
  }

  /** All copies in order; undefined when nobody wants them any more. */
  private async engraveAll(
    row: PrintSetRow,
    { exercise, group }: SetPlan,
    copies: readonly PageCopy[],
  ): Promise<EngravedCopy[] | undefined> {
    const made = new Array<EngravedCopy>(copies.length);
    let next = 0;
    let wanted = true;
    const worker = async (): Promise<void> => {
      for (let i = next++; i < copies.length && wanted && !this.stopping; i = next++) {
        made[i] = await this.pool.run(
          row.teacherId,
          {
            kind: 'engrave',
            exercise: exercise.document,
            copy: copies[i] as PageCopy,
            paper: group.paper,
            ...(row.handout !== null && { handout: row.handout }),
          },
          true,
        );
        if (!(await this.sets.advance(row.id))) wanted = false;
      }
    };
    await Promise.all(Array.from({ length: SIDE_BY_SIDE }, worker));
    if (wanted && this.stopping) throw new Error('the server stops');
    return wanted ? made : undefined;
  }

  /** Each copy as PDF and for other programs, and the line itself. */
  private async zip(
    { teacherId: owner, handout }: PrintSetRow,
    { exercise: { document, title } }: SetPlan,
    copies: readonly PageCopy[],
    made: readonly EngravedCopy[],
  ): Promise<Uint8Array> {
    const entries: Record<string, Uint8Array> = {};
    const run = <K extends Task['kind']>(task: Extract<Task, { kind: K }>): Promise<TaskResult[K]> =>
      this.pool.run<K>(owner, task, true);
    for (const [i, copy] of copies.entries()) {
      const name = copyName(copy, i);
      entries[`${name}.pdf`] = await run({ kind: 'bind', title, copies: [made[i] as EngravedCopy] });
      // A handout is for paper: other programs have nothing to open in it.
      if (handout !== null) continue;
      entries[`${name}.musicxml`] = await run({
        kind: 'file',
        format: 'musicxml',
        exercise: document,
        of: { kind: 'part', instrument: copy.instrument, teaching: copy.teaching, figures: true },
      });
    }
    for (const format of handout === null ? (['musicxml', 'abc', 'mid', 'json'] as const) : [])
      entries[`line.${format}`] = await run({
        kind: 'file',
        format,
        exercise: document,
        of: { kind: 'line', pitch: 'written', line: 0 },
      });
    return run({ kind: 'zip', entries });
  }
}
