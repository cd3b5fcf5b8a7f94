import { Injectable, Logger } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import type { ModelKind, RawEntry } from '@cedar-knot/core';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { SettingsRepository } from '../database/settings.repository.js';
import { StudiesService } from '../studies/studies.service.js';
import { inPieces } from '../work/pieces.js';
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
const AT_ONCE = 2;

/** Puts the demo plant in on the very first start; what a person deletes afterwards stays deleted. */
@Injectable()
export class SeedService {
  private readonly logger = new Logger('seed');

  constructor(
    private readonly settings: SettingsRepository,
    private readonly studies: StudiesService,
    private readonly catalogue: CatalogueService,
    private readonly pool: WorkPool,
  ) {}

  /** @param say told how far it is */
  async seed(say: (progress: string) => void = () => undefined): Promise<void> {
    await this.seedStudies(say);
    await this.seedCatalogue(say);
  }

  private async seedStudies(say: (progress: string) => void): Promise<void> {
    if (await this.isSeeded(STUDIES)) return;
    const documents = [crudeStudy(), productsStudy(), snowmeltStudy(), productionStudy(), networkStudy(), reinjectionStudy()];
    const accepted = await inPieces(documents, AT_ONCE, (d) => this.accepted(d));
    say(`the demo plant: ${documents.length} studies`);
    if (await this.studies.insertAll(accepted, (t) => this.isFirst(STUDIES, t)))
      this.logger.log('the demo plant Tarnholt was put in');
  }

  private async seedCatalogue(say: (progress: string) => void): Promise<void> {
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
    const total = batches.reduce((sum, { part }) => sum + part.length, 0);
    let judged = 0;
    const prepared = await inPieces(batches, AT_ONCE, async ({ of, part }) => {
      const text = JSON.stringify(Object.fromEntries(part));
      const { models } = await this.pool.run({ kind: 'models', of, text, at: '' }, { isPart: true, hasNoLimit: true });
      judged += part.length;
      say(`the demo catalogue: ${judged} of ${total} models judged`);
      return models.map((model) => ({ of, model }));
    });
    const origin = { source: 'demo plant Tarnholt', page: null, rows: {}, from: 'json', note: null };
    const { created } = await this.catalogue.keep(
      prepared.flat(),
      origin,
      (done) => say(`the demo catalogue: ${done} of ${total} models kept`),
      (t) => this.isFirst(CATALOGUE, t),
    );
    if (created > 0) this.logger.log(`${created} models of the demo catalogue were put in`);
  }

  /** the mark and what it stands for are kept together or not at all */
  private isFirst(name: string, transaction: Transaction): Promise<boolean> {
    return this.settings.claim(name, new Date().toISOString(), transaction);
  }

  private accepted(document: object) {
    return this.pool.run({ kind: 'file', body: Buffer.from(JSON.stringify(document)) }, { isPart: true, hasNoLimit: true });
  }

  private async isSeeded(name: string): Promise<boolean> {
    return (await this.settings.get(name)) !== undefined;
  }
}
