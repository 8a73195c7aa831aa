import { createHash, randomBytes } from 'node:crypto';
import { type ChangePasswordDto, type SaveProfileDto, SESSION_DAYS, type SessionView } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import { notFound, Refusal, staleRefusal } from '../refusal/refusal';
import { AuthRepository, type TeacherRow } from './auth.repository';
import { FailureLimit } from './failureLimit';
import { teacherView } from './teacherView';
import { EASILY_GUESSED, hashPassword, isEasilyGuessed, verifyPassword } from './password';

const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex');

@Injectable()
export class AuthService {
  /** Verified when the address is unknown, so that an answer takes as long as for a known one. */
  private readonly decoy = hashPassword(randomBytes(16).toString('hex'));

  constructor(
    private readonly repository: AuthRepository,
    private readonly failures: FailureLimit,
  ) {}

  /**
   * Checks e-mail and password.
   * @throws Refusal wrong-sign-in, or too-many-attempts when the address or the e-mail failed too often
   */
  async checkSignIn(email: string, password: string, address: string): Promise<TeacherRow> {
    const teacher = await this.proven(email, password, address);
    if (teacher === undefined)
      throw new Refusal(
        'wrong-sign-in',
        'This e-mail address and password do not belong together. Check both and try again.',
      );
    return teacher;
  }

  /** Whose password that is; every wrong one counts against the e-mail and the address. */
  private async proven(email: string, password: string, address: string): Promise<TeacherRow | undefined> {
    // The address first: one that tries too often locks nobody out. An e-mail that waits costs the address nothing.
    await this.failures.begin('address', address);
    try {
      await this.failures.begin('email', email);
    } catch (e) {
      await this.failures.takeBack('address', address);
      throw e;
    }
    const teacher = await this.repository.teacherByEmail(email);
    const right = await verifyPassword(teacher?.passwordHash ?? (await this.decoy), password);
    if (teacher === undefined || !right) return undefined;
    await this.failures.forget('email', email);
    await this.failures.takeBack('address', address);
    return teacher;
  }

  /**
   * Sets another password and ends every session but this one.
   * @throws Refusal bad-request for a wrong password or a new one that is easily guessed, too-many-attempts as for
   * signing in
   */
  async changePassword(
    { id, email, name }: TeacherRow,
    { current, next }: ChangePasswordDto,
    token: string,
    address: string,
  ): Promise<void> {
    if ((await this.proven(email, current, address)) === undefined)
      throw new Refusal('bad-request', 'The password that you have now is another one. Check it and try again.');
    if (isEasilyGuessed(next, [email, name])) throw new Refusal('bad-request', EASILY_GUESSED);
    await this.repository.setPassword(id, await hashPassword(next), hashToken(token));
  }

  async sessionsOf(teacher: TeacherRow, token: string): Promise<SessionView[]> {
    return (await this.repository.sessionsOf(teacher.id)).map((s) => ({
      since: s.createdAt.toISOString(),
      here: s.tokenHash === hashToken(token),
    }));
  }

  closeOthers = (teacher: TeacherRow, token: string): Promise<void> =>
    this.repository.closeOthers(teacher.id, hashToken(token));

  async openSession(teacher: TeacherRow): Promise<{ token: string; maxAgeMs: number }> {
    const token = randomBytes(32).toString('base64url');
    const maxAgeMs = SESSION_DAYS * 24 * 3600_000;
    await this.repository.openSession(hashToken(token), teacher.id, new Date(Date.now() + maxAgeMs));
    return { token, maxAgeMs };
  }

  /** @throws Refusal conflict, with what stands, where it was saved since the version that the change was made on */
  async saveProfile(teacher: TeacherRow, profile: SaveProfileDto): Promise<TeacherRow> {
    const saved = await this.repository.saveProfile(teacher.id, profile);
    if (saved !== undefined) return saved;
    const current = await this.repository.teacherById(teacher.id);
    if (current === undefined) throw notFound('teacher');
    throw staleRefusal('How you teach was', teacherView(current));
  }

  teacherOf = (token: string): Promise<TeacherRow | undefined> => this.repository.teacherBySession(hashToken(token));
  closeSession = (token: string): Promise<void> => this.repository.closeSession(hashToken(token));
  teacherByEmail = (email: string): Promise<TeacherRow | undefined> => this.repository.teacherByEmail(email);
}
