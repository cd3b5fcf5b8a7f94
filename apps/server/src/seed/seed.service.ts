import { Injectable, Logger } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { StudiesService } from '../studies/studies.service.js';
import { networkStudy } from './tarnholt-network.js';
import { productionStudy } from './tarnholt-production.js';
import { reinjectionStudy } from './tarnholt-reinjection.js';
import { snowmeltStudy } from './tarnholt-snowmelt.js';

const MARK = 'demo-seeded';

/** Puts the demo plant in on the very first start; what a person deletes afterwards stays deleted. */
@Injectable()
export class SeedService {
  private readonly logger = new Logger('seed');

  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly studies: StudiesService,
  ) {}

  async seed(): Promise<void> {
    const seen = await this.sequelize.query('SELECT value FROM settings WHERE name = :name', {
      replacements: { name: MARK },
      type: QueryTypes.SELECT,
    });
    if (seen.length > 0) return;
    for (const study of [snowmeltStudy(), productionStudy(), networkStudy(), reinjectionStudy()])
      await this.studies.create(undefined, study);
    await this.sequelize.query('INSERT IGNORE INTO settings (name, value) VALUES (:name, :value)', {
      replacements: { name: MARK, value: new Date().toISOString() },
    });
    this.logger.log('the demo plant Tarnholt was put in');
  }
}
