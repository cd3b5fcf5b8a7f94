import { type DynamicModule, Module } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import pino from 'pino';
import type { Config } from './config.js';
import { DatabaseModule } from './database/database.module.js';
import { HealthController } from './health/health.controller.js';
import { SeedService } from './seed/seed.service.js';
import { StudiesModule } from './studies/studies.module.js';

@Module({})
export class AppModule {
  static with(config: Config): DynamicModule {
    const stream = config.log === undefined ? pino.destination(1) : pino.destination({ dest: config.log, sync: false });
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({
          pinoHttp: [
            {
              level: process.env.CEDAR_KNOT_LOG_LEVEL ?? 'info',
              autoLogging: { ignore: (request) => request.url === '/api/health' },
              serializers: {
                req: (r: { id: unknown; method: string; url: string }) => ({ id: r.id, method: r.method, url: r.url }),
                res: (r: { statusCode: number }) => ({ statusCode: r.statusCode }),
              },
            },
            stream,
          ],
        }),
        DatabaseModule.with(config),
        StudiesModule,
      ],
      controllers: [HealthController],
      providers: [SeedService],
    };
  }
}
