import type { TermDto, MetView, SaveMetDto } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { teachingOf } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal, staleRefusal } from '../refusal/refusal';
import { TermRepository } from './term.repository';

const EMPTY: TermDto = { holidays: [], schedule: [] };

/** The plan of a class, and which notes were met when. */
@Injectable()
export class TermService {
  constructor(
    private readonly repository: TermRepository,
    private readonly classes: ClassRepository,
    private readonly exercises: ExerciseService,
  ) {}

  async find(t: TeacherRow, classId: string): Promise<TermDto> {
    await this.classes.own(t.id, classId);
    return (await this.repository.find(classId)) ?? EMPTY;
  }

  /**
   * @throws Refusal bad-request where something ends before it begins; conflict, with what stands, where it was saved
   * since the version that the change was made on
   */
  async save(t: TeacherRow, classId: string, plan: TermDto): Promise<TermDto> {
    await this.classes.own(t.id, classId);
    if (plan.from !== undefined && plan.to !== undefined && plan.from > plan.to)
      throw new Refusal('bad-request', 'The term ends before it begins: change one of the days.');
    const backwards = plan.holidays.find((h) => h.from > h.to);
    if (backwards !== undefined)
      throw new Refusal('bad-request', `“${backwards.name}” ends before it begins: change one of the days.`);
    const saved = await this.repository.save(classId, plan);
    if (saved === undefined) throw staleRefusal('The plan was', await this.repository.find(classId));
    return saved;
  }

  async met(t: TeacherRow, classId: string): Promise<MetView[]> {
    await this.classes.own(t.id, classId);
    return this.repository.met(classId);
  }

  async addMet(t: TeacherRow, classId: string, dto: SaveMetDto): Promise<MetView[]> {
    const group = await this.classes.own(t.id, classId);
    if (dto.exerciseId !== undefined) await this.exercises.find(t.id, dto.exerciseId);
    await this.classes.ownPupils(
      classId,
      dto.entries.map((e) => e.pupilId),
    );
    return this.repository.addMet(classId, dto, teachingOf(t, group).conventions);
  }

  async removeMet(t: TeacherRow, classId: string, batch: string): Promise<void> {
    await this.classes.own(t.id, classId);
    if (!(await this.repository.removeMet(classId, batch))) throw notFound('entry');
  }
}
