import type { ClassView, TeacherView } from '@cifra/contract';
import { DEFAULT_TEACHING, schoolsOf, type Teaching } from '@cifra/core';
import { useMemo } from 'react';
import { useTeacher } from '../api/resources';

type Taught = Pick<ClassView, 'schools' | 'stage'>;

/** How a class is taught: its own choices over its teacher's profile, over the defaults. */
export const teachingOf = (teacher: Pick<TeacherView, 'schools'> | undefined, group: Taught | undefined): Teaching => ({
  schools: schoolsOf(teacher?.schools ?? {}, group?.schools ?? {}),
  stage: group?.stage ?? DEFAULT_TEACHING.stage,
});

export function useTeaching(group: Taught | undefined): Teaching {
  const { data: teacher } = useTeacher();
  return useMemo(() => teachingOf(teacher, group), [teacher, group]);
}
