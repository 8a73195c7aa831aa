import type { TeacherView } from '@cifra/contract';
import type { TeacherRow } from './auth.repository';

/** A teacher as the browser sees them. */
export const teacherView = ({ passwordHash: _password, createdAt: _created, ...view }: TeacherRow): TeacherView => view;
