import { Inject, Injectable } from '@nestjs/common';
import type { Response } from 'express';
import { SETTINGS, type Settings } from '../settings';
import type { TeacherRow } from './auth.repository';
import { AuthService } from './auth.service';
import { SESSION_COOKIE } from './session.guard';

/** The cookie by which a browser is known: set when a session opens, taken away when it ends. */
@Injectable()
export class SessionCookie {
  constructor(
    private readonly auth: AuthService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  async open(teacher: TeacherRow, response: Response): Promise<void> {
    const { token, maxAgeMs } = await this.auth.openSession(teacher);
    response.cookie(SESSION_COOKIE, token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.settings.tls,
      path: '/',
      maxAge: maxAgeMs,
    });
  }

  async close(token: string | undefined, response: Response): Promise<void> {
    if (token !== undefined) await this.auth.closeSession(token);
    response.clearCookie(SESSION_COOKIE, { path: '/' });
  }
}
