import type { ClassView, TeacherView } from '@cifra/contract';
import { DEFAULT_TEACHING, conventionsOf, type Teaching } from '@cifra/core';
import { useMemo } from 'react';
import { useTeacher } from '../api/resources';

type Taught = Pick<ClassView, 'conventions' | 'stage'>;

/** How a class is taught: its own choices over its teacher's profile, over the defaults. */
export const teachingOf = (
  teacher: Pick<TeacherView, 'conventions'> | undefined,
  group: Taught | undefined,
): Teaching => ({
  conventions: conventionsOf(teacher?.conventions ?? {}, group?.conventions ?? {}),
  stage: group?.stage ?? DEFAULT_TEACHING.stage,
});

export function useTeaching(group: Taught | undefined): Teaching {
  const { data: teacher } = useTeacher();
  return useMemo(() => teachingOf(teacher, group), [teacher, group]);
}
