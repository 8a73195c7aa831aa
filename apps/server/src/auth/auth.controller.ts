import {
  ChangePasswordDto,
  SaveProfileDto,
  type SessionView,
  SignInDto,
  type SignInOptions,
  type TeacherView,
} from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Put, Req, Res } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { DEMO_EMAIL } from '../demo/demo';
import { notFound } from '../refusal/refusal';
import { SETTINGS, type Settings } from '../settings';
import type { TeacherRow } from './auth.repository';
import { AuthService } from './auth.service';
import { Open, SESSION_COOKIE, sessionToken, Teacher } from './session.guard';

const view = ({ id, name, email, schools, sentences, practice, keepMonths }: TeacherRow): TeacherView => ({
  id,
  name,
  email,
  schools,
  sentences,
  practice,
  keepMonths,
});

@ApiTags('sign-in')
@Controller('api/session')
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Open()
  @Get('options')
  @ApiOperation({ summary: 'Whether the demo teacher is there' })
  options(): SignInOptions {
    return { demo: this.settings.demo };
  }

  @Open()
  @Post()
  @HttpCode(200)
  @ApiOperation({ summary: 'Sign in' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SignInDto' } })
  async signIn(
    @Body() body: SignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<TeacherView> {
    return this.open(await this.auth.checkSignIn(body.email, body.password, request.ip ?? ''), response);
  }

  @Open()
  @Post('demo')
  @HttpCode(200)
  @ApiOperation({ summary: 'Sign in as the demo teacher; exists only in demo mode' })
  async signInDemo(@Res({ passthrough: true }) response: Response): Promise<TeacherView> {
    const teacher = this.settings.demo ? await this.auth.teacherByEmail(DEMO_EMAIL) : undefined;
    if (teacher === undefined) throw notFound('address');
    return this.open(teacher, response);
  }

  @Get()
  @ApiOperation({ summary: 'Who is signed in' })
  me(@Teacher() teacher: TeacherRow): TeacherView {
    return view(teacher);
  }

  @Put('profile')
  @ApiOperation({ summary: 'Save how the teacher teaches, for every class' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SaveProfileDto' } })
  async saveProfile(@Teacher() teacher: TeacherRow, @Body() body: SaveProfileDto): Promise<TeacherView> {
    return view(await this.auth.saveProfile(teacher, body));
  }

  @Put('password')
  @HttpCode(204)
  @ApiOperation({ summary: 'Set another password; every other session ends' })
  @ApiBody({ schema: { $ref: '#/components/schemas/ChangePasswordDto' } })
  async changePassword(
    @Teacher() teacher: TeacherRow,
    @Body() body: ChangePasswordDto,
    @Req() request: Request,
  ): Promise<void> {
    await this.auth.changePassword(teacher, body, sessionToken(request) ?? '', request.ip ?? '');
  }

  @Get('everywhere')
  @ApiOperation({ summary: 'The open sessions of the teacher' })
  everywhere(@Teacher() teacher: TeacherRow, @Req() request: Request): Promise<SessionView[]> {
    return this.auth.sessionsOf(teacher, sessionToken(request) ?? '');
  }

  @Delete('elsewhere')
  @HttpCode(204)
  @ApiOperation({ summary: 'Sign out everywhere but here' })
  async signOutElsewhere(@Teacher() teacher: TeacherRow, @Req() request: Request): Promise<void> {
    await this.auth.closeOthers(teacher, sessionToken(request) ?? '');
  }

  @Delete()
  @HttpCode(204)
  @ApiOperation({ summary: 'Sign out' })
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = sessionToken(request);
    if (token !== undefined) await this.auth.closeSession(token);
    response.clearCookie(SESSION_COOKIE, { path: '/' });
  }

  private async open(teacher: TeacherRow, response: Response): Promise<TeacherView> {
    const { token, maxAgeMs } = await this.auth.openSession(teacher);
    response.cookie(SESSION_COOKIE, token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.settings.tls,
      path: '/',
      maxAge: maxAgeMs,
    });
    return view(teacher);
  }
}
