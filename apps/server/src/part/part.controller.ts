import { type ExerciseView, PAPER_NAMES, type PaperName, type PupilView } from '@cifra/contract';
import { inScoreOrder, type InstrumentId, instrumentOf, isInstrumentId, knownNotes, seatsOf } from '@cifra/core';
import { LINE_FORMATS, type LineFormat } from '@cifra/formats';
import { Controller, Get, Param, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiOperation, ApiParam, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { ClassRepository } from '../class/class.repository';
import { teachingOf, TeachingService } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import { classCopy, pupilCopy } from '../class/copies';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { MusicPool } from '../worker/musicPool';
import type { FileOf } from '../worker/task';
import { attachment } from '../web/attachment';

const FILE_TYPES: Readonly<Record<LineFormat, string>> = {
  musicxml: 'application/vnd.recordare.musicxml+xml',
  mxl: 'application/vnd.recordare.musicxml',
  abc: 'text/vnd.abc; charset=utf-8',
  mid: 'audio/midi',
  json: 'application/json',
};

/**
 * What is taken away at once: PDF of a part or of the call sheet, files of parts and of the line for other programs.
 */
@ApiTags('parts')
@Controller('api/exercises/:id')
export class PartController {
  constructor(
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
    private readonly teaching: TeachingService,
    private readonly pool: MusicPool,
  ) {}

  @Get('parts/:instrument.pdf')
  @ApiOperation({ summary: 'One part as PDF, for the class or for one pupil' })
  @ApiQuery({ name: 'class' })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  @ApiQuery({ name: 'pupil', required: false })
  @ApiQuery({ name: 'today', required: false, description: 'ISO date on which the page is used' })
  async partPdf(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('instrument') instrument: string,
    @Query('class', RowId) classId: string,
    @Query('paper') paper: string | undefined,
    @Query('pupil', RowIdOrNone) pupilId: string | undefined,
    @Query('today') today: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const chosen = this.instrument(instrument);
    if (today !== undefined && !/^\d{4}-\d\d-\d\d$/.test(today))
      throw new Refusal('bad-request', 'The day is written as year-month-day.');
    const { exercise, group, teaching, size } = await this.forClass(t, id, classId, paper);
    const pupil = await this.pupilOf(classId, pupilId);
    const day = today ?? new Date().toISOString().slice(0, 10);
    const copy =
      pupil === undefined ? classCopy(group, teaching, chosen, day) : pupilCopy(group, teaching, pupil, day, chosen);
    const engraved = await this.pool.run(t.id, { kind: 'engrave', exercise: exercise.document, copy, paper: size });
    const bytes = await this.pool.run(t.id, {
      kind: 'bind',
      title: `${exercise.title}, ${engraved.title}`,
      copies: [engraved],
    });
    response.setHeader(
      'Content-Disposition',
      attachment(`${exercise.title} - ${pupil === undefined ? '' : `${pupil.name}, `}${instrumentOf(chosen).name}.pdf`),
    );
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }

  @Get('call-sheet.pdf')
  @ApiOperation({ summary: 'Letters and figures of every instrument under the sounding line' })
  @ApiQuery({ name: 'class' })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  async callSheetPdf(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Query('class', RowId) classId: string,
    @Query('paper') paper: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { exercise, group, teaching, size } = await this.forClass(t, id, classId, paper);
    const bytes = await this.pool.run(t.id, {
      kind: 'sheet',
      exercise: exercise.document,
      instruments: inScoreOrder(group.instruments),
      teaching,
      known: knownNotes(group.known),
      seats: seatsOf(await this.classes.pupilsOf(classId)),
      paper: size,
    });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - call sheet.pdf`));
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }

  @Get('parts/:instrument.:format')
  @ApiOperation({ summary: 'One part as a file for other programs, as a class is taught' })
  @ApiParam({ name: 'format', enum: LINE_FORMATS })
  @ApiQuery({ name: 'class', required: false })
  @ApiQuery({ name: 'figures', required: false, description: 'yes: with the figures over the notes' })
  async partFile(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('instrument') instrument: string,
    @Param('format') format: string,
    @Query('class', RowIdOrNone) classId: string | undefined,
    @Query('figures') figures: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const chosen = this.instrument(instrument);
    const [exercise, teaching] = await Promise.all([this.exercises.find(t.id, id), this.teaching.find(t, classId)]);
    return this.file(
      t,
      exercise,
      this.format(format),
      { kind: 'part', instrument: chosen, teaching, figures: figures === 'yes' },
      instrumentOf(chosen).name,
      response,
    );
  }

  @Get('line.:format')
  @ApiOperation({ summary: 'The line itself as a file, as it was read or as it sounds' })
  @ApiParam({ name: 'format', enum: LINE_FORMATS })
  @ApiQuery({ name: 'pitch', enum: ['written', 'concert'], required: false })
  @ApiQuery({ name: 'line', required: false })
  async lineFile(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('format') format: string,
    @Query('pitch') pitch: string | undefined,
    @Query('line') line: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    if (pitch !== undefined && pitch !== 'written' && pitch !== 'concert')
      throw new Refusal('bad-request', 'The pitch is written or concert.');
    const exercise = await this.exercises.find(t.id, id);
    return this.file(
      t,
      exercise,
      this.format(format),
      { kind: 'line', pitch: pitch ?? 'written', line: Math.max(0, Math.trunc(Number(line ?? 0)) || 0) },
      pitch === 'concert' ? 'concert pitch' : 'line',
      response,
    );
  }

  private async file(
    t: TeacherRow,
    exercise: ExerciseView,
    format: LineFormat,
    of: FileOf,
    what: string,
    response: Response,
  ): Promise<StreamableFile> {
    const bytes = await this.pool.run(t.id, { kind: 'file', format, exercise: exercise.document, of });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - ${what}.${format}`));
    return new StreamableFile(bytes, { type: FILE_TYPES[format] });
  }

  private format(format: string): LineFormat {
    const known = LINE_FORMATS.find((f) => f === format);
    if (known === undefined) throw notFound('format');
    return known;
  }

  private instrument(id: string): InstrumentId {
    if (!isInstrumentId(id)) throw notFound('instrument');
    return id;
  }

  /** The exercise, the class, and how it is taught. */
  private async forClass(t: TeacherRow, id: string, classId: string, paper: string | undefined) {
    const [exercise, group] = await Promise.all([this.exercises.find(t.id, id), this.classes.find(t.id, classId)]);
    if (group === undefined) throw notFound('class');
    if (paper !== undefined && !PAPER_NAMES.includes(paper as PaperName))
      throw new Refusal('bad-request', 'Paper is a4 or letter.');
    return { exercise, group, teaching: teachingOf(t, group), size: (paper as PaperName | undefined) ?? group.paper };
  }

  private async pupilOf(classId: string, pupilId: string | undefined): Promise<PupilView | undefined> {
    if (pupilId === undefined) return undefined;
    const pupil = (await this.classes.pupilsOf(classId)).find((p) => p.id === pupilId);
    if (pupil === undefined) throw notFound('pupil');
    return pupil;
  }
}
