import { MakePrintSetDto, type PrintSetView } from '@cifra/contract';
import { Body, Controller, Delete, Get, Param, Post, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { attachment } from '../web/attachment';
import { RowId } from '../refusal/rowId.pipe';
import { ActId } from '../refusal/actId';
import { PrintSetService } from './printSet.service';

/** Pages for a whole class: made in the background, looked after by their id, kept under one address. */
@ApiTags('print sets')
@Controller('api')
export class PrintSetController {
  constructor(private readonly sets: PrintSetService) {}

  @Post('exercises/:id/print-sets')
  @ApiOperation({ summary: 'Begin to make a book, a copy for every pupil, or a zip' })
  @ApiBody({ schema: { $ref: '#/components/schemas/MakePrintSetDto' } })
  make(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Body() dto: MakePrintSetDto,
    @Req() request: Request,
    @ActId() act: string,
  ): Promise<PrintSetView> {
    return this.sets.make(t, id, dto, `${request.protocol}://${request.get('host') ?? ''}`, act);
  }

  @Get('exercises/:id/print-sets')
  @ApiOperation({ summary: 'The newest sets of a line' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PrintSetView[]> {
    return this.sets.list(t, id);
  }

  @Get('print-sets/:id')
  @ApiOperation({ summary: 'How far a set is' })
  find(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PrintSetView> {
    return this.sets.find(t, id);
  }

  @Delete('print-sets/:id')
  @ApiOperation({ summary: 'Stop making a set' })
  cancel(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<PrintSetView> {
    return this.sets.cancel(t, id);
  }

  @Get('print-sets/:id/file')
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
