import { Injectable, Logger } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import type { ModelKind, RawEntry } from '@cedar-knot/core';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { StudiesService } from '../studies/studies.service.js';
import { WorkPool } from '../work/pool.js';
import { generateMotors } from './makers/motors.js';
import { generatePumps } from './makers/pumps.js';
import { generateValves } from './makers/valves.js';
import { crudeStudy } from './kelvarra-crude.js';
import { productsStudy } from './kelvarra-products.js';
import { networkStudy } from './tarnholt-network.js';
import { productionStudy } from './tarnholt-production.js';
import { reinjectionStudy } from './tarnholt-reinjection.js';
import { snowmeltStudy } from './tarnholt-snowmelt.js';

const STUDIES = 'demo-seeded';
const CATALOGUE = 'demo-catalogue-seeded';
const VALVES = 300;
/** models judged in one piece of work */
const BATCH = 150;

/** Puts the demo plant in on the very first start; what a person deletes afterwards stays deleted. */
@Injectable()
export class SeedService {
  private readonly logger = new Logger('seed');

  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly studies: StudiesService,
    private readonly catalogue: CatalogueService,
    private readonly pool: WorkPool,
  ) {}

  async seed(): Promise<void> {
    await this.seedStudies();
    await this.seedCatalogue();
  }

  private async seedStudies(): Promise<void> {
    if (await this.isSeeded(STUDIES)) return;
    const documents = [crudeStudy(), productsStudy(), snowmeltStudy(), productionStudy(), networkStudy(), reinjectionStudy()];
    const accepted = await Promise.all(documents.map((d) => this.accepted(d)));
    if (await this.studies.insertAll(accepted, (t) => this.isFirst(STUDIES, t)))
      this.logger.log('the demo plant Tarnholt was put in');
  }

  private async seedCatalogue(): Promise<void> {
    if (await this.isSeeded(CATALOGUE)) return;
    const kinds: [ModelKind, Record<string, RawEntry>][] = [
      ['pumps', generatePumps()],
      ['valves', generateValves(VALVES)],
      ['motors', generateMotors()],
    ];
    const batches = kinds.flatMap(([of, entries]) => {
      const list = Object.entries(entries);
      return Array.from({ length: Math.ceil(list.length / BATCH) }, (_, i) => ({
        of,
        part: list.slice(i * BATCH, (i + 1) * BATCH),
      }));
    });
    const prepared = await Promise.all(
      batches.map(async ({ of, part }) => {
        const { models } = await this.pool.run({ kind: 'models', of, text: JSON.stringify(Object.fromEntries(part)), at: '' });
        return models.map((model) => ({ of, model }));
      }),
    );
    const origin = { source: 'demo plant Tarnholt', page: null, rows: {}, from: 'json', note: null };
    const { created } = await this.catalogue.keep(prepared.flat(), origin, undefined, (t) => this.isFirst(CATALOGUE, t));
    if (created > 0) this.logger.log(`${created} models of the demo catalogue were put in`);
  }

  /** the mark and what it stands for are kept together or not at all; of two who seed at once one waits at the mark and finds it */
  private async isFirst(name: string, transaction: Transaction): Promise<boolean> {
    const [, affected] = await this.sequelize.query('INSERT IGNORE INTO settings (name, value) VALUES (:name, :value)', {
      replacements: { name, value: new Date().toISOString() },
      type: QueryTypes.INSERT,
      transaction,
    });
    return affected === 1;
  }

  private accepted(document: object) {
    return this.pool.run({ kind: 'file', body: Buffer.from(JSON.stringify(document)) });
  }

  private async isSeeded(name: string): Promise<boolean> {
    const seen = await this.sequelize.query('SELECT value FROM settings WHERE name = :name', {
      replacements: { name },
      type: QueryTypes.SELECT,
    });
    return seen.length > 0;
  }
}
