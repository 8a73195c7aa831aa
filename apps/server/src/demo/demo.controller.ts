import type { TeacherView } from '@cifra/contract';
import { Controller, HttpCode, Inject, Post, Req, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { AuthService } from '../auth/auth.service';
import { SessionCookie } from '../auth/sessionCookie';
import { Open } from '../auth/session.guard';
import { teacherView } from '../auth/teacherView';
import { DatabasePool } from '../db/database.module';
import { requestCountsIn } from '../db/requestCounts';
import { notFound, Refusal } from '../refusal/refusal';
import { SETTINGS, type Settings } from '../settings';
import { DEMO_EMAIL } from './demo';

/** How often the demo is opened from one address in a minute: a class in a room opens it all at once. */
export const DEMO_SIGN_INS = 120;

@ApiTags('sign-in')
@Controller('api/session/demo')
export class DemoController {
  private readonly limit: RateLimiterPostgres;

  constructor(
    private readonly auth: AuthService,
    private readonly cookie: SessionCookie,
    @Inject(SETTINGS) private readonly settings: Settings,
    pool: DatabasePool,
  ) {
    this.limit = new RateLimiterPostgres({
      ...requestCountsIn(pool),
      keyPrefix: 'demo',
      points: DEMO_SIGN_INS,
      duration: 60,
    });
  }

  @Open()
  @Post()
  @HttpCode(200)
  @ApiOperation({ summary: 'Sign in as the demo teacher; exists only in demo mode' })
  async signIn(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<TeacherView> {
    const teacher = this.settings.demo ? await this.auth.teacherByEmail(DEMO_EMAIL) : undefined;
    if (teacher === undefined) throw notFound('address');
    try {
      await this.limit.consume(request.ip ?? '');
    } catch (e) {
      if (e instanceof RateLimiterRes)
        throw new Refusal(
          'too-many-attempts',
          'The demo is opened too often from here. Wait a minute, then try again.',
        );
      throw e;
    }
    await this.cookie.open(teacher, response);
    return teacherView(teacher);
  }
}
