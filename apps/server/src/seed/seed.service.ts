import { Injectable, Logger } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { StudiesService } from '../studies/studies.service.js';
import { WorkPool } from '../work/pool.js';
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
    private readonly pool: WorkPool,
  ) {}

  async seed(): Promise<void> {
    if (await this.isSeeded()) return;
    const documents = [snowmeltStudy(), productionStudy(), networkStudy(), reinjectionStudy()];
    const accepted = await Promise.all(documents.map((d) => this.accepted(d)));
    // mark and studies are kept together or not at all; of two who seed at once one waits at the mark and finds it
    const isPut = await this.studies.insertAll(accepted, async (transaction) => {
      const [, affected] = await this.sequelize.query('INSERT IGNORE INTO settings (name, value) VALUES (:name, :value)', {
        replacements: { name: MARK, value: new Date().toISOString() },
        type: QueryTypes.INSERT,
        transaction,
      });
      return affected === 1;
    });
    if (isPut) this.logger.log('the demo plant Tarnholt was put in');
  }

  private accepted(document: object) {
    return this.pool.run({ kind: 'file', body: Buffer.from(JSON.stringify(document)) });
  }

  private async isSeeded(): Promise<boolean> {
    const seen = await this.sequelize.query('SELECT value FROM settings WHERE name = :name', {
      replacements: { name: MARK },
      type: QueryTypes.SELECT,
    });
    return seen.length > 0;
  }
}
