import {
  HandInDto,
  type HandInView,
  MAX_HAND_IN_BYTES,
  type PracticeDayView,
  type PracticeView,
  SavePracticeDto,
  SayHandInDto,
} from '@cifra/contract';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  Req,
  StreamableFile,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Open, Teacher } from '../auth/session.guard';
import { receiveBytes } from '../web/receiveBytes';
import { Refusal } from '../refusal/refusal';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { today } from '../web/today';
import { ActId } from '../refusal/actId';
import { PracticeService } from './practice.service';

@ApiTags('practice')
@Controller('api')
export class PracticeController {
  constructor(private readonly practice: PracticeService) {}

  @Put('links/open/:token/practice')
  @Open()
  @HttpCode(204)
  @ApiOperation({ summary: 'What a pupil has practised, through their own link' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SavePracticeDto' } })
  @ApiQuery({ name: 'line', required: false })
  async save(
    @Param('token') token: string,
    @Query('line', RowIdOrNone) line: string | undefined,
    @Body() dto: SavePracticeDto,
    @Req() request: Request,
  ): Promise<void> {
    return this.practice.save(await this.practice.pupilOf(token, request.ip ?? '', today(), line), dto, today());
  }

  @Post('links/open/:token/hand-ins')
  @Open()
  @HttpCode(204)
  @ApiOperation({ summary: 'Hand in a take, with its sound as the body of the request or without' })
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async handIn(
    @Param('token') token: string,
    @Query() dto: HandInDto,
    @Req() request: Request,
    @ActId() act: string,
  ): Promise<void> {
    const of = await this.practice.pupilOf(token, request.ip ?? '', today(), dto.line);
    const bytes = await receiveBytes(request, MAX_HAND_IN_BYTES);
    if (bytes === undefined)
      throw new Refusal(
        'too-large',
        `A recording may have ${MAX_HAND_IN_BYTES / 1024 / 1024} MB. Record a shorter piece.`,
      );
    return this.practice.handIn(of, dto, bytes.length === 0 ? undefined : Buffer.from(bytes), act);
  }

  @Get('exercises/:id/practice')
  @ApiOperation({ summary: 'What pupils have practised of a line' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PracticeView[]> {
    return this.practice.list(t, id);
  }

  @Get('classes/:id/practice')
  @ApiOperation({ summary: 'What the pupils of a class have practised, of all lines' })
  listOfClass(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PracticeView[]> {
    return this.practice.listOfClass(t, id);
  }

  @Get('classes/:id/practice-days')
  @ApiOperation({ summary: 'How far each part of a class had come, day by day' })
  listDays(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PracticeDayView[]> {
    return this.practice.listDays(t, id);
  }

  @Get('classes/:id/hand-ins')
  @ApiOperation({ summary: 'Takes that the pupils of a class handed in, newest first' })
  listHandInsOfClass(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<HandInView[]> {
    return this.practice.listHandInsOfClass(t, id);
  }

  @Get('exercises/:id/hand-ins')
  @ApiOperation({ summary: 'Takes that were handed in of a line, newest first' })
  listHandIns(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<HandInView[]> {
    return this.practice.listHandIns(t, id);
  }

  @Get('hand-ins/:id/sound')
  @Header('Content-Disposition', 'inline')
  @ApiOperation({ summary: 'The sound of a take' })
  async sound(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<StreamableFile> {
    const { sound, type } = await this.practice.sound(t, id);
    return new StreamableFile(sound, { type });
  }

  @Put('hand-ins/:id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Say something of a take; its pupil reads it' })
  say(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() said: SayHandInDto): Promise<void> {
    return this.practice.say(t, id, said);
  }

  @Delete('hand-ins/:id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Clear a take' })
  remove(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<void> {
    return this.practice.removeHandIn(t, id);
  }
}
