import type { Server } from 'node:http';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';

/** How long requests that came before the end may take. */
const GRACE_MS = 8000;

/** Lets a server end while people are using it: every answer says goodbye, and who stays too long is cut off. */
export function letItClose(app: NestExpressApplication): void {
  let closing = false;
  app.use((_request: Request, response: Response, next: NextFunction) => {
    if (closing) response.setHeader('Connection', 'close');
    next();
  });
  const server = app.getHttpServer() as Server;
  const close = server.close.bind(server);
  // Node waits for every connection that is kept alive, and a browser that goes on asking keeps its own for ever.
  server.close = (done) => {
    closing = true;
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
    return close(done);
  };
}
