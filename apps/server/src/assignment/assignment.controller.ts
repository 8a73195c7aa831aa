import { type AssignmentView, SaveAssignmentDto } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { ActId } from '../refusal/actId';
import { AssignmentService } from './assignment.service';

const body = ApiBody({ schema: { $ref: '#/components/schemas/SaveAssignmentDto' } });

@ApiTags('assignments')
@Controller('api/classes/:id/assignments')
export class AssignmentController {
  constructor(private readonly assignments: AssignmentService) {}

  @Get()
  @ApiOperation({ summary: 'What is set for a class, the latest first' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<AssignmentView[]> {
    return this.assignments.list(t, id);
  }

  @Post()
  @ApiOperation({ summary: 'Set a line, or some bars of it' })
  @body
  create(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Body() dto: SaveAssignmentDto,
    @ActId() act: string,
  ): Promise<AssignmentView> {
    return this.assignments.create(t, id, dto, act);
  }

  @Put(':assignment')
  @ApiOperation({ summary: 'Change what is set' })
  @body
  save(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('assignment', RowId) assignment: string,
    @Body() dto: SaveAssignmentDto,
  ): Promise<AssignmentView> {
    return this.assignments.save(t, id, assignment, dto);
  }

  @Delete(':assignment')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take back what is set; what was logged of it is kept with it for some days' })
  remove(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('assignment', RowId) assignment: string,
  ): Promise<void> {
    return this.assignments.remove(t, id, assignment);
  }

  @Post(':assignment/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Set again what was taken back, with what was logged of it' })
  restore(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('assignment', RowId) assignment: string,
  ): Promise<AssignmentView[]> {
    return this.assignments.restore(t, id, assignment);
  }
}
