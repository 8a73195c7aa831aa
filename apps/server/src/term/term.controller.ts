import { TermDto, type MetView, SaveMetDto } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { TermService } from './term.service';

@ApiTags('term of a class')
@Controller('api/classes/:id')
export class TermController {
  constructor(private readonly plan: TermService) {}

  @Get('term')
  @ApiOperation({ summary: 'Term, days off, what is looked at, when which note comes' })
  find(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<TermDto> {
    return this.plan.find(t, id);
  }

  @Put('term')
  @ApiOperation({ summary: 'Save the plan' })
  @ApiBody({ schema: { $ref: '#/components/schemas/TermDto' } })
  save(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: TermDto): Promise<TermDto> {
    return this.plan.save(t, id, dto);
  }

  @Get('met')
  @ApiOperation({ summary: 'Which notes were new to whom, day by day' })
  met(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<MetView[]> {
    return this.plan.met(t, id);
  }

  @Post('met')
  @ApiOperation({ summary: 'The class, or some of it, has met notes' })
  @ApiBody({ schema: { $ref: '#/components/schemas/SaveMetDto' } })
  addMet(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveMetDto): Promise<MetView[]> {
    return this.plan.addMet(t, id, dto);
  }

  @Delete('met/:batch')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take back that notes were met' })
  removeMet(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('batch', RowId) batch: string,
  ): Promise<void> {
    return this.plan.removeMet(t, id, batch);
  }
}
