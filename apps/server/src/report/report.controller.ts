import { ReportDto } from '@cifra/contract';
import { Body, Controller, HttpCode, Param, Post, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { attachment } from '../web/attachment';
import { RowId } from '../refusal/rowId.pipe';
import { ReportService } from './report.service';

@ApiTags('reports')
@Controller('api/classes/:id/pupils/:pupil')
export class ReportController {
  constructor(private readonly reports: ReportService) {}

  /** A POST, since a teacher's words about a child do not belong into addresses, which are logged. */
  @Post('report')
  @HttpCode(200)
  @ApiOperation({ summary: "A pupil's page as PDF, with what was ticked" })
  @ApiBody({ schema: { $ref: '#/components/schemas/ReportDto' } })
  async report(
    @Teacher() t: TeacherRow,
    @Param('id', RowId) id: string,
    @Param('pupil', RowId) pupil: string,
    @Body() dto: ReportDto,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { bytes, fileName } = await this.reports.make(t, id, pupil, dto);
    response.setHeader('Content-Disposition', attachment(fileName));
    return new StreamableFile(bytes, { type: 'application/pdf' });
  }
}
