import { type LinkView, MakeLinksDto } from '@cifra/contract';
import { Body, Controller, Get, Param, Post } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { RowId } from '../refusal/rowId.pipe';
import { today } from '../web/today';
import { LinkService } from './link.service';

@ApiTags("pupils' links")
@Controller('api/classes/:id/links')
export class ClassLinksController {
  constructor(private readonly links: LinkService) {}

  @Get()
  @ApiOperation({ summary: 'The open links of a class, newest first' })
  list(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<LinkView[]> {
    return this.links.listOfClass(t, id);
  }

  @Post()
  @ApiOperation({
    summary: 'A link for every pupil who has none and for whom something is set; all open links of the class',
  })
  @ApiBody({ schema: { $ref: '#/components/schemas/MakeLinksDto' } })
  make(@Teacher() t: TeacherRow, @Param('id', RowId) id: string, @Body() { days }: MakeLinksDto): Promise<LinkView[]> {
    return this.links.makeForClass(t, id, days, today());
  }
}
