import { PresenceDto, type PresenceView } from '@cifra/contract';
import { Body, Controller, Delete, HttpCode, Param, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound } from '../refusal/refusal';
import { RowId } from '../refusal/rowId.pipe';
import { PresenceRepository } from './presence.repository';

/** In how many windows, on whatever machine and server, a line is open. */
@ApiTags('exercises')
@Controller('api/exercises/:id/windows')
export class PresenceController {
  constructor(
    private readonly presence: PresenceRepository,
    private readonly exercises: ExerciseService,
  ) {}

  @Put(':window')
  @ApiOperation({ summary: 'Say that a window has this line open; how many others have, and which version stands' })
  @ApiBody({ schema: { $ref: '#/components/schemas/PresenceDto' } })
  async seen(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('window', RowId) window: string,
    @Body() { hidden }: PresenceDto,
  ): Promise<PresenceView> {
    const view = await this.presence.seen(t.id, id, window, hidden);
    if (view === undefined) throw notFound('exercise');
    return view;
  }

  @Delete(':window')
  @HttpCode(204)
  @ApiOperation({ summary: 'Say that a window has closed this line' })
  async left(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('window', RowId) window: string,
  ): Promise<void> {
    await this.exercises.find(t.id, id);
    await this.presence.left(id, window);
  }
}
