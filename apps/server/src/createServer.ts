import 'reflect-metadata';
import { randomBytes } from 'node:crypto';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import compression from 'compression';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module';
import { AuthService } from './auth/auth.service';
import { sessionToken } from './auth/session.guard';
import type { Settings } from './settings';
import { serveApiPage } from './web/apiPage';
import { limitBodies } from './web/bodyLimits';
import { Closing } from './web/closing';
import { serveWeb } from './web/webApplication';

/** Puts the application together, ready to listen. */
export async function createServer(settings: Settings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
    bufferLogs: true,
    bodyParser: false,
  });
  app.useLogger(app.get(Logger));
  app.enableShutdownHooks();
  if (settings.tls) app.set('trust proxy', 1);
  app.disable('x-powered-by');
  app.use(app.get(Closing).sayGoodbye);
  app.use((_request: Request, response: Response, next: NextFunction) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", (_request, response) => `'nonce-${String((response as Response).locals.nonce)}'`],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          mediaSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      hsts: settings.tls,
      crossOriginEmbedderPolicy: false,
    }),
  );
  // What the API says is of children and of one teacher: nobody on the way keeps it, the page's own worker knows what
  // it may.
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'private, no-store');
    next();
  });
  app.use(compression());
  const auth = app.get(AuthService);
  app.use(
    limitBodies(async (request) => {
      const token = sessionToken(request);
      return token !== undefined && (await auth.teacherOf(token)) !== undefined;
    }),
  );
  app.useGlobalPipes(
    new ValidationPipe({ whitelist: true, forbidNonWhitelisted: true, transform: true, stopAtFirstError: true }),
  );
  serveApiPage(app);
  serveWeb(app, settings.webFolder);
  await app.init();
  return app;
}
