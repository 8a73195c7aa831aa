import {
  CreateExerciseDto,
  type ExerciseView,
  type ListedExerciseView,
  NameRevisionDto,
  type RevisionDocumentView,
  type RevisionListView,
  type RevisionView,
  SaveExerciseDto,
} from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { ActId } from '../refusal/actId';
import { ExerciseService } from './exercise.service';

@ApiTags('exercises')
@Controller('api/exercises')
export class ExerciseController {
  constructor(private readonly exercises: ExerciseService) {}

  @Get()
  @ApiOperation({ summary: 'All exercises on the shelf' })
  list(@Teacher() t: TeacherRow): Promise<ListedExerciseView[]> {
    return this.exercises.list(t.id);
  }

  @Post()
  @ApiOperation({ summary: 'Put a line on the shelf' })
  @ApiBody({ schema: { $ref: '#/components/schemas/CreateExerciseDto' } })
  create(@Teacher() t: TeacherRow, @Body() body: CreateExerciseDto, @ActId() act: string): Promise<ExerciseView> {
    return this.exercises.create(t.id, body, act);
  }

  @Get(':id')
  @ApiOperation({ summary: 'One exercise' })
  find(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<ExerciseView> {
    return this.exercises.find(t.id, id);
  }

  @Put(':id')
  @ApiOperation({ summary: 'Save over the version named; 409 when a newer one stands' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SaveExerciseDto' } })
  save(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() body: SaveExerciseDto): Promise<ExerciseView> {
    return this.exercises.save(t.id, id, body);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take off the shelf; can be undone for 30 days' })
  remove(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<void> {
    return this.exercises.remove(t.id, id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Undo a deletion' })
  restore(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<ExerciseView> {
    return this.exercises.restore(t.id, id);
  }

  @Post(':id/duplicate')
  @ApiOperation({ summary: 'Copy an exercise' })
  duplicate(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @ActId() act: string): Promise<ExerciseView> {
    return this.exercises.duplicate(t.id, id, act);
  }

  @Get(':id/revisions')
  @ApiOperation({ summary: 'The saves of an exercise that are kept, so many at a time, the newest first' })
  @ApiQuery({ name: 'after', required: false, description: 'the save after which the list goes on' })
  revisions(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Query('after', RowIdOrNone) after: string | undefined,
  ): Promise<RevisionListView> {
    return this.exercises.revisions(t.id, id, after);
  }

  @Put(':id/revisions/:revision')
  @ApiOperation({ summary: 'Name a save, so that it is kept for ever; without a name it is one of many' })
  nameRevision(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('revision', RowId) revision: string,
    @Body() body: NameRevisionDto,
  ): Promise<RevisionView> {
    return this.exercises.nameRevision(t.id, id, revision, body);
  }

  @Get(':id/revisions/:revision')
  @ApiOperation({ summary: 'One save of an exercise, with its line' })
  revision(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('revision', RowId) revision: string,
  ): Promise<RevisionDocumentView> {
    return this.exercises.revision(t.id, id, revision);
  }
}
