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
import { AppModule } from './app.module.js';
import { ProblemFilter } from './common/problem.filter.js';
import { sameSite } from './common/same-site.js';
import type { Config } from './config.js';
import { migrate } from './database/migrate.js';
import { SeedService } from './seed/seed.service.js';

const BODY_LIMIT = '8mb';

/** The whole application, migrated and seeded, not yet listening. */
export async function createApplication(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), { bodyParser: false, bufferLogs: true });
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
  app.use('/api/studies/import', express.text({ type: () => true, limit: BODY_LIMIT }));
  app.use('/api', express.json({ limit: BODY_LIMIT }));
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  if (config.web !== undefined) serveWeb(app, config.web);
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
    .setDescription('Studies of pump services, stored with versions.');
  SwaggerModule.setup('api', app, SwaggerModule.createDocument(app, builder.build()), {
    ui: false,
    jsonDocumentUrl: 'api/openapi.json',
    raw: ['json'],
  });
}

/** the built web application; any other address outside /api is one of its pages */
function serveWeb(app: NestExpressApplication, folder: string): void {
  const index = join(folder, 'index.html');
  if (!existsSync(index)) throw new Error(`${index} is missing: the web application is not built`);
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '365d', fallthrough: false }));
  app.use(express.static(folder, { index: false }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
    response.sendFile(index);
  });
}
