import type { ClassView } from '@cifra/contract';
import { DEFAULT_TEACHING, conventionsOf, type Teaching } from '@cifra/core';
import { Injectable } from '@nestjs/common';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from './class.repository';

/** How a class is taught: its own choices over its teacher's profile. */
export const teachingOf = (
  t: Pick<TeacherRow, 'conventions'>,
  group: Pick<ClassView, 'conventions' | 'stage'>,
): Teaching => ({
  conventions: conventionsOf(t.conventions, group.conventions),
  stage: group.stage,
});

@Injectable()
export class TeachingService {
  constructor(private readonly classes: ClassRepository) {}

  /** How a class is taught, or how its teacher teaches when no class is named. @throws Refusal not-found */
  async find(t: TeacherRow, classId: string | undefined): Promise<Teaching> {
    if (classId === undefined) return { ...DEFAULT_TEACHING, conventions: conventionsOf(t.conventions) };
    return teachingOf(t, await this.classes.own(t.id, classId));
  }
}
