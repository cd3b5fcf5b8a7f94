import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import type { Sequelize } from 'sequelize-typescript';
import { handToken, needToken } from './access/token.js';
import { AppModule } from './app.module.js';
import { COMPONENTS } from './common/api-schemas.js';
import { readBodies } from './common/bodies.js';
import { ProblemFilter } from './common/problem.filter.js';
import { sameSite } from './common/same-site.js';
import type { Config } from './config.js';
import { migrate } from './database/migrate.js';
import { SeedService } from './seed/seed.service.js';

/** The whole application, migrated and seeded, not yet listening. */
export async function createApplication(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), {
    bodyParser: false,
    bufferLogs: true,
    abortOnError: false,
  });
  app.useLogger(app.get(Logger));
  app.disable('x-powered-by');
  app.use(sameSite);
  app.use(
    helmet({
      contentSecurityPolicy: {
        // charts and Radix set styles on elements; loopback has no TLS to upgrade to
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'", 'blob:'],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  if (config.token !== undefined) app.use(needToken(config.token));
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use(readBodies);
  if (config.web !== undefined) serveWeb(app, config.web, config.token);
  app.setGlobalPrefix('api');
  app.useGlobalFilters(new ProblemFilter());
  app.enableShutdownHooks();
  describe(app);
  await migrate(app.get<Sequelize>(getConnectionToken()));
  if (config.seed) await app.get(SeedService).seed();
  return app;
}

function describe(app: NestExpressApplication): void {
  const builder = new DocumentBuilder()
    .setTitle('Cedar Knot')
    .setVersion('1')
    .setDescription('Studies of pump services, stored with versions, and the catalogue of pumps, valves and motors.')
    .addBearerAuth()
    .addSecurityRequirements('bearer');
  const document = SwaggerModule.createDocument(app, builder.build());
  document.components = { ...document.components, schemas: COMPONENTS };
  SwaggerModule.setup('api', app, document, { ui: false, jsonDocumentUrl: 'api/openapi.json', raw: ['json'] });
}

/** addresses of the web application's pages; it draws a page of its own for any other, which is not found all the same */
const PAGE = /^\/(?:studies(?:\/[^/]+(?:\/[a-z-]+)?)?\/?|catalogues(?:\/[a-z-]+(?:\/[^/]+(?:\/[a-z-]+)?)?)?\/?)?$/;

function serveWeb(app: NestExpressApplication, folder: string, token: string | undefined): void {
  const index = join(folder, 'index.html');
  if (!existsSync(index)) throw new Error(`${index} is missing: the web application is not built`);
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '365d', fallthrough: false }));
  app.use(express.static(folder, { index: false }));
  const hand = token === undefined ? (_q: Request, _s: Response, next: NextFunction) => next() : handToken(token);
  app.use((request: Request, response: Response, next: NextFunction) => {
    if ((request.method !== 'GET' && request.method !== 'HEAD') || request.path.startsWith('/api')) return next();
    hand(request, response, (error?: unknown) => {
      if (error) return next(error);
      response.status(PAGE.test(request.path) ? 200 : 404);
      response.setHeader('Cache-Control', 'no-cache');
      response.sendFile(index);
    });
  });
}
