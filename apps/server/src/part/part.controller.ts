import { type ExerciseView, PAPER_NAMES, type PaperName, type PupilView } from '@cifra/contract';
import {
  type Handout,
  inScoreOrder,
  type InstrumentId,
  instrumentOf,
  isInstrumentId,
  knownNotes,
  seatsOf,
} from '@cifra/core';
import { HANDOUT_WORDS } from '@cifra/contract/words';
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
import type { FileOf, Task } from '../worker/task';
import { HandoutPipe } from './handout.pipe';
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
    const { exercise, copy, size } = await this.copyFor(t, { id, instrument, classId, paper, pupilId, today });
    return this.engraved(
      t,
      { kind: 'engrave', exercise: exercise.document, copy, paper: size },
      exercise,
      '',
      response,
    );
  }

  @Get('handouts/:instrument.pdf')
  @ApiOperation({ summary: 'A worksheet, cards or a chart for one instrument as PDF' })
  @ApiQuery({ name: 'class' })
  @ApiQuery({ name: 'handout', description: 'what is made, as JSON: {"kind":"cards","notes":"line"}' })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  async handoutPdf(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('instrument') instrument: string,
    @Query('class', RowId) classId: string,
    @Query('handout', HandoutPipe) handout: Handout,
    @Query('paper') paper: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { exercise, copy, size } = await this.copyFor(t, { id, instrument, classId, paper });
    const task = { kind: 'engrave', exercise: exercise.document, copy, paper: size, handout } as const;
    return this.engraved(t, task, exercise, `${HANDOUT_WORDS[handout.kind]}, `, response);
  }

  @Get('call-sheet.pdf')
  @ApiOperation({ summary: 'Letters and figures of every instrument under the sounding line' })
  @ApiQuery({ name: 'class' })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  @ApiQuery({ name: 'together', required: false, description: 'yes: instruments with the same letters share a row' })
  @ApiQuery({ name: 'woodwinds', required: false, description: 'yes: with the figures of woodwinds' })
  async callSheetPdf(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Query('class', RowId) classId: string,
    @Query('paper') paper: string | undefined,
    @Query('together') together: string | undefined,
    @Query('woodwinds') woodwinds: string | undefined,
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
      choices: { together: together === 'yes', woodwindFigures: woodwinds === 'yes' },
      paper: size,
    });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - call sheet.pdf`));
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }

  @Get('score.pdf')
  @ApiOperation({ summary: 'All parts under each other on landscape paper, chord symbols on top' })
  @ApiQuery({ name: 'class' })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  @ApiQuery({ name: 'sounds', required: false, description: 'yes: as it sounds, not as each player reads it' })
  @ApiQuery({ name: 'parts', required: false, description: 'some instruments of the class, a comma between them' })
  async scorePdf(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Query('class', RowId) classId: string,
    @Query('paper') paper: string | undefined,
    @Query('sounds') sounds: string | undefined,
    @Query('parts') parts: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { exercise, group, teaching, size } = await this.forClass(t, id, classId, paper);
    const chosen: readonly string[] = typeof parts === 'string' ? parts.split(',') : group.instruments;
    const instruments = inScoreOrder(group.instruments.filter((i) => chosen.includes(i)));
    if (instruments.length === 0) throw new Refusal('bad-request', 'Choose at least one part of the class.');
    const bytes = await this.pool.run(t.id, {
      kind: 'score',
      exercise: exercise.document,
      instruments,
      teaching,
      asItSounds: sounds === 'yes',
      paper: size,
    });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - score.pdf`));
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

  /** What an instrument's page is made from, for the class or for one pupil. */
  private async copyFor(
    t: TeacherRow,
    of: {
      readonly id: string;
      readonly instrument: string;
      readonly classId: string;
      readonly paper: string | undefined;
      readonly pupilId?: string | undefined;
      readonly today?: string | undefined;
    },
  ) {
    const chosen = this.instrument(of.instrument);
    if (of.today !== undefined && !/^\d{4}-\d\d-\d\d$/.test(of.today))
      throw new Refusal('bad-request', 'The day is written as year-month-day.');
    const { exercise, group, teaching, size } = await this.forClass(t, of.id, of.classId, of.paper);
    const pupil = await this.pupilOf(of.classId, of.pupilId);
    const day = of.today ?? new Date().toISOString().slice(0, 10);
    const copy =
      pupil === undefined ? classCopy(group, teaching, chosen, day) : pupilCopy(group, teaching, pupil, day, chosen);
    return { exercise, copy, size };
  }

  /** Engraves one copy and binds it. @param what stands before the instrument in the name of the file */
  private async engraved(
    t: TeacherRow,
    task: Extract<Task, { kind: 'engrave' }>,
    { title }: ExerciseView,
    what: string,
    response: Response,
  ): Promise<StreamableFile> {
    const made = await this.pool.run(t.id, task);
    const bytes = await this.pool.run(t.id, { kind: 'bind', title: `${title}, ${what}${made.title}`, copies: [made] });
    const { name, instrument } = task.copy;
    const player = name === undefined ? '' : `${name}, `;
    response.setHeader(
      'Content-Disposition',
      attachment(`${title} - ${what}${player}${instrumentOf(instrument).name}.pdf`),
    );
    return new StreamableFile(bytes, { type: 'application/pdf' });
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
