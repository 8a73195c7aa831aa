import type { TeacherView } from '@cifra/contract';
import { Controller, HttpCode, Inject, Post, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { AuthService } from '../auth/auth.service';
import { SessionCookie } from '../auth/sessionCookie';
import { Open } from '../auth/session.guard';
import { teacherView } from '../auth/teacherView';
import { notFound } from '../refusal/refusal';
import { SETTINGS, type Settings } from '../settings';
import { DEMO_EMAIL } from './demo';

@ApiTags('sign-in')
@Controller('api/session/demo')
export class DemoController {
  constructor(
    private readonly auth: AuthService,
    private readonly cookie: SessionCookie,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Open()
  @Post()
  @HttpCode(200)
  @ApiOperation({ summary: 'Sign in as the demo teacher; exists only in demo mode' })
  async signIn(@Res({ passthrough: true }) response: Response): Promise<TeacherView> {
    const teacher = this.settings.demo ? await this.auth.teacherByEmail(DEMO_EMAIL) : undefined;
    if (teacher === undefined) throw notFound('address');
    await this.cookie.open(teacher, response);
    return teacherView(teacher);
  }
}
