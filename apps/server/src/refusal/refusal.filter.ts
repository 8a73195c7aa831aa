import type { RefusalView } from '@cifra/contract';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Response } from 'express';
import { Refusal } from './refusal';
import { safeError } from './safeError';

/** Codes of the system and of PostgreSQL for a connection that is gone; a pool says some of it in words alone. */
const NO_DATABASE = /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|57P0\d|08\d{3}|53[1234]\d\d)$/;
const NO_DATABASE_WORDS =
  /Connection terminated|connection error and is not queryable|timeout exceeded when trying to connect/;
/** PostgreSQL's codes for what cannot be kept as it is: no date, a sign that no text may hold, a number too large. */
const NO_DATA = /^22[0-9A-Z]{3}$/;
/** PostgreSQL's codes for two that waited for each other. */
const AT_ONCE = /^40[0-9A-Z]{3}$/;

/** What the reader of bodies says of one that it cannot read: its size, its encoding, its letters, its compression. */
function unreadStatus(error: unknown): number | undefined {
  const { status, expose } = (error ?? {}) as { status?: unknown; expose?: unknown };
  if (typeof status === 'number' && status >= 400 && status < 500 && expose === true) return status;
  // Compression that is broken is told by zlib itself.
  return error instanceof Error && /^(Z_|ERR_|ERR__)/.test(String((error as { code?: unknown }).code))
    ? 400
    : undefined;
}

const wordsOf = (e: unknown): string =>
  e instanceof Error
    ? `${e.message.slice(0, 200)} ${e.cause instanceof Error ? e.cause.message.slice(0, 200) : ''}`
    : '';

/** Gives every error the one shape; database errors never show or log their parameters. */
@Catch()
export class RefusalFilter implements ExceptionFilter {
  private readonly log = new Logger('refusal');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    if (error instanceof Refusal) {
      response.status(error.getStatus()).json(error.getResponse());
      return;
    }
    if (error instanceof HttpException) {
      const status = error.getStatus();
      const body = error.getResponse();
      const messages =
        typeof body === 'object' && 'message' in body ? (body as { message: unknown }).message : error.message;
      const detail = Array.isArray(messages) ? messages.join(' ') : String(messages);
      const code = status === 404 ? 'not-found' : status === 413 ? 'too-large' : 'bad-request';
      const words =
        status === 413 ? 'The request is too large.' : status === 404 ? 'There is no such address.' : detail;
      response.status(status).json({ code, detail: words } satisfies RefusalView);
      return;
    }
    const unread = unreadStatus(error);
    if (unread !== undefined) {
      response.status(unread).json({
        code: unread === 413 ? 'too-large' : 'bad-request',
        detail: unread === 413 ? 'The request is too large.' : 'This request cannot be read: send JSON in UTF-8.',
      } satisfies RefusalView);
      return;
    }
    const { codes } = safeError(error);
    const has = (which: RegExp): boolean => codes.some((code) => which.test(code));
    if (has(NO_DATABASE) || NO_DATABASE_WORDS.test(wordsOf(error))) {
      this.log.error({ codes }, 'database not reachable');
      response.status(503).json({
        code: 'no-database',
        detail: 'The database does not answer. Look whether your last change is there, and try again in a moment.',
      } satisfies RefusalView);
      return;
    }
    if (has(AT_ONCE)) {
      response.status(503).json({
        code: 'busy',
        detail: 'Something else was saved at the same moment. Nothing was changed; try again.',
      } satisfies RefusalView);
      return;
    }
    if (has(NO_DATA)) {
      response.status(400).json({
        code: 'bad-request',
        detail:
          'Something in it cannot be kept as it is: check its dates, and signs that cannot be seen. Nothing was changed.',
      } satisfies RefusalView);
      return;
    }
    this.log.error({ err: error }, 'a request failed');
    response.status(500).json({
      code: 'internal',
      detail: 'Something went wrong on the server. Nothing was changed; try again.',
    } satisfies RefusalView);
  }
}
