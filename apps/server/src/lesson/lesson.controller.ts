import { type LogView, SaveLogDto } from '@cifra/contract';
import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { LessonService } from './lesson.service';

@ApiTags('lessons')
@Controller('api/classes/:id/log')
export class LessonController {
  constructor(private readonly lessons: LessonService) {}

  @Get()
  @ApiOperation({ summary: 'What happened, the latest day first' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<LogView[]> {
    return this.lessons.list(t, id);
  }

  @Put()
  @ApiOperation({ summary: 'Write down a day, for as many pupils as wanted' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SaveLogDto' } })
  save(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveLogDto): Promise<LogView[]> {
    return this.lessons.save(t, id, dto);
  }
}
