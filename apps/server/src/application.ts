import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { NestFactory, Reflector } from '@nestjs/core';
import { ExpressAdapter } from '@nestjs/platform-express';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import express, { Router, type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import type { Sequelize } from 'sequelize-typescript';
import { accountOf, oncePerConnection } from './access/account.js';
import { plainAddress } from './access/address.js';
import { Gate, OPEN } from './access/gate.js';
import { ownOrigin, ownSite } from './access/origin.js';
import { SessionsService } from './access/sessions.service.js';
import { AppModule } from './app.module.js';
import { CatalogueService } from './catalogue/catalogue.service.js';
import { addCommonRefusals } from './common/api-schemas.js';
import { BodyReader } from './common/body.js';
import { ProblemFilter } from './common/problem.filter.js';
import { COMPONENTS } from './common/described.js';
import type { Config } from './config.js';
import { migrate } from './database/migrate.js';
import { DatabaseWatch } from './database/watch.service.js';
import { SeedService } from './seed/seed.service.js';
import { msg } from './words.js';

/**
 * The whole application, migrated and seeded, not yet listening.
 *
 * @param say told how far the start is
 */
export async function createApplication(
  config: Config,
  say: (progress: string) => void = () => undefined,
): Promise<NestExpressApplication> {
  const server = express();
  // `/API/studies` is no other spelling of `/api/studies`: what guards the one would not see the other
  server.enable('case sensitive routing');
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), new ExpressAdapter(server), {
    bodyParser: false,
    bufferLogs: true,
    abortOnError: false,
  });
  app.useLogger(app.get(Logger));
  app.disable('x-powered-by');
  const gate =
    config.key === undefined
      ? undefined
      : new Gate(config.key, app.get(SessionsService), oncePerConnection(config.accountOf ?? accountOf));
  app.use(securityHeaders);
  app.use(plainAddress);
  app.use(ownOrigin);
  app.use('/api', beforeApi(gate, app.get(DatabaseWatch)), compressed);
  if (config.web !== undefined) serveWeb(app, config.web, gate);
  app.setGlobalPrefix('api');
  app.useGlobalInterceptors(new BodyReader(app.get(Reflector)));
  app.useGlobalFilters(new ProblemFilter(config.folder));
  app.enableShutdownHooks();
  describe(app);
  say(msg('server.theTablesOfTheDatabase'));
  await migrate(app.get<Sequelize>(getConnectionToken()));
  if (config.seed) await app.get(SeedService).seed(say);
  await app.get(CatalogueService).relist(say);
  app.get(DatabaseWatch).start();
  return app;
}

const securityHeaders = helmet({
  contentSecurityPolicy: {
    // charts and Radix set styles on elements; loopback has no TLS to upgrade to
    directives: {
      'style-src': ["'self'", "'unsafe-inline'"],
      'font-src': ["'self'"],
      'worker-src': ["'self'", 'blob:'],
      'img-src': ["'self'", 'data:', 'blob:'],
      'upgrade-insecure-requests': null,
    },
  },
  strictTransportSecurity: false,
});

/** what is answered a line at a time goes as it comes */
const compressed = compression({
  filter: (request, response) =>
    !String(response.getHeader('Content-Type')).startsWith('application/x-ndjson') && compression.filter(request, response),
});

/** The one router that every request to the API comes through before its handler: who asks, then whether there is a database. */
function beforeApi(gate: Gate | undefined, watch: DatabaseWatch): Router {
  const router = Router({ caseSensitive: true });
  router.use((_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  router.use(ownSite);
  if (gate) router.use(gate.guard);
  router.use(watch.guard);
  return router;
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
  addCommonRefusals(document, OPEN);
  SwaggerModule.setup('api', app, document, { ui: false, jsonDocumentUrl: 'api/openapi.json', raw: ['json'] });
}

/** addresses of the web application's pages; it draws a page of its own for any other, which is not found all the same */
const PAGE = /^\/(?:new|studies(?:\/[^/]+(?:\/[a-z-]+)?)?\/?|catalogues(?:\/[a-z-]+(?:\/[^/]+(?:\/[a-z-]+)?)?)?\/?)?$/;

/** of the API in whatever spelling: what is not there is said as the API says it, not with a page */
const OF_API = /^\/api(?:$|\W)/i;

function serveWeb(app: NestExpressApplication, folder: string, gate: Gate | undefined): void {
  const index = join(folder, 'index.html');
  if (!existsSync(index)) throw new Error(msg('server.isMissingTheWebApplication', { index }));
  const files = { index: false, redirect: false } as const;
  app.use('/assets', express.static(join(folder, 'assets'), { ...files, immutable: true, maxAge: '365d', fallthrough: false }));
  app.use(express.static(folder, files));
  const admit: RequestHandler = gate?.admit ?? ((_request, _response, next) => next());
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = (request.method === 'GET' || request.method === 'HEAD') && !OF_API.test(decodeURIComponent(request.path));
    if (!isPage) return next();
    admit(request, response, (error?: unknown) => {
      if (error) return next(error);
      response.status(PAGE.test(request.path) ? 200 : 404);
      response.setHeader('Cache-Control', 'no-cache');
      response.sendFile(index);
    });
  });
}
