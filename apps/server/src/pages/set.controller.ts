import { MakeSetDto, type SetView } from '@cifra/contract';
import { Body, Controller, Delete, Get, Param, Post, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { attachment } from '../part/attachment';
import { RowId } from '../refusal/rowId.pipe';
import { SetService } from './set.service';

/** Pages for a whole class: made in the background, looked after by their id, kept under one address. */
@ApiTags('sets of pages')
@Controller('api')
export class SetController {
  constructor(private readonly sets: SetService) {}

  @Post('exercises/:id/sets')
  @ApiOperation({ summary: 'Begin to make a book, a copy for every pupil, or a zip' })
  @ApiBody({ schema: { $ref: '#/components/schemas/MakeSetDto' } })
  make(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Body() dto: MakeSetDto,
    @Req() request: Request,
  ): Promise<SetView> {
    return this.sets.make(t, id, dto, `${request.protocol}://${request.get('host') ?? ''}`);
  }

  @Get('exercises/:id/sets')
  @ApiOperation({ summary: 'The newest sets of a line' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<SetView[]> {
    return this.sets.list(t, id);
  }

  @Get('sets/:id')
  @ApiOperation({ summary: 'How far a set is' })
  find(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<SetView> {
    return this.sets.find(t, id);
  }

  @Delete('sets/:id')
  @ApiOperation({ summary: 'Stop making a set' })
  cancel(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<SetView> {
    return this.sets.cancel(t, id);
  }

  @Get('sets/:id/file')
  @ApiOperation({ summary: 'The finished file' })
  async file(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { set, bytes } = await this.sets.file(t, id);
    response.setHeader('Content-Disposition', attachment(set.fileName));
    return new StreamableFile(bytes, { type: set.kind === 'zip' ? 'application/zip' : 'application/pdf' });
  }
}
