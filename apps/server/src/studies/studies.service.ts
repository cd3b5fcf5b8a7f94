import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import {
  blankStudy,
  diffDocuments,
  writeStudy,
  type DocumentChange,
  type Study,
  type StudyHead,
  type StudyWhole,
  type VersionHead,
} from '@cedar-knot/core';
import type { Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { ApiProblem, notFound } from '../common/problem.js';
import { StudyModel } from '../database/models/study.model.js';
import { StudyVersionModel } from '../database/models/study-version.model.js';
import { acceptDocument, acceptText } from './study-document.js';

const MOST_CHANGES = 200;
const MOST_LISTED = 500;

@Injectable()
export class StudiesService {
  constructor(
    @InjectModel(StudyModel) private readonly studies: typeof StudyModel,
    @InjectModel(StudyVersionModel) private readonly versions: typeof StudyVersionModel,
    @InjectConnection() private readonly sequelize: Sequelize,
  ) {}

  async list(deleted: boolean): Promise<StudyHead[]> {
    const rows = await this.studies.findAll({ attributes: { exclude: ['document'] }, order: [['savedAt', 'DESC']] });
    return rows.filter((r) => (r.deletedAt !== null) === deleted).map(head);
  }

  async get(id: string): Promise<StudyWhole> {
    return whole(await this.find(id));
  }

  async create(title: string | undefined, raw: unknown): Promise<StudyWhole> {
    const document = raw === undefined ? blankStudy(title!) : acceptDocument(raw);
    return this.insert(title === undefined ? document : { ...document, title });
  }

  async importText(text: string): Promise<StudyWhole> {
    return this.insert(acceptText(text));
  }

  async copy(id: string): Promise<StudyWhole> {
    const { document } = await this.get(id);
    return this.insert({ ...document, title: `${document.title ?? 'Untitled'} (copy)` });
  }

  async rename(id: string, version: number, title: string, tag: string | undefined): Promise<StudyWhole> {
    const { document } = await this.get(id);
    return this.save(id, version, { ...document, title, ...(tag === undefined ? {} : { tag }) });
  }

  /**
   * Stores a new version on top of the one the person has seen; onto any other it is refused with what has changed since.
   */
  async save(id: string, seen: number, raw: unknown): Promise<StudyWhole> {
    const document = acceptDocument(raw);
    return this.sequelize.transaction(async (transaction) => {
      const row = await this.find(id, transaction);
      if (row.version !== seen) throw await this.conflict(row, seen, transaction);
      const savedAt = new Date();
      await row.update({ ...columns(document), version: seen + 1, savedAt }, { transaction });
      await this.versions.create({ studyId: id, version: seen + 1, document: row.document, savedAt }, { transaction });
      return whole(row);
    });
  }

  async remove(id: string): Promise<StudyHead> {
    const row = await this.find(id);
    return head(await row.update({ deletedAt: new Date() }));
  }

  async restore(id: string): Promise<StudyHead> {
    const row = await this.studies.findByPk(id);
    if (!row) throw notFound(`study ${id}`);
    return head(await row.update({ deletedAt: null }));
  }

  async file(id: string): Promise<{ name: string; text: string }> {
    const { document, title, tag } = await this.get(id);
    const name = `${tag} ${title}`
      .normalize('NFKD')
      .replace(/[^\w.-]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .toLowerCase();
    return { name: `${name || 'study'}.study.json`, text: writeStudy(document) };
  }

  /** the newest first; of very many, the newest and all that have a name */
  async listVersions(id: string): Promise<VersionHead[]> {
    await this.find(id);
    const rows = await this.versions.findAll({
      where: { studyId: id },
      attributes: ['version', 'savedAt', 'name'],
      order: [['version', 'DESC']],
    });
    return rows.filter((r, i) => i < MOST_LISTED || r.name !== null).map(versionHead);
  }

  async nameVersion(id: string, version: number, name: string): Promise<VersionHead> {
    const row = await this.findVersion(id, version);
    return versionHead(await row.update({ name: name === '' ? null : name }));
  }

  async changesSince(id: string, version: number): Promise<DocumentChange[]> {
    const [then, now] = [await this.findVersion(id, version), await this.find(id)];
    return diffDocuments(JSON.parse(then.document), JSON.parse(now.document)).slice(0, MOST_CHANGES);
  }

  async version(id: string, version: number): Promise<VersionHead & { document: Study }> {
    const row = await this.findVersion(id, version);
    return { ...versionHead(row), document: JSON.parse(row.document) as Study };
  }

  private async insert(document: Study): Promise<StudyWhole> {
    return this.sequelize.transaction(async (transaction) => {
      const now = new Date();
      const id = randomUUID();
      const row = await this.studies.create(
        { id, ...columns(document), version: 1, createdAt: now, savedAt: now, deletedAt: null },
        { transaction },
      );
      await this.versions.create({ studyId: id, version: 1, document: row.document, savedAt: now }, { transaction });
      return whole(row);
    });
  }

  private async find(id: string, transaction?: Transaction): Promise<StudyModel> {
    const row = await this.studies.findByPk(id, transaction ? { transaction, lock: transaction.LOCK.UPDATE } : {});
    if (!row || row.deletedAt !== null) throw notFound(`study ${id}`);
    return row;
  }

  private async findVersion(id: string, version: number): Promise<StudyVersionModel> {
    await this.find(id);
    const row = await this.versions.findOne({ where: { studyId: id, version } });
    if (!row) throw notFound(`version ${version} of study ${id}`);
    return row;
  }

  private async conflict(row: StudyModel, seen: number, transaction: Transaction): Promise<ApiProblem> {
    const base = await this.versions.findOne({ where: { studyId: row.id, version: seen }, transaction });
    const changes: DocumentChange[] = base ? diffDocuments(JSON.parse(base.document), JSON.parse(row.document)) : [];
    return new ApiProblem(409, {
      error: 'changed-meanwhile',
      message: `The study was saved by someone else as version ${row.version}; yours rests on version ${seen}. Nothing was overwritten.`,
      version: row.version,
      savedAt: row.savedAt.toISOString(),
      changes: changes.slice(0, MOST_CHANGES),
    });
  }
}

function versionHead(row: StudyVersionModel): VersionHead {
  return { version: row.version, savedAt: row.savedAt.toISOString(), name: row.name };
}

function columns(document: Study): { title: string; tag: string; document: string } {
  return {
    title: (document.title ?? 'Untitled').slice(0, 300),
    tag: (document.tag ?? '').slice(0, 100),
    document: JSON.stringify(document),
  };
}

function head(row: StudyModel): StudyHead {
  const { id, title, tag, version } = row;
  return { id, title, tag, version, savedAt: row.savedAt.toISOString(), deletedAt: row.deletedAt?.toISOString() ?? null };
}

function whole(row: StudyModel): StudyWhole {
  return { ...head(row), document: JSON.parse(row.document) as Study };
}
