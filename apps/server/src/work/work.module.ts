import { type DynamicModule, Module } from '@nestjs/common';
import { WorkPool } from './pool.js';

@Module({})
export class WorkModule {
  static with(worker: string): DynamicModule {
    return {
      module: WorkModule,
      global: true,
      providers: [{ provide: WorkPool, useFactory: () => new WorkPool(worker) }],
      exports: [WorkPool],
    };
  }
}
