import { type KitView, type LogView, SaveKitDto, SaveLogDto, SaveWorkDto, type WorkView } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { WorkService } from './work.service';

const body = (name: string): MethodDecorator => ApiBody({ schema: { $ref: `#/components/schemas/${name}` } });

@ApiTags('work of a class')
@Controller('api/classes/:id')
export class WorkController {
  constructor(private readonly work: WorkService) {}

  @Get('work')
  @ApiOperation({ summary: 'What is set for a class, the latest first' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<WorkView[]> {
    return this.work.list(t, id);
  }

  @Post('work')
  @ApiOperation({ summary: 'Set a line, or some bars of it' })
  @body('SaveWorkDto')
  create(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveWorkDto): Promise<WorkView> {
    return this.work.create(t, id, dto);
  }

  @Put('work/:work')
  @ApiOperation({ summary: 'Change what is set' })
  @body('SaveWorkDto')
  save(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('work', RowId) work: string,
    @Body() dto: SaveWorkDto,
  ): Promise<WorkView> {
    return this.work.save(t, id, work, dto);
  }

  @Delete('work/:work')
  @HttpCode(204)
  @ApiOperation({ summary: 'Take back what is set, with what was logged of it' })
  remove(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('work', RowId) work: string): Promise<void> {
    return this.work.remove(t, id, work);
  }

  @Get('log')
  @ApiOperation({ summary: 'What happened, the latest day first' })
  log(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<LogView[]> {
    return this.work.log(t, id);
  }

  @Put('log')
  @ApiOperation({ summary: 'Write down a day, for as many pupils as wanted' })
  @body('SaveLogDto')
  saveLog(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveLogDto): Promise<LogView[]> {
    return this.work.saveLog(t, id, dto);
  }

  @Get('kit')
  @ApiOperation({ summary: 'Loans, supplies and repairs, what is open first' })
  kit(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<KitView[]> {
    return this.work.kit(t, id);
  }

  @Post('kit')
  @ApiOperation({ summary: 'A loan, a supply or a repair' })
  @body('SaveKitDto')
  createKit(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() dto: SaveKitDto): Promise<KitView> {
    return this.work.createKit(t, id, dto);
  }

  @Put('kit/:item')
  @ApiOperation({ summary: 'Change an entry, or settle it' })
  @body('SaveKitDto')
  saveKit(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('item', RowId) item: string,
    @Body() dto: SaveKitDto,
  ): Promise<KitView> {
    return this.work.saveKit(t, id, item, dto);
  }

  @Delete('kit/:item')
  @HttpCode(204)
  @ApiOperation({ summary: 'Delete an entry' })
  removeKit(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('item', RowId) item: string,
  ): Promise<void> {
    return this.work.removeKit(t, id, item);
  }
}
