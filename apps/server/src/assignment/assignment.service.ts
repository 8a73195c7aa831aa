import type { AssignmentView, SaveAssignmentDto } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import { AssignmentRepository } from './assignment.repository';

/** What is set for a class of the teacher's own. */
@Injectable()
export class AssignmentService {
  constructor(
    private readonly assignments: AssignmentRepository,
    private readonly classes: ClassRepository,
    private readonly exercises: ExerciseService,
  ) {}

  async list(t: TeacherRow, classId: string): Promise<AssignmentView[]> {
    await this.classes.own(t.id, classId);
    return this.assignments.list(classId);
  }

  async create(t: TeacherRow, classId: string, dto: SaveAssignmentDto, id: string): Promise<AssignmentView> {
    return this.assignments.create(classId, dto, await this.titleFor(t, classId, dto), id);
  }

  async save(t: TeacherRow, classId: string, id: string, dto: SaveAssignmentDto): Promise<AssignmentView> {
    const saved = await this.assignments.save(classId, id, dto, await this.titleFor(t, classId, dto));
    if (saved === undefined) throw notFound('assignment');
    return saved;
  }

  async remove(t: TeacherRow, classId: string, id: string): Promise<void> {
    await this.classes.own(t.id, classId);
    if (!(await this.assignments.setRemoved(classId, id, true))) throw notFound('assignment');
  }

  async restore(t: TeacherRow, classId: string, id: string): Promise<AssignmentView[]> {
    await this.classes.own(t.id, classId);
    if (!(await this.assignments.setRemoved(classId, id, false))) throw notFound('assignment');
    return this.assignments.list(classId);
  }

  /** The title of the line that is set; everything else that it names has to be the class's own. */
  private async titleFor(t: TeacherRow, classId: string, dto: SaveAssignmentDto): Promise<string> {
    await this.classes.own(t.id, classId);
    const { title } = await this.exercises.find(t.id, dto.exerciseId);
    if ((dto.for === 'section' && dto.section === undefined) || (dto.for === 'pupils' && dto.pupilIds === undefined))
      throw new Refusal('bad-request', dto.for === 'section' ? 'Choose a section.' : 'Choose at least one pupil.');
    if (dto.fromBar !== undefined && dto.toBar !== undefined && dto.fromBar > dto.toBar)
      throw new Refusal('bad-request', 'The last bar comes before the first: change one of them.');
    await this.classes.ownPupils(classId, dto.pupilIds ?? []);
    return title;
  }
}
