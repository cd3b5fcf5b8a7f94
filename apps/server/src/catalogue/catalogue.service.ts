import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import type { DocumentChange, ImportResult, ModelEntry, ModelKind, ModelWhole, Person, Sheet } from '@cedar-knot/core';
import { Op, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { ApiProblem, notFound, bodyOf } from '../common/problem.js';
import {
  AttachmentModel,
  CatalogueModel,
  FamilyModel,
  MakerModel,
  ModelRevisionModel,
} from '../database/models/catalogue.models.js';
import { inTransaction } from '../database/transaction.js';
import { PeopleService } from '../people/people.service.js';
import { inPieces } from '../work/pieces.js';
import { WorkPool } from '../work/pool.js';
import { LISTED_COLUMNS } from '../work/listed.js';
import type { ExportedModel, Listed, PreparedModel } from '../work/task.js';
import { CatalogueRepository, type StaleModel } from './catalogue.repository.js';
import { columnsOf, placesOf, type Places } from './places.js';
import { CatalogueShelves } from './shelves.service.js';
import { attachmentHead, revisionHead } from './rows.js';
import type { CreateModelBody, ExportBody, ReviseBody } from './schemas.js';
import { msg, worded } from '../words.js';

/** models judged in one piece of work */
const BATCH = 200;
/** rows put in by one statement: while it is written nobody else is answered */
const ROWS = 50;
/** letters of a key that is made from a name: an id has 40 at most */
const LONGEST_STEM = 35;
/** pieces at a time: more would keep others waiting */
const JUDGED_AT_ONCE = 2;

/** Where models that are kept came from. */
export interface Origin {
  source: string | null;
  page: string | null;
  /** by kind and key */
  rows: Readonly<Record<string, string>>;
  from: string | null;
  note: string | null;
}

/** an origin with who works here, known before a transaction is opened: in one, a second connection could be waited for without end */
type Signed = Origin & { byName: string | null; byInitials: string | null };

interface Kept {
  of: ModelKind;
  model: PreparedModel;
}

/** Said while an import runs; throwing ends it, and nothing is kept. */
export type Progress = (done: number, of: number) => void;

/** Pumps, valves and motors with their revisions. */
@Injectable()
export class CatalogueService {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    @InjectModel(MakerModel) private readonly makers: typeof MakerModel,
    @InjectModel(FamilyModel) private readonly families: typeof FamilyModel,
    @InjectModel(CatalogueModel) private readonly models: typeof CatalogueModel,
    @InjectModel(ModelRevisionModel) private readonly revisions: typeof ModelRevisionModel,
    @InjectModel(AttachmentModel) private readonly attachments: typeof AttachmentModel,
    private readonly rows: CatalogueRepository,
    private readonly people: PeopleService,
    private readonly pool: WorkPool,
    private readonly shelves: CatalogueShelves,
  ) {}

  /** data of all models of a kind that are offered */
  entries(kind: ModelKind): Promise<ModelEntry[]> {
    return this.rows.entries(kind);
  }

  async get(id: string): Promise<ModelWhole> {
    const head = await this.rows.head(id);
    if (!head) throw notFound(worded('server.modelInTheCatalogue', { id }));
    const revisions = await this.revisions.findAll({
      where: { modelId: id },
      order: [['revision', 'DESC']],
      attributes: { exclude: ['entry', 'inSi'] },
    });
    const attached = await this.attachments.findAll({
      where: { modelId: id },
      order: [['addedAt', 'ASC']],
      attributes: { exclude: ['data'] },
    });
    return {
      ...head,
      entry: JSON.parse(await this.entryOf(id, head.revision)) as Record<string, unknown>,
      revisions: revisions.map(revisionHead),
      attachments: attached.map(attachmentHead),
      usedIn: await this.rows.studiesWith(id),
    };
  }

  /** data of one revision, and its difference from another */
  async revision(id: string, revision: number): Promise<{ revision: number; entry: Record<string, unknown> }> {
    return { revision, entry: JSON.parse(await this.entryOf(id, revision)) as Record<string, unknown> };
  }

  async changes(id: string, before: number, after: number): Promise<DocumentChange[]> {
    const task = { kind: 'compare' as const, before: await this.entryOf(id, before), after: await this.entryOf(id, after) };
    return (await this.pool.run(task)).changes;
  }

  private async entryOf(id: string, revision: number): Promise<string> {
    const row = await this.revisions.findOne({ where: { modelId: id, revision }, attributes: ['entry'] });
    if (!row) throw notFound(worded('server.revisionOfModel', { revision, id }));
    return row.entry;
  }

  /** newest revisions of some models, for studies that took older ones */
  async newest(ids: readonly string[]): Promise<{ id: string; revision: number; retiredAt: string | null }[]> {
    const rows = await this.models.findAll({ where: { id: { [Op.in]: [...ids] } }, attributes: ['id', 'revision', 'retiredAt'] });
    return rows.map((r) => ({ id: r.id, revision: r.revision, retiredAt: r.retiredAt?.toISOString() ?? null }));
  }

  async create(body: CreateModelBody): Promise<ModelWhole> {
    const { kind, entry } = body;
    const key = body.key ?? (await this.freeKey(kind, entry.name));
    const { models } = await this.pool.run({ kind: 'models', of: kind, text: JSON.stringify({ [key]: entry }), at: 'entry' });
    const [model] = models;
    const taken = await this.models.findOne({ where: { kind, key } });
    if (taken) throw new ApiProblem(409, bodyOf('key-taken', worded('server.modelAlreadyExists', { key })));
    const result = await this.keep([{ of: kind, model: model! }], originOf(body));
    return this.get(result.ids[`${kind}/${key}`]!);
  }

  /** a key that is an id, with room for a number behind it */
  private async freeKey(kind: ModelKind, name: unknown): Promise<string> {
    const words = String(name ?? '').toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+/, ''); // prettier-ignore
    const base = [...words].slice(0, LONGEST_STEM).join('').replace(/-+$/, '') || 'model'; // prettier-ignore
    for (let n = 1; ; n++) {
      const key = n === 1 ? base : `${base}-${n}`;
      if ((await this.models.count({ where: { kind, key } })) === 0) return key;
    }
  }

  /** a further revision; refused where it is not the newest that was seen */
  async revise(id: string, body: ReviseBody): Promise<ModelWhole> {
    const row = await this.row(id);
    const kind = row.kind as ModelKind;
    const { models } = await this.pool.run({
      kind: 'models',
      of: kind,
      text: JSON.stringify({ [row.key]: body.entry }),
      at: 'entry',
    });
    const origin = await this.signed(originOf(body));
    await inTransaction(this.sequelize, async (transaction) => {
      const locked = await this.models.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      if (locked!.revision !== body.revision)
        throw new ApiProblem(
          409,
          bodyOf(
            'changed-meanwhile',
            worded('server.theModelHasRevisionYours', { revision: locked!.revision, revision2: body.revision }),
            { version: locked!.revision, savedAt: locked!.savedAt.toISOString() },
          ),
        );
      const places = await this.places([models[0]!], transaction);
      await this.addRevisions([{ row: locked!, model: models[0]! }], origin, places, transaction);
    });
    return this.get(id);
  }

  async retire(id: string, isRetired: boolean): Promise<ModelWhole> {
    const row = await this.row(id);
    await row.update({ retiredAt: isRetired ? new Date() : null });
    return this.get(id);
  }

  /** who works here has looked the newest revision over */
  async check(id: string): Promise<ModelWhole> {
    const by = await this.people.get();
    if (!by) throw new ApiProblem(400, bodyOf('no-name', worded('server.enterYourNameFirstA')));
    const row = await this.row(id);
    await this.revisions.update(
      { checkedByName: by.name, checkedByInitials: by.initials, checkedAt: new Date() },
      { where: { modelId: id, revision: row.revision } },
    );
    return this.get(id);
  }

  /**
   * Takes a whole catalogue or nothing of it. What is kept already under the same key gets a further revision where it differs.
   *
   * @param body as it arrived
   */
  async import(body: Uint8Array, progress: Progress): Promise<ImportResult> {
    const split = await this.pool.run({ kind: 'split', body, batch: BATCH });
    const total = split.batches.reduce((sum, b) => sum + b.count, 0);
    if (total === 0) throw new ApiProblem(422, bodyOf('bad-catalogue', worded('server.itContainsNoPumpValve')));
    // two steps of the same length for each model: judged, then kept
    let judged = 0;
    const prepared = await inPieces(split.batches, JUDGED_AT_ONCE, async ({ of, count, text }) => {
      const { models } = await this.pool.run({ kind: 'models', of, text, at: '' }, { isPart: true });
      judged += count;
      progress(judged, 2 * total);
      return models.map((model): Kept => ({ of, model }));
    });
    const origin = { source: split.file, page: split.page, rows: split.rows, from: split.from, note: null };
    const result = await this.keep(prepared.flat(), origin, (done) => progress(total + done, 2 * total));
    this.shelves.prepare();
    return result;
  }

  /** @param first what is done in the same transaction before; false ends it */
  async keep(
    list: readonly Kept[],
    origin: Origin,
    progress: (done: number) => void = () => undefined,
    first: (t: Transaction) => Promise<boolean> = () => Promise.resolve(true),
  ): Promise<ImportResult> {
    const signed = await this.signed(origin);
    return inTransaction(this.sequelize, async (transaction) => {
      const result: ImportResult = { created: 0, revised: 0, unchanged: 0, ids: {} };
      if (!(await first(transaction))) return result;
      const places = await this.places(list.map((k) => k.model), transaction); // prettier-ignore
      for (let i = 0; i < list.length; i += ROWS) {
        await this.keepBatch(list.slice(i, i + ROWS), signed, places, result, transaction);
        progress(Math.min(list.length, i + ROWS));
      }
      return result;
    });
  }

  private async keepBatch(
    batch: readonly Kept[],
    origin: Signed,
    places: Places,
    result: ImportResult,
    transaction: Transaction,
  ): Promise<void> {
    const there = new Map<string, CatalogueModel>();
    for (const of of new Set(batch.map((k) => k.of))) {
      const keys = batch.filter((k) => k.of === of).map((k) => k.model.key);
      const rows = await this.models.findAll({
        where: { kind: of, key: { [Op.in]: keys } },
        transaction,
        lock: transaction.LOCK.UPDATE,
      });
      for (const row of rows) there.set(`${of}/${row.key}`, row);
    }
    const now = new Date();
    const fresh = batch.filter((k) => !there.has(`${k.of}/${k.model.key}`)).map((k) => ({ ...k, id: randomUUID() }));
    await this.models.bulkCreate(
      fresh.map(({ of, model, id }) => ({
        id,
        kind: of,
        key: model.key,
        ...columnsOf(model, origin.from, places),
        revision: 1,
        createdAt: now,
        savedAt: now,
        retiredAt: null,
      })),
      { transaction },
    );
    await this.revisions.bulkCreate(
      fresh.map(({ of, model, id }) => ({
        modelId: id,
        revision: 1,
        entry: model.entry,
        inSi: model.inSi,
        savedAt: now,
        ...originColumns(origin, `${of}/${model.key}`),
      })),
      { transaction },
    );
    result.created += fresh.length;
    for (const { of, model, id } of fresh) result.ids[`${of}/${model.key}`] = id;
    const again = batch.flatMap(({ of, model }) => {
      const row = there.get(`${of}/${model.key}`);
      return row ? [{ row, model }] : [];
    });
    for (const { row } of again) result.ids[`${row.kind}/${row.key}`] = row.id;
    const changed = await this.addRevisions(again, origin, places, transaction);
    result.revised += changed;
    result.unchanged += again.length - changed;
  }

  /** a revision more of each that differs from what is kept; one that was retired is had back. Returns how many differ. */
  private async addRevisions(
    list: readonly { row: CatalogueModel; model: PreparedModel }[],
    origin: Signed,
    places: Places,
    transaction: Transaction,
  ): Promise<number> {
    let count = 0;
    for (const { row, model } of list) {
      const last = await this.revisions.findOne({
        where: { modelId: row.id, revision: row.revision },
        attributes: ['entry'],
        transaction,
      });
      if (last?.entry === model.entry) continue;
      const savedAt = new Date();
      const revision = row.revision + 1;
      await row.update({ ...columnsOf(model, origin.from, places), revision, savedAt, retiredAt: null }, { transaction });
      await this.revisions.create(
        {
          modelId: row.id,
          revision,
          entry: model.entry,
          inSi: model.inSi,
          savedAt,
          ...originColumns(origin, `${row.kind}/${row.key}`),
        },
        { transaction },
      );
      count++;
    }
    return count;
  }

  private places(models: readonly PreparedModel[], transaction: Transaction): Promise<Places> {
    return placesOf(models, { makers: this.makers, families: this.families }, transaction);
  }

  private async signed(origin: Origin): Promise<Signed> {
    const person: Person | null = await this.people.get();
    return { ...origin, byName: person?.name ?? null, byInitials: person?.initials ?? null };
  }

  async export({ format, title, ids }: ExportBody): Promise<Uint8Array> {
    const rows: ExportedModel[] = [];
    for (let i = 0; i < ids.length; i += 1000) rows.push(...(await this.rows.chosen(ids.slice(i, i + 1000))));
    if (rows.length === 0) throw notFound(worded('server.modelOfThoseInThe'));
    if (format === 'csv' && new Set(rows.map((r) => r.of)).size > 1)
      throw new ApiProblem(400, bodyOf('bad-request', worded('server.aCsvContainsModelsOf')));
    return (await this.pool.run({ kind: 'export', format, title, models: rows })).data;
  }

  /** Lists made by a version that knew other columns are made anew. @param say told how far it is */
  async relist(say: (progress: string) => void): Promise<void> {
    let done = 0;
    for (let after = ''; ;) {
      const stale = await this.rows.stale(LISTED_COLUMNS, after, BATCH);
      if (stale.length === 0) return;
      await inPieces(byKind(stale), JUDGED_AT_ONCE, async (models) => {
        for (const { id, revision, listed } of await this.listedAnew(models))
          await this.models.update({ listed: JSON.stringify(listed) }, { where: { id, revision } });
      });
      done += stale.length;
      after = stale.at(-1)!.id;
      say(msg('server.theListsOfTheCatalogue', { done }));
    }
  }

  /** what a list shows of models of a kind now; as it was of one that could not be kept today */
  private async listedAnew(models: readonly StaleModel[]): Promise<(Pick<StaleModel, 'id' | 'revision'> & { listed: Listed })[]> {
    const text = `{${models.map((m) => `${JSON.stringify(m.key)}:${m.entry}`).join(',')}}`;
    const was = (m: StaleModel): Listed => JSON.parse(m.listed) as Listed;
    try {
      const task = { kind: 'models' as const, of: models[0]!.kind, text, at: '' };
      const prepared = (await this.pool.run(task, { isPart: true, hasNoLimit: true })).models;
      const found = new Map(prepared.map((p) => [p.key, p.listed]));
      return models.map((m) => ({ ...m, listed: { ...found.get(m.key)!, from: was(m).from } }));
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      if (models.length === 1) return models.map((m) => ({ ...m, listed: { ...was(m), columns: LISTED_COLUMNS } }));
      return (await Promise.all(models.map((m) => this.listedAnew([m])))).flat();
    }
  }

  async sheets(body: Uint8Array): Promise<Sheet[]> {
    return (await this.pool.run({ kind: 'sheets', body })).sheets;
  }

  private async row(id: string): Promise<CatalogueModel> {
    const row = await this.models.findByPk(id);
    if (!row) throw notFound(worded('server.modelInTheCatalogue', { id }));
    return row;
  }
}

function byKind(models: readonly StaleModel[]): StaleModel[][] {
  const kinds = [...new Set(models.map((m) => m.kind))];
  return kinds.map((kind) => models.filter((m) => m.kind === kind));
}

function originColumns({ source, page, rows, note, byName, byInitials }: Signed, key: string) {
  return { source, page, rows: rows[key] ?? null, note, byName, byInitials };
}

function originOf({ source, page, note, from }: { source?: string; page?: string; note?: string; from?: string }): Origin {
  return { source: source || null, page: page || null, note: note || null, from: from ?? 'typed', rows: {} };
}
