import { ImportTextDto, type ImportView } from '@cifra/contract';
import { GRIDS, type LineChoice, MAX_FILE_BYTES } from '@cifra/formats';
import { Body, Controller, HttpCode, Post, Query, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { Refusal, refuseProblems } from '../refusal/refusal';
import { MusicPool } from '../worker/musicPool';
import { receiveBytes } from '../web/receiveBytes';

/** Reads a stranger's music. Nothing is stored here: the answer is a preview to confirm. */
@ApiTags('reading')
@Controller('api/imports')
export class ImportController {
  constructor(private readonly pool: MusicPool) {}

  @Post('text')
  @HttpCode(200)
  @ApiOperation({ summary: 'Read ABC or MusicXML text' })
  @ApiBody({ schema: { $ref: '#/components/schemas/ImportTextDto' } })
  readText(@Teacher() t: TeacherRow, @Body() body: ImportTextDto): Promise<ImportView> {
    return this.read(
      t,
      new TextEncoder().encode(body.text),
      body.part === undefined ? undefined : { part: body.part, voice: body.voice ?? '1' },
    );
  }

  @Post('file')
  @HttpCode(200)
  @ApiOperation({ summary: 'Read a file sent as the body of the request' })
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiQuery({ name: 'part', required: false })
  @ApiQuery({ name: 'voice', required: false })
  @ApiQuery({ name: 'grid', enum: GRIDS, required: false })
  async readFile(
    @Teacher() t: TeacherRow,
    @Req() request: Request,
    @Query('part') part?: string,
    @Query('voice') voice?: string,
    @Query('grid') grid?: string,
  ): Promise<ImportView> {
    const index = Number(part);
    if (part !== undefined && (!Number.isInteger(index) || index < 0))
      throw new Refusal('bad-request', 'The part must be a number from the list.');
    const chosenGrid = GRIDS.find((g) => g === grid);
    if (grid !== undefined && chosenGrid === undefined)
      throw new Refusal('bad-request', `The grid is one of ${GRIDS.join(', ')}.`);
    const bytes = await receiveBytes(request, MAX_FILE_BYTES);
    if (bytes === undefined)
      throw refuseProblems([{ code: 'too-large', severity: 'error', facts: { limit: MAX_FILE_BYTES / 1024 / 1024 } }]);
    return this.read(
      t,
      bytes,
      part === undefined
        ? undefined
        : { part: index, voice: voice ?? '1', ...(chosenGrid !== undefined && { grid: chosenGrid }) },
    );
  }

  private async read(t: TeacherRow, bytes: Uint8Array, choice: LineChoice | undefined): Promise<ImportView> {
    const result = await this.pool.run(t.id, { kind: 'read', bytes, ...(choice !== undefined && { choice }) });
    if (!result.ok) throw refuseProblems(result.problems);
    const { value, problems } = result;
    if (value.kind === 'exercise') return { ...value, problems };
    return value.kind === 'choose'
      ? { kind: 'choose', format: value.format, candidates: value.candidates, problems }
      : {
          kind: 'line',
          format: value.format,
          source: value.score,
          suggestedOwner: value.suggestedOwner,
          candidate: value.candidate,
          ...(value.grid !== undefined && { grid: value.grid }),
          problems,
        };
  }
}
