import {
  CreateExerciseDto,
  type ExerciseView,
  type RevisionDocumentView,
  type RevisionView,
  SaveExerciseDto,
} from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { ExerciseService } from './exercise.service';

@ApiTags('exercises')
@Controller('api/exercises')
export class ExerciseController {
  constructor(private readonly exercises: ExerciseService) {}

  @Get()
  @ApiOperation({ summary: 'All exercises on the shelf' })
  list(@Teacher() t: TeacherRow): Promise<ExerciseView[]> {
    return this.exercises.list(t.id);
  }

  @Post()
  @ApiOperation({ summary: 'Put a line on the shelf' })
  @ApiBody({ schema: { $ref: '#/components/schemas/CreateExerciseDto' } })
  create(@Teacher() t: TeacherRow, @Body() body: CreateExerciseDto): Promise<ExerciseView> {
    return this.exercises.create(t.id, body);
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
  duplicate(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<ExerciseView> {
    return this.exercises.duplicate(t.id, id);
  }

  @Get(':id/revisions')
  @ApiOperation({ summary: 'Every save of an exercise' })
  revisions(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<RevisionView[]> {
    return this.exercises.revisions(t.id, id);
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
