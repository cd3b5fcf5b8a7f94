import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { Person, VersionHead, VersionPage } from '@cedar-knot/core';
import { Op, type Transaction, type WhereOptions } from 'sequelize';
import { StudyVersionModel } from '../database/models/study-version.model.js';
import { pack, unpack } from './pack.js';
import { thinnedOut } from './thinning.js';

/** between two thinnings of a study's versions, ms and saves */
const THIN_EVERY_MS = 3_600_000;
const THIN_EVERY_SAVES = 200;

export interface NewVersion {
  studyId: string;
  version: number;
  document: string;
  savedAt: Date;
  saveId: string | undefined;
  /** of a revision */
  name?: string | undefined;
  by: Person | undefined;
}

/** The versions of studies: kept packed, thinned with age, read again letter for letter. */
@Injectable()
export class VersionsService {
  private readonly thinned = new Map<string, { at: number; version: number }>();

  constructor(@InjectModel(StudyVersionModel) private readonly versions: typeof StudyVersionModel) {}

  async add(v: NewVersion, transaction: Transaction): Promise<void> {
    const base = await this.versions.findOne({
      where: { studyId: v.studyId, base: null, data: { [Op.not]: null } } as WhereOptions,
      order: [['version', 'DESC']],
      transaction,
    });
    const { data, isPart } = await pack(v.document, base ? await unpack(base.data!, undefined) : undefined);
    const { studyId, version, savedAt } = v;
    await this.versions.create(
      {
        studyId,
        version,
        savedAt,
        data,
        base: isPart ? base!.version : null,
        saveId: v.saveId ?? null,
        name: v.name ?? null,
        byName: v.by?.name ?? null,
        byInitials: v.by?.initials ?? null,
      },
      { transaction },
    );
  }

  /** JSON text of a kept version */
  async read(row: StudyVersionModel, transaction?: Transaction): Promise<string> {
    if (row.data === null) return row.document!;
    if (row.base === null) return unpack(row.data, undefined);
    const base = await this.find(row.studyId, row.base, transaction);
    return unpack(row.data, await unpack(base!.data!, undefined));
  }

  find(studyId: string, version: number, transaction?: Transaction): Promise<StudyVersionModel | null> {
    return this.versions.findOne({ where: { studyId, version }, ...(transaction ? { transaction } : {}) });
  }

  ofSave(studyId: string, saveId: string, transaction: Transaction): Promise<StudyVersionModel | null> {
    return this.versions.findOne({ where: { studyId, saveId }, transaction });
  }

  /** the newest first, so many at a time: those before a version, or named ones alone */
  async page(studyId: string, before: number | undefined, limit: number, isNamed: boolean): Promise<VersionPage> {
    const named = { name: { [Op.not]: null } };
    const rows = await this.versions.findAll({
      where: {
        studyId,
        ...(before === undefined ? {} : { version: { [Op.lt]: before } }),
        ...(isNamed ? named : {}),
      } as WhereOptions,
      attributes: ['version', 'savedAt', 'name', 'byName', 'byInitials'],
      order: [['version', 'DESC']],
      limit: limit + 1,
    });
    const kept = await this.versions.count({ where: { studyId, ...(isNamed ? named : {}) } as WhereOptions });
    const versions = rows.slice(0, limit).map(versionHead);
    return { versions, kept, next: rows.length > limit ? versions[versions.length - 1]!.version : null };
  }

  /** takes old versions away by their age; now and then, so that a save does not wait for it */
  async thin(studyId: string, version: number, now: Date): Promise<void> {
    const last = this.thinned.get(studyId);
    if (last && now.getTime() - last.at < THIN_EVERY_MS && version - last.version < THIN_EVERY_SAVES) return;
    this.thinned.set(studyId, { at: now.getTime(), version });
    const rows = await this.versions.findAll({ where: { studyId }, attributes: ['version', 'savedAt', 'name', 'base'] });
    const list = rows.map((r) => ({ version: r.version, savedAt: r.savedAt, isNamed: r.name !== null, base: r.base }));
    const gone = thinnedOut(list, now);
    if (gone.length > 0) await this.versions.destroy({ where: { studyId, version: gone } });
  }
}

export function versionHead(row: StudyVersionModel): VersionHead {
  const by = row.byName === null ? null : { name: row.byName, initials: row.byInitials ?? '' };
  return { version: row.version, savedAt: row.savedAt.toISOString(), name: row.name, by };
}
