import 'reflect-metadata';
import '@cifra/contract';
import type { INestApplication } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { AuthService } from '../auth/auth.service';
import { sessionToken } from '../auth/session.guard';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** The page on which a person can try the API; its schemas come from the same classes that check requests. */
export function serveApiPage(app: INestApplication): void {
  const document = SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setTitle('Cifra')
      .setDescription('From one written line to figured parts. Sign in first; the cookie does the rest.')
      .setVersion('0.1')
      .build(),
  );
  const schemas = validationMetadatasToSchemas({ refPointerPrefix: '#/components/schemas/' });
  document.components = {
    ...document.components,
    schemas: { ...document.components?.schemas, ...(schemas as NonNullable<typeof document.components>['schemas']) },
  };
  const auth = app.get(AuthService);
  // Closed like every other route: the page is for signed-in teachers.
  app.use('/api/docs', (request: Request, response: Response, next: NextFunction) => {
    const token = sessionToken(request);
    const known = token === undefined ? Promise.resolve(undefined) : auth.teacherOf(token);
    known.then((teacher) => {
      if (teacher === undefined)
        return void response.status(401).json({ code: 'not-signed-in', detail: 'Sign in first.' });
      // The page's library styles itself inline; scripts stay under the strict policy.
      response.setHeader(
        'Content-Security-Policy',
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
      );
      next();
    }, next);
  });
  SwaggerModule.setup('api/docs', app, document, {
    // Under the page's own address, so that they are closed with it.
    jsonDocumentUrl: 'api/docs/json',
    yamlDocumentUrl: 'api/docs/yaml',
    customSiteTitle: 'Cifra API',
    customCss: '.topbar { display: none }',
  });
}
