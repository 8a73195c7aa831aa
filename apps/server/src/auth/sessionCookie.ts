import { Inject, Injectable } from '@nestjs/common';
import type { CookieOptions, Response } from 'express';
import { SETTINGS, type Settings } from '../settings';
import type { TeacherRow } from './auth.repository';
import { AuthService } from './auth.service';
import { sessionCookieName } from './session.guard';

/** The cookie by which a browser is known: set when a session opens, taken away when it ends. */
@Injectable()
export class SessionCookie {
  constructor(
    private readonly auth: AuthService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  private get name(): string {
    return sessionCookieName(this.settings.tls);
  }
  private get options(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', secure: this.settings.tls, path: '/' };
  }

  async open(teacher: TeacherRow, response: Response): Promise<void> {
    const { token, maxAgeMs } = await this.auth.openSession(teacher);
    response.cookie(this.name, token, { ...this.options, maxAge: maxAgeMs });
  }

  async close(token: string | undefined, response: Response): Promise<void> {
    if (token !== undefined) await this.auth.closeSession(token);
    response.clearCookie(this.name, this.options);
  }
}
