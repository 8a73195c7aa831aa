import { PAPER_NAMES, type PaperName } from '@cifra/contract';
import { type InstrumentId, instrumentOf, INSTRUMENTS, isInstrumentId } from '@cifra/core';
import { Controller, Get, Header, Param, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { ClassRepository } from '../class/class.repository';
import { teachingOf, TeachingService } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { MusicPool } from '../worker/musicPool';
import { attachment } from './attachment';

const INSTRUMENT_IDS_IN_SCORE_ORDER = INSTRUMENTS.map((i) => i.id);

/** Pages to take away: PDF of a part or of the class's book, MusicXML of a part. */
@ApiTags('parts')
@Controller('api/exercises/:id')
export class PartController {
  constructor(private readonly exercises: ExerciseService, private readonly classes: ClassRepository, private readonly teaching: TeachingService, private readonly pool: MusicPool) {}

  @Get('parts/:instrument.pdf') @Header('Cache-Control', 'private, no-store') @ApiOperation({ summary: 'One part as PDF' })
  @ApiQuery({ name: 'class' }) @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  partPdf(
    @Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('instrument') instrument: string, @Query('class', RowId) classId: string,
    @Query('paper') paper: string | undefined, @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    return this.pdf(t, id, classId, paper, [this.instrument(instrument)], response);
  }

  @Get('book.pdf') @Header('Cache-Control', 'private, no-store') @ApiOperation({ summary: 'All the class\'s parts as one PDF, in score order' })
  @ApiQuery({ name: 'class' }) @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  bookPdf(
    @Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Query('class', RowId) classId: string, @Query('paper') paper: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    return this.pdf(t, id, classId, paper, undefined, response);
  }

  @Get('parts/:instrument.musicxml') @Header('Cache-Control', 'private, no-store') @ApiOperation({ summary: 'One part as MusicXML 4.0, as a class is taught' })
  @ApiQuery({ name: 'class', required: false })
  partXml(
    @Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('instrument') instrument: string, @Query('class', RowIdOrNone) classId: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    return this.text('musicxml', 'application/vnd.recordare.musicxml+xml', t, id, instrument, classId, response);
  }

  @Get('parts/:instrument.abc') @Header('Cache-Control', 'private, no-store') @ApiOperation({ summary: 'One part as ABC 2.1, as a class is taught' })
  @ApiQuery({ name: 'class', required: false })
  partAbc(
    @Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('instrument') instrument: string, @Query('class', RowIdOrNone) classId: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    return this.text('abc', 'text/vnd.abc; charset=utf-8', t, id, instrument, classId, response);
  }

  private async text(
    kind: 'musicxml' | 'abc', type: string, t: TeacherRow, id: string, instrument: string, classId: string | undefined, response: Response,
  ): Promise<StreamableFile> {
    const chosen = this.instrument(instrument);
    const [exercise, teaching] = await Promise.all([this.exercises.find(t.id, id), this.teaching.find(t, classId)]);
    const written = await this.pool.run({ kind, exercise: exercise.document, instrument: chosen, teaching });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - ${instrumentOf(chosen).name}.${kind}`));
    return new StreamableFile(Buffer.from(written, 'utf8'), { type });
  }

  private instrument(id: string): InstrumentId {
    if (!isInstrumentId(id)) throw notFound('instrument');
    return id;
  }

  private async pdf(t: TeacherRow, id: string, classId: string, paper: string | undefined, only: InstrumentId[] | undefined, response: Response): Promise<StreamableFile> {
    const [exercise, group] = await Promise.all([this.exercises.find(t.id, id), this.classes.find(t.id, classId)]);
    if (group === undefined) throw notFound('class');
    if (paper !== undefined && !PAPER_NAMES.includes(paper as PaperName)) throw new Refusal('bad-request', 'Paper is a4 or letter.');
    const instruments = only ?? INSTRUMENT_IDS_IN_SCORE_ORDER.filter((i) => group.instruments.includes(i));
    const bytes = await this.pool.run({
      kind: 'pdf', exercise: exercise.document, instruments, teaching: teachingOf(t, group), band: group.band, paper: (paper as PaperName | undefined) ?? group.paper, strip: group.strip ?? false,
    });
    const name = only?.[0] === undefined ? `${exercise.title} - ${group.name}` : `${exercise.title} - ${instrumentOf(only[0]).name}`;
    response.setHeader('Content-Disposition', attachment(`${name}.pdf`));
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }
}
