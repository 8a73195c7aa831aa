import { PAPER_NAMES, type PaperName } from '@cifra/contract';
import {
  CHART_ROWS,
  figureConvention,
  instrumentOf,
  isInstrumentId,
  conventionsOf,
  type Stage,
  STAGES,
} from '@cifra/core';
import { Controller, Get, Param, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { TeachingService } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { attachment } from '../web/attachment';
import { notFound, Refusal } from '../refusal/refusal';
import { RowIdOrNone } from '../refusal/rowId.pipe';
import { MusicPool } from '../worker/musicPool';

/** Rows of a printed chart: everything but what a passage alone has. */

/** Fingering charts to print: a stage of an instrument, or the notes of one exercise. */
@ApiTags('charts')
@Controller('api/charts')
export class ChartController {
  constructor(
    private readonly exercises: ExerciseService,
    private readonly teaching: TeachingService,
    private readonly pool: MusicPool,
  ) {}

  @Get(':instrument.pdf')
  @ApiOperation({ summary: 'A fingering chart as PDF' })
  @ApiQuery({ name: 'stage', enum: STAGES, required: false })
  @ApiQuery({ name: 'exercise', required: false })
  @ApiQuery({ name: 'class', required: false })
  @ApiQuery({ name: 'convention', required: false })
  @ApiQuery({ name: 'paper', enum: PAPER_NAMES, required: false })
  async chart(
    @Teacher() t: TeacherRow,
    @Param('instrument') id: string,
    @Query('stage') stage: string | undefined,
    @Query('exercise', RowIdOrNone) exerciseId: string | undefined,
    @Query('class', RowIdOrNone) classId: string | undefined,
    @Query('paper') paper: string | undefined,
    @Query('convention') choice: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    if (!isInstrumentId(id)) throw notFound('instrument');
    if (stage !== undefined && !STAGES.includes(stage as Stage))
      throw new Refusal('bad-request', `A stage is one of: ${STAGES.join(', ')}.`);
    if (paper !== undefined && !PAPER_NAMES.includes(paper as PaperName))
      throw new Refusal('bad-request', 'Paper is a4 or letter.');
    const convention = choice === undefined ? {} : figureConvention(id, choice);
    if (convention === undefined) throw new Refusal('bad-request', 'This instrument has no such convention.');
    const [teaching, exercise] = await Promise.all([
      this.teaching.find(t, classId),
      exerciseId === undefined ? undefined : this.exercises.find(t.id, exerciseId),
    ]);
    const bytes = await this.pool.run(t.id, {
      kind: 'chart',
      instrument: id,
      exercise: exercise?.document,
      rows: CHART_ROWS,
      paper: (paper as PaperName | undefined) ?? 'a4',
      teaching: {
        conventions: conventionsOf(teaching.conventions, convention),
        stage: (stage as Stage | undefined) ?? teaching.stage,
      },
    });
    response.setHeader(
      'Content-Disposition',
      attachment(`Chart - ${instrumentOf(id).name}${exercise === undefined ? '' : ` - ${exercise.title}`}.pdf`),
    );
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }
}
