import { Controller, Get, Inject, Logger } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize-typescript';
import { answers, refusals } from '../common/api-schemas.js';
import { named, object, orNull, text } from '../common/shape.js';
import { databaseAway } from '../database/problems.js';
import { CONFIG, type Config } from '../config.js';

const HEALTH = named('Health', object({ status: text(), database: text(), instance: orNull(text()) }));

@ApiTags('health')
@Controller('health')
export class HealthController {
  private readonly logger = new Logger('health');

  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  @ApiOperation({ summary: 'Whether the application and its database answer, and of which data folder they are' })
  @answers(200, HEALTH)
  @refusals(503)
  async health(): Promise<{ status: string; database: string; instance: string | null }> {
    try {
      await this.sequelize.authenticate();
    } catch (error) {
      this.logger.warn(`the database does not answer: ${String(error)}`);
      throw databaseAway(false);
    }
    return { status: 'ok', database: 'ok', instance: this.config.instance ?? null };
  }
}
