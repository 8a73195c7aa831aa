import type { Server } from 'node:http';
import { type BeforeApplicationShutdown, Injectable } from '@nestjs/common';
import { HttpAdapterHost } from '@nestjs/core';
import type { NextFunction, Request, Response } from 'express';

/** How long requests that came before the end may take. */
const GRACE_MS = 8000;

/**
 * Lets a server end while people are using it: every answer says goodbye, and who stays too long is cut off.
 *
 * Node waits for every connection that is kept alive, and a browser that goes on asking keeps its own for ever.
 */
@Injectable()
export class Closing implements BeforeApplicationShutdown {
  private closing = false;

  constructor(private readonly host: HttpAdapterHost) {}

  readonly sayGoodbye = (_request: Request, response: Response, next: NextFunction): void => {
    if (this.closing) response.setHeader('Connection', 'close');
    next();
  };

  beforeApplicationShutdown(): void {
    this.closing = true;
    const server = this.host.httpAdapter.getHttpServer() as Server;
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  }
}
