import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import compression from 'compression';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module';
import { FirstViewService } from './link/firstView.service';
import { AuthService } from './auth/auth.service';
import { COOKIE_NAME, sessionCookieName, sessionToken } from './auth/session.guard';
import type { Settings } from './settings';
import { serveApiPage } from './web/apiPage';
import { limitBodies } from './web/bodyLimits';
import { BodyPipe } from './web/bodyPipe';
import { Closing } from './web/closing';
import { refuseForeignHosts } from './web/namedHosts';
import { pagePolicy } from './web/pagePolicy';
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
  app.set(COOKIE_NAME, sessionCookieName(settings.tls));
  app.disable('x-powered-by');
  app.use(app.get(Closing).sayGoodbye);
  app.use(refuseForeignHosts(settings.hosts));
  app.use(...pagePolicy(settings.tls));
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
  app.useGlobalPipes(new BodyPipe());
  serveApiPage(app);
  const first = app.get(FirstViewService);
  serveWeb(app, settings.webFolder, (request) => first.of(request));
  await app.init();
  return app;
}
