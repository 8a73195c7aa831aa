import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import express from 'express';

const YEAR_SECONDS = 365 * 24 * 3600;

/** Where the page takes what it already shows when it comes. */
const FIRST = '<!--first-view-->';

/**
 * Serves the built web application from the same port: hashed files for ever, every other address its one page.
 * @param firstView what a page already shows when it comes, if anything
 */
export function serveWeb(
  app: NestExpressApplication,
  folder: string,
  firstView: (request: Request) => Promise<string | undefined>,
): void {
  const page = join(folder, 'index.html');
  if (!existsSync(page)) return;
  const html = readFileSync(page, 'utf8');
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: YEAR_SECONDS * 1000 }),
    (_request: Request, response: Response) => {
      // A file of an older version, perhaps: never the page in its place, and no fault of the server's.
      response
        .status(404)
        .setHeader('Cache-Control', 'no-store')
        .json({ code: 'not-found', detail: 'There is no such file. Load the page again.' });
    },
  );
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || /^\/(api|health)(\/|$)/.test(request.path)) return next();
    const send = (first: string | undefined): void => {
      // What is a pupil's stays with nobody on the way.
      response.setHeader('Cache-Control', first === undefined ? 'no-cache' : 'private, no-store');
      if (first !== undefined)
        response.setHeader('Referrer-Policy', 'no-referrer').setHeader('X-Robots-Tag', 'noindex');
      const page = html.replace('__NONCE__', String(response.locals.nonce));
      response.type('html').send(page.replace(FIRST, () => first ?? ''));
    };
    firstView(request).then(send, next);
  });
}
