import type { KitView, LogView, SaveKitDto, SaveLogDto, SaveWorkDto, WorkView } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import { WorkRepository } from './work.repository';

/** What is set for a class, what happened, and what is lent: all of it under a class of the teacher's own. */
@Injectable()
export class WorkService {
  constructor(
    private readonly repository: WorkRepository,
    private readonly classes: ClassRepository,
    private readonly exercises: ExerciseService,
  ) {}

  async list(t: TeacherRow, classId: string): Promise<WorkView[]> {
    await this.classes.own(t.id, classId);
    return this.repository.list(classId);
  }

  /** The title of the line that is set; everything else that it names has to be the class's own. */
  private async titleFor(t: TeacherRow, classId: string, dto: SaveWorkDto): Promise<string> {
    await this.classes.own(t.id, classId);
    const { title } = await this.exercises.find(t.id, dto.exerciseId);
    if ((dto.for === 'section' && dto.section === undefined) || (dto.for === 'pupils' && dto.pupilIds === undefined))
      throw new Refusal('bad-request', dto.for === 'section' ? 'Choose a section.' : 'Choose at least one pupil.');
    if (dto.fromBar !== undefined && dto.toBar !== undefined && dto.fromBar > dto.toBar)
      throw new Refusal('bad-request', 'The last bar comes before the first: change one of them.');
    await this.classes.ownPupils(classId, dto.pupilIds ?? []);
    return title;
  }

  async create(t: TeacherRow, classId: string, dto: SaveWorkDto): Promise<WorkView> {
    return this.repository.create(classId, dto, await this.titleFor(t, classId, dto));
  }

  async save(t: TeacherRow, classId: string, id: string, dto: SaveWorkDto): Promise<WorkView> {
    const saved = await this.repository.save(classId, id, dto, await this.titleFor(t, classId, dto));
    if (saved === undefined) throw notFound('work');
    return saved;
  }

  async remove(t: TeacherRow, classId: string, id: string): Promise<void> {
    await this.classes.own(t.id, classId);
    if (!(await this.repository.remove(classId, id))) throw notFound('work');
  }

  async log(t: TeacherRow, classId: string): Promise<LogView[]> {
    await this.classes.own(t.id, classId);
    return this.repository.log(classId);
  }

  async saveLog(t: TeacherRow, classId: string, { day, entries }: SaveLogDto): Promise<LogView[]> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(
      classId,
      entries.map((e) => e.pupilId),
    );
    if (
      !(await this.repository.haveWork(
        classId,
        entries.flatMap((e) => (e.workId === undefined ? [] : [e.workId])),
      ))
    )
      throw notFound('work');
    return this.repository.saveLog(classId, day, entries);
  }

  async kit(t: TeacherRow, classId: string): Promise<KitView[]> {
    await this.classes.own(t.id, classId);
    return this.repository.kit(classId);
  }

  async createKit(t: TeacherRow, classId: string, dto: SaveKitDto): Promise<KitView> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(classId, [dto.pupilId]);
    return this.repository.createKit(classId, dto);
  }

  async saveKit(t: TeacherRow, classId: string, id: string, dto: SaveKitDto): Promise<KitView> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(classId, [dto.pupilId]);
    const saved = await this.repository.saveKit(classId, id, dto);
    if (saved === undefined) throw notFound('entry');
    return saved;
  }

  async removeKit(t: TeacherRow, classId: string, id: string): Promise<void> {
    await this.classes.own(t.id, classId);
    if (!(await this.repository.removeKit(classId, id))) throw notFound('entry');
  }
}
