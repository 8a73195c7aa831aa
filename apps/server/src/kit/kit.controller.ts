import { type KitView, SaveKitDto } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { ActId } from '../refusal/actId';
import { KitService } from './kit.service';

const body = ApiBody({ schema: { $ref: '#/components/schemas/SaveKitDto' } });

@ApiTags('kit')
@Controller('api/classes/:id/kit')
export class KitController {
  constructor(private readonly kit: KitService) {}

  @Get()
  @ApiOperation({ summary: 'Loans, supplies and repairs, what is open first' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<KitView[]> {
    return this.kit.list(t, id);
  }

  @Post()
  @ApiOperation({ summary: 'A loan, a supply or a repair' })
  @body
  create(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Body() dto: SaveKitDto,
    @ActId() act: string,
  ): Promise<KitView> {
    return this.kit.create(t, id, dto, act);
  }

  @Put(':item')
  @ApiOperation({ summary: 'Change an entry, or settle it' })
  @body
  save(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('item', RowId) item: string,
    @Body() dto: SaveKitDto,
  ): Promise<KitView> {
    return this.kit.save(t, id, item, dto);
  }

  @Delete(':item')
  @HttpCode(204)
  @ApiOperation({ summary: 'Delete an entry' })
  remove(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Param('item', RowId) item: string): Promise<void> {
    return this.kit.remove(t, id, item);
  }
}
