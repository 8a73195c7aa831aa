import { type ClassView, SaveClassDto } from '@cifra/contract';
import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { notFound } from '../refusal/refusal';
import { RowId } from '../refusal/rowId.pipe';
import { ClassRepository } from './class.repository';
import { STARTING_CLASS } from './startingClass';

@ApiTags('classes')
@Controller('api/classes')
export class ClassController {
  constructor(private readonly classes: ClassRepository) {}

  @Get() @ApiOperation({ summary: 'The teacher\'s classes; a new teacher is given one' })
  async list(@Teacher() t: TeacherRow): Promise<ClassView[]> {
    const all = await this.classes.list(t.id);
    return all.length > 0 ? all : [await this.classes.create(t.id, STARTING_CLASS)];
  }

  @Put(':id') @ApiOperation({ summary: 'Save a class: instruments, schools, band rows, paper' }) @ApiBody({ schema: { $ref: '#/components/schemas/SaveClassDto' } })
  async save(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() body: SaveClassDto): Promise<ClassView> {
    const saved = await this.classes.save(t.id, id, body);
    if (saved === undefined) throw notFound('class');
    return saved;
  }
}
