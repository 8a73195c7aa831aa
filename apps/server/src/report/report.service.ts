import { type ReportDto, reportDay, reportSections } from '@cifra/contract';
import { instrumentOf } from '@cifra/core';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { teachingOf } from '../class/teaching.service';
import { ClassRepository } from '../class/class.repository';
import { KitRepository } from '../kit/kit.repository';
import { LessonRepository } from '../lesson/lesson.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { TermRepository } from '../term/term.repository';
import { PracticeRepository } from '../practice/practice.repository';
import { notFound, Refusal } from '../refusal/refusal';
import { AssignmentRepository } from '../assignment/assignment.repository';
import { MusicPool } from '../worker/musicPool';

/** A pupil's page for parents or for a report: only what the teacher ticked. */
@Injectable()
export class ReportService {
  constructor(
    private readonly classes: ClassRepository,
    private readonly assignments: AssignmentRepository,
    private readonly lessons: LessonRepository,
    private readonly kit: KitRepository,
    private readonly terms: TermRepository,
    private readonly practice: PracticeRepository,
    private readonly exercises: ExerciseService,
    private readonly pool: MusicPool,
  ) {}

  /**
   * @throws Refusal not-found for a class or a pupil that is not the teacher's; bad-request where the days are the
   * wrong way round
   */
  async make(
    t: TeacherRow,
    classId: string,
    pupilId: string,
    dto: ReportDto,
  ): Promise<{ readonly bytes: Uint8Array; readonly fileName: string }> {
    const group = await this.classes.own(t.id, classId);
    const pupil = (await this.classes.pupilsOf(classId)).find((p) => p.id === pupilId);
    if (pupil === undefined) throw notFound('pupil');
    if (dto.from > dto.to) throw new Refusal('bad-request', 'The last day comes before the first: change one of them.');
    const scope = { classId };
    const [assignments, log, kit, term, met, practice, days, takes, lines] = await Promise.all([
      this.assignments.list(classId),
      this.lessons.list(classId),
      this.kit.list(classId),
      this.terms.find(classId),
      this.terms.met(classId),
      this.practice.list(t.id, scope),
      this.practice.listDays(classId),
      this.practice.listHandIns(t.id, scope),
      this.exercises.list(t.id),
    ]);
    const titles = new Map(lines.map((e) => [e.id, e.title]));
    const sections = reportSections(
      {
        pupil,
        group,
        conventions: teachingOf(t, group).conventions,
        term: term ?? { holidays: [], schedule: [] },
        assignments,
        log,
        met,
        practice,
        days,
        takes,
        kit,
        titleOf: (id) => titles.get(id) ?? 'a line that is gone',
      },
      dto,
    );
    const bytes = await this.pool.run(t.id, {
      kind: 'words',
      page: {
        title: pupil.name,
        under: `${[pupil.instrument, pupil.second].flatMap((i) => (i === undefined ? [] : [instrumentOf(i).name])).join(' and ')}; ${group.name}; ${reportDay(dto.from)} to ${reportDay(dto.to)}`,
        word: dto.word?.trim() === '' ? undefined : dto.word?.trim(),
        sections,
        foot: `${group.name}, ${t.name}`,
        paper: group.paper,
      },
    });
    return { bytes, fileName: `${pupil.name} - ${group.name}.pdf` };
  }
}
