import type { LogView, SaveLogDto } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import { AssignmentRepository } from '../assignment/assignment.repository';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { notFound } from '../refusal/refusal';
import { LessonRepository } from './lesson.repository';

/** What happened in the lessons of a class of the teacher's own. */
@Injectable()
export class LessonService {
  constructor(
    private readonly lessons: LessonRepository,
    private readonly assignments: AssignmentRepository,
    private readonly classes: ClassRepository,
  ) {}

  async list(t: TeacherRow, classId: string): Promise<LogView[]> {
    await this.classes.own(t.id, classId);
    return this.lessons.list(classId);
  }

  async save(t: TeacherRow, classId: string, { day, entries }: SaveLogDto): Promise<LogView[]> {
    await this.classes.own(t.id, classId);
    await this.classes.ownPupils(
      classId,
      entries.map((e) => e.pupilId),
    );
    const named = entries.map((e) => e.assignmentId).filter((id) => id !== undefined);
    if (!(await this.assignments.haveAll(classId, named))) throw notFound('assignment');
    return this.lessons.save(classId, day, entries);
  }
}
