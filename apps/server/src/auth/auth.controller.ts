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
import { SETTINGS, type Settings } from '../settings';
import type { TeacherRow } from './auth.repository';
import { AuthService } from './auth.service';
import { SessionCookie } from './sessionCookie';
import { Open, sessionToken, Teacher } from './session.guard';
import { teacherView } from './teacherView';

@ApiTags('sign-in')
@Controller('api/session')
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    private readonly cookie: SessionCookie,
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
    const teacher = await this.auth.checkSignIn(body.email, body.password, request.ip ?? '');
    await this.cookie.open(teacher, response);
    return teacherView(teacher);
  }

  @Get()
  @ApiOperation({ summary: 'Who is signed in' })
  me(@Teacher() teacher: TeacherRow): TeacherView {
    return teacherView(teacher);
  }

  @Put('profile')
  @ApiOperation({ summary: 'Save how the teacher teaches, for every class' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SaveProfileDto' } })
  async saveProfile(@Teacher() teacher: TeacherRow, @Body() body: SaveProfileDto): Promise<TeacherView> {
    return teacherView(await this.auth.saveProfile(teacher, body));
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
    await this.cookie.close(sessionToken(request), response);
  }
}
