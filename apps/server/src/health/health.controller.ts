import { Controller, Get, Logger } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { ApiOkResponse, ApiOperation, ApiTags } from '@nestjs/swagger';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { ApiProblem } from '../common/problem.js';

@ApiTags('health')
@Controller('health')
export class HealthController {
  private readonly logger = new Logger('health');

  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  @Get()
  @ApiOperation({ summary: 'Whether the application and its database answer' })
  @ApiOkResponse({ schema: { example: { status: 'ok', database: 'ok' } } })
  async health(): Promise<{ status: string; database: string }> {
    try {
      await this.sequelize.query('SELECT 1 AS one', { type: QueryTypes.SELECT });
    } catch (error) {
      this.logger.warn(`the database does not answer: ${String(error)}`);
      throw new ApiProblem(503, { error: 'database', message: 'The database does not answer; it is being started again.' });
    }
    return { status: 'ok', database: 'ok' };
  }
}
