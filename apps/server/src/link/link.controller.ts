import { type LinkView, MakeLinkDto, type OpenedLinkView, type StripDto } from '@cifra/contract';
import type { Page } from '@cifra/engrave';
import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Query, Req } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiQuery, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Open, Teacher } from '../auth/session.guard';
import { RowId, RowIdOrNone } from '../refusal/rowId.pipe';
import { today } from '../web/today';
import { ActId } from '../refusal/actId';
import { LinkStripService } from './linkStrip.service';
import { LinkService } from './link.service';
import { StripPipe } from './strip.pipe';
import { OpenLinkService } from './openLink.service';

@ApiTags("pupils' links")
@Controller('api/links')
export class LinkController {
  constructor(
    private readonly links: LinkService,
    private readonly opened: OpenLinkService,
    private readonly strips: LinkStripService,
  ) {}

  @Get()
  @ApiOperation({ summary: 'The open links of an exercise' })
  @ApiQuery({ name: 'exercise' })
  list(@Teacher() t: TeacherRow, @Query('exercise', RowId) exercise: string): Promise<LinkView[]> {
    return this.links.list(t, exercise);
  }

  @Post()
  @ApiOperation({ summary: 'A link to one part, for so many days' })
  @ApiBody({ schema: { $ref: '#/components/schemas/MakeLinkDto' } })
  make(@Teacher() t: TeacherRow, @Body() dto: MakeLinkDto, @ActId() act: string): Promise<LinkView> {
    return this.links.make(t, dto, act);
  }

  @Delete(':id')
  @HttpCode(204)
  @ApiOperation({ summary: 'Close a link for good' })
  close(@Teacher() t: TeacherRow, @Param('id', RowId) id: string): Promise<void> {
    return this.links.close(t, id);
  }

  @Get('open/:token')
  @Open()
  @Header('Referrer-Policy', 'no-referrer')
  @Header('X-Robots-Tag', 'noindex')
  @ApiOperation({ summary: "What a pupil's link shows; the only route besides signing in that needs no session" })
  @ApiQuery({ name: 'line', required: false })
  open(
    @Param('token') token: string,
    @Query('line', RowIdOrNone) line: string | undefined,
    @Req() request: Request,
  ): Promise<OpenedLinkView> {
    return this.opened.open(token, request.ip ?? '', today(), line);
  }

  @Get('open/:token/strip')
  @Open()
  @Header('Referrer-Policy', 'no-referrer')
  @Header('X-Robots-Tag', 'noindex')
  @ApiOperation({ summary: "A link's part as one strip, drawn as it is asked for" })
  @ApiQuery({ name: 'line', required: false })
  @ApiQuery({ name: 'as', description: 'how it is drawn, as JSON' })
  async strip(
    @Param('token') token: string,
    @Query('line', RowIdOrNone) line: string | undefined,
    @Query('as', StripPipe)
    { page, widthMm100 }: StripDto,
    @Req() request: Request,
  ): Promise<Page> {
    const day = today();
    const opened = await this.opened.open(token, request.ip ?? '', day, line);
    return this.strips.draw(token, opened, page, day, widthMm100);
  }
}
