import { type DynamicModule, Module } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { AccessModule } from './access/access.module.js';
import { withoutKey } from './access/refuse.js';
import { logStream } from './common/log.js';
import { CONFIG, type Config } from './config.js';
import { DatabaseWatch } from './database/watch.service.js';
import { DatabaseModule } from './database/database.module.js';
import { HealthController } from './health/health.controller.js';
import { SeedService } from './seed/seed.service.js';
import { BeginningsModule } from './beginnings/beginnings.module.js';
import { CarryModule } from './carry/carry.module.js';
import { CatalogueModule } from './catalogue/catalogue.module.js';
import { StudiesModule } from './studies/studies.module.js';
import { WorkModule } from './work/work.module.js';

@Module({})
export class AppModule {
  static with(config: Config): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({
          pinoHttp: [
            {
              level: config.logLevel,
              autoLogging: { ignore: (request) => request.url === '/api/health' },
              serializers: {
                req: (r: { id: unknown; method: string; url: string }) => ({
                  id: r.id,
                  method: r.method,
                  url: withoutKey(r.url),
                }),
                res: (r: { statusCode: number }) => ({ statusCode: r.statusCode }),
              },
            },
            logStream(config.log),
          ],
        }),
        DatabaseModule.with(config),
        AccessModule,
        WorkModule.with(config.worker),
        StudiesModule,
        CatalogueModule,
        CarryModule,
        BeginningsModule,
      ],
      controllers: [HealthController],
      providers: [SeedService, DatabaseWatch, { provide: CONFIG, useValue: config }],
    };
  }
}
