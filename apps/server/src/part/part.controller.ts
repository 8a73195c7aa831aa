import { type ClassView, PAPER_NAMES, type PaperName } from '@cifra/contract';
import { DEFAULT_TEACHING, type InstrumentId, instrumentOf, INSTRUMENTS, isInstrumentId, schoolsOf, type Teaching } from '@cifra/core';
import { Controller, Get, Header, Param, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { ClassRepository } from '../class/class.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { MusicPool } from '../worker/musicPool';
import { attachment } from './attachment';

/** How a class is taught: its own choices over its teacher's profile. */
const teachingOf = (t: TeacherRow, group: ClassView): Teaching => ({ schools: schoolsOf(t.schools, group.schools), stage: group.stage });

const INSTRUMENT_IDS_IN_SCORE_ORDER = INSTRUMENTS.map((i) => i.id);

/** Pages to take away: PDF of a part or of the class's book, MusicXML of a part. */
@ApiTags('parts')
@Controller('api/exercises/:id')
export class PartController {
  constructor(private readonly exercises: ExerciseService, private readonly classes: ClassRepository, private readonly pool: MusicPool) {}

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
  async partXml(
    @Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('instrument') instrument: string, @Query('class', RowIdOrNone) classId: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const chosen = this.instrument(instrument);
    const [exercise, group] = await Promise.all([this.exercises.find(t.id, id), classId === undefined ? undefined : this.classes.find(t.id, classId)]);
    if (classId !== undefined && group === undefined) throw notFound('class');
    const teaching = group === undefined ? { ...DEFAULT_TEACHING, schools: schoolsOf(t.schools) } : teachingOf(t, group);
    const xml = await this.pool.run({ kind: 'musicxml', exercise: exercise.document, instrument: chosen, teaching });
    response.setHeader('Content-Disposition', attachment(`${exercise.title} - ${instrumentOf(chosen).name}.musicxml`));
    return new StreamableFile(Buffer.from(xml, 'utf8'), { type: 'application/vnd.recordare.musicxml+xml' });
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
      kind: 'pdf', exercise: exercise.document, instruments, teaching: teachingOf(t, group), band: group.band, paper: (paper as PaperName | undefined) ?? group.paper,
    });
    const name = only?.[0] === undefined ? `${exercise.title} - ${group.name}` : `${exercise.title} - ${instrumentOf(only[0]).name}`;
    response.setHeader('Content-Disposition', attachment(`${name}.pdf`));
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }
}
