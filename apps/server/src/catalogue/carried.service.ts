import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { ModelKind } from '@cedar-knot/core';
import { Op, type Transaction } from 'sequelize';
import {
  AttachmentModel,
  CatalogueModel,
  FamilyModel,
  MakerModel,
  ModelRevisionModel,
} from '../database/models/catalogue.models.js';
import { WorkPool } from '../work/pool.js';
import type { Listed, PreparedModel } from '../work/task.js';
import { columnsOf, placesOf } from './places.js';
import type { RevisionColumns } from './rows.js';

/** A revision of a model as it is kept, by itself. */
export type CarriedRevision = RevisionColumns & Pick<ModelRevisionModel, 'entry'>;
export type CarriedAttachment = Pick<
  AttachmentModel,
  'id' | 'name' | 'role' | 'mediaType' | 'data' | 'addedAt' | 'byName' | 'byInitials'
>;

/** A model with all of its revisions, the oldest first, and what is attached to it. */
export interface CarriedModel {
  id: string;
  kind: ModelKind;
  key: string;
  from: string | null;
  retiredAt: Date | null;
  revisions: CarriedRevision[];
  attachments: CarriedAttachment[];
}

/** The same, judged: what lists show of each revision. */
export type JudgedModel = CarriedModel & { prepared: PreparedModel[] };

export interface Carried {
  added: number;
  revised: number;
  known: number;
  attachments: number;
}

/** letters of a key of the catalogue */
const LONGEST_KEY = 40;
/** models judged in one piece of work */
const BATCH = 100;

/** Models of the catalogue that go with a study, and come with one. */
@Injectable()
export class CarriedModels {
  constructor(
    @InjectModel(MakerModel) private readonly makers: typeof MakerModel,
    @InjectModel(FamilyModel) private readonly families: typeof FamilyModel,
    @InjectModel(CatalogueModel) private readonly models: typeof CatalogueModel,
    @InjectModel(ModelRevisionModel) private readonly revisions: typeof ModelRevisionModel,
    @InjectModel(AttachmentModel) private readonly attachments: typeof AttachmentModel,
    private readonly pool: WorkPool,
  ) {}

  /** those of some ids that the catalogue has */
  async of(ids: readonly string[]): Promise<CarriedModel[]> {
    const rows = await this.models.findAll({ where: { id: { [Op.in]: [...ids] } }, order: [['id', 'ASC']] });
    const found: CarriedModel[] = [];
    for (const { id, kind, key, listed, retiredAt } of rows)
      found.push({
        id,
        kind: kind as ModelKind,
        key,
        from: (JSON.parse(listed) as Listed).from,
        retiredAt,
        revisions: await this.revisions.findAll({
          where: { modelId: id },
          order: [['revision', 'ASC']],
          attributes: { exclude: ['inSi'] },
        }),
        attachments: await this.attachments.findAll({ where: { modelId: id }, order: [['addedAt', 'ASC']] }),
      });
    return found;
  }

  /** @throws ApiProblem where an entry is none that a catalogue may have */
  async judged(models: readonly CarriedModel[]): Promise<JudgedModel[]> {
    const all = models.flatMap((m) => m.revisions.map((r) => ({ of: m.kind, model: m, entry: r.entry })));
    const prepared = new Map<CarriedModel, PreparedModel[]>(models.map((m) => [m, []]));
    for (const of of new Set(all.map((x) => x.of))) {
      const list = all.filter((x) => x.of === of);
      for (let i = 0; i < list.length; i += BATCH) {
        const part = list.slice(i, i + BATCH);
        // revisions of one model have one key: in the worker each has its own
        const text = `{${part.map(({ entry }, k) => `"m${k}":${entry}`).join(',')}}`;
        const { models: read } = await this.pool.run({ kind: 'models', of, text, at: 'models' });
        part.forEach(({ model }, k) => prepared.get(model)!.push(read[k]!));
      }
    }
    return models.map((m) => ({ ...m, prepared: prepared.get(m)! }));
  }

  /**
   * Keeps what the catalogue does not have. A model of the same id gets the revisions that follow its own, where its own are the same; else it
   * stays as it is: what a study took is in the study.
   */
  async keep(models: readonly JudgedModel[], transaction: Transaction): Promise<Carried> {
    const result: Carried = { added: 0, revised: 0, known: 0, attachments: 0 };
    const places = await placesOf(models.flatMap((m) => m.prepared), { makers: this.makers, families: this.families }, transaction); // prettier-ignore
    for (const m of models) {
      const row = await this.models.findByPk(m.id, { transaction, lock: transaction.LOCK.UPDATE });
      const newest = m.revisions.at(-1)!;
      const columns = {
        ...columnsOf(m.prepared.at(-1)!, m.from, places),
        revision: newest.revision,
        savedAt: newest.savedAt,
        retiredAt: m.retiredAt,
      };
      if (!row) {
        const key = await this.freeKey(m, transaction);
        await this.models.create(
          { id: m.id, kind: m.kind, key, createdAt: m.revisions[0]!.savedAt, ...columns },
          { transaction },
        );
        await this.addRevisions(m, 0, transaction);
        result.added++;
      } else if (newest.revision > row.revision && (await this.isContinued(m, transaction))) {
        await this.addRevisions(m, row.revision, transaction);
        await row.update({ ...columns, retiredAt: row.retiredAt }, { transaction });
        result.revised++;
      } else result.known++;
      result.attachments += await this.attach(m, transaction);
    }
    return result;
  }

  /** whether all revisions that the catalogue has of a model are those of the one that comes */
  private async isContinued(m: CarriedModel, transaction: Transaction): Promise<boolean> {
    const there = await this.revisions.findAll({ where: { modelId: m.id }, attributes: ['revision', 'entry'], transaction });
    return there.every((r) => m.revisions.some((x) => x.revision === r.revision && x.entry === r.entry));
  }

  private async addRevisions(m: JudgedModel, after: number, transaction: Transaction): Promise<void> {
    const rows = m.revisions
      .map((r, i) => ({ ...r, modelId: m.id, inSi: m.prepared[i]!.inSi }))
      .filter((r) => r.revision > after);
    await this.revisions.bulkCreate(rows, { transaction });
  }

  private async attach(m: CarriedModel, transaction: Transaction): Promise<number> {
    const ids = m.attachments.map((a) => a.id);
    const there = await this.attachments.findAll({ where: { id: { [Op.in]: ids } }, attributes: ['id'], transaction });
    const fresh = m.attachments.filter((a) => !there.some((t) => t.id === a.id));
    for (const a of fresh) await this.attachments.create({ ...a, modelId: m.id, size: a.data.byteLength }, { transaction });
    return fresh.length;
  }

  /** the key of files, or one like it where another model has it */
  private async freeKey({ kind, key }: CarriedModel, transaction: Transaction): Promise<string> {
    for (let n = 1; ; n++) {
      const end = n === 1 ? '' : `-${n}`;
      const own = `${key.slice(0, LONGEST_KEY - end.length)}${end}`;
      if ((await this.models.count({ where: { kind, key: own }, transaction })) === 0) return own;
    }
  }
}
