import { DeleteAccountDto } from '@cifra/contract';
import { Body, Controller, Delete, Get, HttpCode, Logger, Post, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import type { TeacherRow } from '../auth/auth.repository';
import { Teacher } from '../auth/session.guard';
import { SessionCookie } from '../auth/sessionCookie';
import { attachment } from '../web/attachment';
import { receiveBytes } from '../web/receiveBytes';
import { Refusal } from '../refusal/refusal';
import { ActId } from '../refusal/actId';
import { AccountService } from './account.service';
import type { BroughtCounts } from './bringAccount';

const MAX_ACCOUNT_BYTES = 100 * 1024 * 1024;

@ApiTags('account')
@Controller('api/account')
export class AccountController {
  private readonly log = new Logger(AccountController.name);

  constructor(
    private readonly account: AccountService,
    private readonly cookie: SessionCookie,
  ) {}

  @Get('file')
  @ApiOperation({ summary: 'Everything of the account as one zip' })
  async file(@Teacher() t: TeacherRow, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    response.setHeader('Content-Disposition', attachment(`Cifra ${new Date().toISOString().slice(0, 10)}.zip`));
    const file = new StreamableFile(await this.account.file(t), { type: 'application/zip' });
    // The framework would write down the error as it is, with what was asked of the database.
    return file.setErrorLogger((e) => this.log.error({ err: e }, 'a file broke off'));
  }

  @Post('file')
  @HttpCode(200)
  @ApiOperation({ summary: 'Add what such a zip holds to the account' })
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async bring(@Teacher() t: TeacherRow, @Req() request: Request, @ActId() act: string): Promise<BroughtCounts> {
    const bytes = await receiveBytes(request, MAX_ACCOUNT_BYTES);
    if (bytes === undefined) throw new Refusal('too-large', `A file may have ${MAX_ACCOUNT_BYTES / 1024 / 1024} MB.`);
    return this.account.bring(t, bytes, act);
  }

  @Delete()
  @HttpCode(204)
  @ApiOperation({ summary: 'Delete the account with everything in it' })
  @ApiBody({ schema: { $ref: '#/components/schemas/DeleteAccountDto' } })
  async remove(
    @Teacher() t: TeacherRow,
    @Body() { email }: DeleteAccountDto,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    await this.account.remove(t, email);
    await this.cookie.close(undefined, response);
  }
}
