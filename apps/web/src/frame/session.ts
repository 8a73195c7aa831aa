import { SESSION_DAYS } from '@cifra/contract';
import { mutate } from 'swr';
import { forgetCopies } from '../api/keptCopies';
import { forgetClass } from '../classroom/currentClass';
import { forgetSavedDrafts } from '../exercise/drafts';

const UNTIL = 'cifra.signedInUntil';
const LAST_PLACE = 'cifra.lastPlace';
const DAY_MS = 24 * 3600_000;

/** What the door asks about Cifra itself. */
export const OPTIONS = '/api/session/options';

/** Notes that somebody signed in here just now. */
export const beginSession = (): void => localStorage.setItem(UNTIL, String(Date.now() + SESSION_DAYS * DAY_MS));

/** Whether a session that began here must be over by now, also where no server is there to say so. */
export const isSessionOver = (): boolean => Number(localStorage.getItem(UNTIL) ?? Infinity) < Date.now();

/** Where the teacher was last, so that coming back opens it again. */
export const lastPlace = (): string => localStorage.getItem(LAST_PLACE) ?? '/shelf';
export const keepPlace = (path: string): void => localStorage.setItem(LAST_PLACE, path);

/**
 * Forgets the teacher in this browser, however the session ended: on a shared computer nothing stays but changes that
 * the server has not got yet.
 */
export function forgetTeacher(): Promise<void> {
  forgetting = forget();
  return forgetting;
}
let forgetting: Promise<void> = Promise.resolve();
/** When everything of whoever was here before is forgotten: only then somebody comes in. */
export const forgotten = (): Promise<void> => forgetting;

async function forget(): Promise<void> {
  localStorage.removeItem(UNTIL);
  localStorage.removeItem(LAST_PLACE);
  forgetClass();
  await Promise.allSettled([forgetSavedDrafts(), forgetCopies()]);
  // What is being asked while everything is let go of gets no answer; the door goes on asking what is no teacher's.
  await mutate((key) => key !== OPTIONS, undefined, { revalidate: false });
}
