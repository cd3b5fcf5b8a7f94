import { createHash, randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import type { DocumentChange, Person, StudyHead, StudyPage, VersionHead, VersionPage } from '@cedar-knot/core';
import { Op, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { ApiProblem, notFound, bodyOf } from '../common/problem.js';
import { inTransaction } from '../database/transaction.js';
import type { TakenModel } from '../database/models-taken.js';
import { StudyModel, StudyModelTaken } from '../database/models/study.model.js';
import type { StudyVersionModel } from '../database/models/study-version.model.js';
import { PeopleService } from '../people/people.service.js';
import { versionHead, VersionsService } from '../versions/versions.service.js';
import { WorkPool } from '../work/pool.js';
import type { Accepted, ChapterPages, ChapterTask, IssuedText, PrintedReport } from '../work/task.js';
import { worded } from '../words.js';
import type { ListQuery } from './schemas.js';

/** A head with its document as JSON text, which is answered as it stands. */
export interface Stored<Head> {
  head: Head;
  document: string;
}

/** A version of a study that was kept elsewhere. */
export interface CarriedVersion {
  version: number;
  document: string;
  savedAt: Date;
  name: string;
  by: Person | null;
}

/** A chapter of a report as it is answered; without a PDF it is one that is known. */
export interface PrintedChapter extends ChapterPages {
  chapter: number;
  /** how many there are, once that is known */
  of: number | null;
  /** by which it is known again; null of pages that are not yet whole */
  key: string | null;
  /** base64 */
  pdf: string | null;
}

type Sent = ChapterPages & { pdf?: Uint8Array };
const sent = ({ pages, starts, missed, pdf }: Sent): Omit<PrintedChapter, 'chapter' | 'of' | 'key'> => ({
  pages,
  starts,
  missed,
  pdf: pdf ? Buffer.from(pdf).toString('base64') : null,
});

@Injectable()
export class StudiesService {
  constructor(
    @InjectModel(StudyModel) private readonly studies: typeof StudyModel,
    @InjectModel(StudyModelTaken) private readonly taken: typeof StudyModelTaken,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly versions: VersionsService,
    private readonly people: PeopleService,
    private readonly pool: WorkPool,
  ) {}

  /** studies that match, some of them in an order, each with the title of what it is an alternative of */
  async list({ deleted, text, of, sort, down = sort === 'saved', from, count }: ListQuery): Promise<StudyPage> {
    const words = (text ?? '').split(/\s+/).filter((w) => w !== '');
    const where = {
      deletedAt: deleted ? { [Op.not]: null } : null,
      [Op.and]: [
        ...words.map((w) => ({ [Op.or]: ['title', 'tag'].map((key) => ({ [key]: { [Op.like]: `%${escaped(w)}%` } })) })),
        ...(of === undefined ? [] : [{ [Op.or]: [{ id: of }, { alternativeOf: of }] }]),
      ],
    };
    const order: [string, string][] = [
      [sort === 'saved' ? 'savedAt' : sort, down ? 'DESC' : 'ASC'],
      ['id', 'ASC'],
    ];
    const { count: all, rows } = await this.studies.findAndCountAll({
      attributes: { exclude: ['document'] },
      where,
      order,
      offset: from,
      limit: count,
    });
    const ids = [...new Set(rows.flatMap((r) => r.alternativeOf ?? []))];
    const bases = ids.length === 0 ? [] : await this.studies.findAll({ attributes: ['id', 'title'], where: { id: ids } });
    const titles = new Map(bases.map((b) => [b.id, b.title]));
    return { count: all, studies: rows.map((r) => ({ ...head(r), base: titles.get(r.alternativeOf ?? '') ?? null })) };
  }

  async get(id: string): Promise<Stored<StudyHead>> {
    return whole(await this.find(id));
  }

  async create(body: Uint8Array): Promise<Stored<StudyHead>> {
    const { alternativeOf, ...document } = await this.pool.run({ kind: 'create', body });
    // an alternative of an alternative is one more of the same study
    const of = alternativeOf === undefined ? null : await this.find(alternativeOf);
    return this.insert(document, of && (of.alternativeOf ?? of.id));
  }

  async importFile(body: Uint8Array): Promise<Stored<StudyHead>> {
    return this.insert(await this.pool.run({ kind: 'file', body }));
  }

  async copy(id: string): Promise<Stored<StudyHead>> {
    const { document } = await this.get(id);
    return this.insert(await this.pool.run({ kind: 'copy', document }));
  }

  /** The report of a study as it was sent. */
  report(body: Uint8Array, issued: IssuedText[] | undefined, signal: AbortSignal): Promise<PrintedReport> {
    return this.pool.run({ kind: 'report', body, ...(issued ? { issued } : {}) }, { signal });
  }

  /**
   * The pages of a report as they are printed, chapter by chapter: the first pages before the rest is put together, those that are known
   * without their PDF, and the first chapter once more when the contents are known.
   */
  async pages(
    body: Uint8Array,
    issued: IssuedText[] | undefined,
    said: (chapter: PrintedChapter) => void,
    signal: AbortSignal,
  ): Promise<void> {
    const asked = { body, ...(issued ? { issued } : {}) };
    const first = this.pool.run({ kind: 'firstPages', ...asked }, { signal });
    const whole = this.pool.run({ kind: 'chapters', ...asked }, { signal });
    // a refusal comes with either of them, once
    const early = first.then(
      (printed) => printed && said({ chapter: 0, of: null, key: null, ...sent(printed) }),
      (error: unknown) => (signal.aborted ? undefined : Promise.reject(error as Error)),
    );
    const [{ look, chapters, known }] = await Promise.all([whole, early]);
    const of = chapters.length;
    type Rest = Pick<ChapterTask, 'contents' | 'missed'>;
    const print = (chapter: number, rest: Rest): Promise<Sent> => {
      const { text } = chapters[chapter]!;
      return this.pool.run({ kind: 'chapter', text, look, isFirst: chapter === 0, ...rest }, { signal, isPart: true });
    };
    const answered = async (chapter: number, key: string, make: () => Promise<Sent>): Promise<ChapterPages> => {
      const made = known.get(key) ?? (await make());
      said({ chapter, of, key, ...sent(made) });
      return made;
    };
    const others = await Promise.all(
      chapters.slice(1).map(({ key }, k) => answered(k + 1, key, () => print(k + 1, { contents: [], missed: [] }))),
    );
    const titles = chapters.flatMap((c) => c.titles);
    const missed = [...new Set(others.flatMap((c) => c.missed))];
    const stands = [chapters[0]!.key, titles, others.map((c) => [c.pages, c.starts]), missed];
    await answered(0, createHash('sha256').update(JSON.stringify(stands)).digest('base64url'), async () => {
      // how many pages the contents take is known when they are laid out, with or without their numbers
      const head = await print(0, { contents: titles.map((title) => ({ title, page: null })), missed });
      let before = 0;
      const starts = [head, ...others].flatMap((c) => {
        const from = before;
        before += c.pages;
        return c.starts.map((n) => from + n);
      });
      return print(0, { contents: titles.map((title, k) => ({ title, page: starts[k] ?? null })), missed });
    });
  }

  async rename(id: string, version: number, title: string, tag: string | undefined): Promise<Stored<StudyHead>> {
    const { document } = await this.get(id);
    return this.store(id, version, {}, await this.pool.run({ kind: 'retitle', document, title, tag }));
  }

  /**
   * Stores a new version on top of the one the person has seen; onto any other it is refused with what has changed since. A save that
   * was kept already, known by its id, is answered as it was then.
   */
  async save(id: string, body: Uint8Array): Promise<Stored<StudyHead>> {
    const { version, saveId, ...document } = await this.pool.run({ kind: 'save', body });
    return this.store(id, version, { saveId }, document);
  }

  /** Stores what a revision froze as a version that has its name. @param also what is kept beside it, in the same transaction */
  async storeIssued(
    id: string,
    version: number,
    document: Accepted,
    name: string,
    also: (issued: StudyHead & { by: Person | undefined }, transaction: Transaction) => Promise<void>,
  ): Promise<Stored<StudyHead>> {
    return this.store(id, version, { name, also }, document);
  }

  /** the refusal of what was done with a version that is no longer the newest */
  async staleAt(id: string, seen: number): Promise<ApiProblem> {
    return inTransaction(this.sequelize, async (transaction) =>
      this.conflict(await this.find(id, transaction), seen, transaction),
    );
  }

  async mustBeThere(id: string): Promise<void> {
    await this.find(id);
  }

  async remove(id: string): Promise<StudyHead> {
    const row = await this.find(id);
    return head(await row.update({ deletedAt: new Date() }));
  }

  async restore(id: string): Promise<StudyHead> {
    const row = await this.studies.findByPk(id);
    if (!row) throw notFound(worded('server.study', { id }));
    return head(await row.update({ deletedAt: null }));
  }

  /** name and text of the study file; letters of any script stay in the name */
  async file(id: string): Promise<{ name: string; text: string }> {
    const { head: of, document } = await this.get(id);
    const { text } = await this.pool.run({ kind: 'write', document });
    const name = `${of.tag} ${of.title}`
      .normalize('NFKC')
      .replace(/[^\p{L}\p{M}\p{N}_.-]+/gu, '-')
      .replace(/^[-.]+|[-.]+$/g, '')
      .toLowerCase()
      .slice(0, 120);
    return { name: `${name || 'study'}.study.json`, text };
  }

  async listVersions(id: string, before: number | undefined, limit: number, isNamed: boolean): Promise<VersionPage> {
    await this.find(id);
    return this.versions.page(id, before, limit, isNamed);
  }

  async nameVersion(id: string, version: number, name: string): Promise<VersionHead> {
    const row = await this.findVersion(id, version);
    return versionHead(await row.update({ name: name === '' ? null : name }));
  }

  async changesSince(id: string, version: number): Promise<DocumentChange[]> {
    const [then, now] = [await this.findVersion(id, version), await this.find(id)];
    return this.compare(await this.versions.read(then), now.document);
  }

  async version(id: string, version: number): Promise<Stored<VersionHead>> {
    const row = await this.findVersion(id, version);
    return { head: versionHead(row), document: await this.versions.read(row) };
  }

  /** puts studies in, all or none. @param first what is done in the same transaction before them; false ends it */
  async insertAll(studies: readonly Accepted[], first: (t: Transaction) => Promise<boolean>): Promise<boolean> {
    return inTransaction(this.sequelize, async (transaction) => {
      if (!(await first(transaction))) return false;
      for (const study of studies) await this.insertIn(study, undefined, transaction);
      return true;
    });
  }

  /** a study as it was sent, judged; it may lack something, but holds nothing wrong */
  accepted(body: Uint8Array): Promise<Accepted> {
    return this.pool.run({ kind: 'file', body });
  }

  /**
   * Puts a study in that was kept elsewhere, at the version that it had, with the versions of it that have names.
   *
   * @param also what is kept beside it, in the same transaction
   */
  async insertCarried<T>(
    document: Accepted,
    version: number,
    named: readonly CarriedVersion[],
    also: (study: StudyHead, transaction: Transaction) => Promise<T>,
  ): Promise<{ head: StudyHead; also: T }> {
    const by = await this.by();
    return inTransaction(this.sequelize, async (transaction) => {
      const { head: of } = await this.insertIn(document, by, transaction, version, named);
      return { head: of, also: await also(of, transaction) };
    });
  }

  private async store(
    id: string,
    seen: number,
    { saveId, name, also }: { saveId?: string | undefined; name?: string; also?: Parameters<StudiesService['storeIssued']>[4] },
    document: Accepted,
  ): Promise<Stored<StudyHead>> {
    const by = await this.by();
    const stored = await inTransaction(this.sequelize, async (transaction) => {
      const row = await this.find(id, transaction);
      const kept = saveId === undefined ? null : await this.versions.ofSave(id, saveId, transaction);
      if (kept) return this.asThen(row, kept, document.document, transaction);
      if (row.version !== seen) throw await this.conflict(row, seen, transaction);
      const savedAt = new Date();
      const version = seen + 1;
      const { taken, ...columns } = document;
      await row.update({ ...columns, version, savedAt }, { transaction });
      await this.keepTaken(id, taken, transaction);
      await this.versions.add({ studyId: id, version, document: document.document, savedAt, saveId, name, by }, transaction);
      await also?.({ ...head(row), by }, transaction);
      return whole(row);
    });
    await this.versions.thin(id, stored.head.version, new Date());
    return stored;
  }

  /** the answer that a save had when it was kept; the same id with another document is a mistake of who sends it */
  private async asThen(
    row: StudyModel,
    kept: StudyVersionModel,
    sent: string,
    transaction: Transaction,
  ): Promise<Stored<StudyHead>> {
    const document = await this.versions.read(kept, transaction);
    if (document !== sent)
      throw new ApiProblem(409, bodyOf('save-id-used', worded('server.thisSaveIdIsUsed', { version: kept.version })));
    const { title = 'Untitled', tag = '' } = JSON.parse(document) as { title?: string; tag?: string };
    const { version, savedAt } = kept;
    return { head: { ...head(row), title, tag, version, savedAt: savedAt.toISOString() }, document };
  }

  private async insert(document: Accepted, alternativeOf: string | null = null): Promise<Stored<StudyHead>> {
    const by = await this.by();
    return inTransaction(this.sequelize, (transaction) => this.insertIn({ ...document, alternativeOf }, by, transaction));
  }

  private async insertIn(
    document: Accepted & { alternativeOf?: string | null },
    by: Person | undefined,
    transaction: Transaction,
    version = 1,
    named: readonly CarriedVersion[] = [],
  ): Promise<Stored<StudyHead>> {
    const now = new Date();
    const id = randomUUID();
    const { taken, ...columns } = document;
    const row = await this.studies.create(
      { id, ...columns, version, createdAt: now, savedAt: now, deletedAt: null },
      { transaction },
    );
    await this.keepTaken(id, taken, transaction);
    for (const v of named) await this.versions.add({ ...v, by: v.by ?? undefined, studyId: id, saveId: undefined }, transaction);
    // the newest of them may be the study as it stands
    if (!named.some((v) => v.version === version))
      await this.versions.add(
        { studyId: id, version, document: document.document, savedAt: now, saveId: undefined, by },
        transaction,
      );
    return whole(row);
  }

  /** which models of the catalogue the study has taken, for their pages */
  private async keepTaken(id: string, taken: readonly TakenModel[], transaction: Transaction): Promise<void> {
    await this.taken.destroy({ where: { studyId: id }, transaction });
    await this.taken.bulkCreate(
      taken.map(({ model, revision }) => ({ studyId: id, modelId: model, revision })),
      { transaction },
    );
  }

  private async by(): Promise<Person | undefined> {
    return (await this.people.get()) ?? undefined;
  }

  private async find(id: string, transaction?: Transaction): Promise<StudyModel> {
    const row = await this.studies.findByPk(id, transaction ? { transaction, lock: transaction.LOCK.UPDATE } : {});
    if (!row || row.deletedAt !== null) throw notFound(worded('server.study', { id }));
    return row;
  }

  private async findVersion(id: string, version: number): Promise<StudyVersionModel> {
    await this.find(id);
    const row = await this.versions.find(id, version);
    if (!row) throw notFound(worded('server.versionOfStudy', { version, id }));
    return row;
  }

  private async compare(before: string, after: string): Promise<DocumentChange[]> {
    return (await this.pool.run({ kind: 'compare', before, after })).changes;
  }

  private async conflict(row: StudyModel, seen: number, transaction: Transaction): Promise<ApiProblem> {
    const base = await this.versions.find(row.id, seen, transaction);
    const changes = base ? await this.compare(await this.versions.read(base, transaction), row.document) : [];
    return new ApiProblem(
      409,
      bodyOf('changed-meanwhile', worded('server.theStudyWasSavedElsewhere', { version: row.version, seen }), {
        version: row.version,
        savedAt: row.savedAt.toISOString(),
        changes,
      }),
    );
  }
}

/** letters that stand for themselves in LIKE */
const escaped = (word: string): string => word.replace(/[\\%_]/g, '\\$&');

function head(row: StudyModel): StudyHead {
  const { id, title, tag, version, alternativeOf } = row;
  const deletedAt = row.deletedAt?.toISOString() ?? null;
  return { id, title, tag, version, savedAt: row.savedAt.toISOString(), deletedAt, alternativeOf: alternativeOf ?? null };
}

function whole(row: StudyModel): Stored<StudyHead> {
  return { head: head(row), document: row.document };
}
