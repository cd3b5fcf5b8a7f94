import { promisify } from 'node:util';
import { deflateRaw, inflateRaw } from 'node:zlib';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { CORE_VERSION, type PackageOpened, type Person } from '@cedar-knot/core';
import { CarriedModels, type CarriedModel } from '../catalogue/carried.service.js';
import { mediaTypeOf } from '../catalogue/media.js';
import { person, revisionHead } from '../catalogue/rows.js';
import { CatalogueShelves } from '../catalogue/shelves.service.js';
import { StudyRevisionModel } from '../database/models/study-revision.model.js';
import { StudyModelTaken } from '../database/models/study.model.js';
import { StudiesService } from '../studies/studies.service.js';
import { WorkPool } from '../work/pool.js';
import { msg, worded } from '../words.js';
import type { Part } from './archive.js';
import { STUDY_PATH, type Manifest, type ManifestModel, type ManifestRevision } from './manifest.js';
import { wrong } from './unpack.js';

const deflated = promisify(deflateRaw);
const inflated = promisify(inflateRaw);

const columns = (by: Person | null): { byName: string | null; byInitials: string | null } => ({
  byName: by?.name ?? null,
  byInitials: by?.initials ?? null,
});
const bytes = (text: string): Uint8Array => Buffer.from(text, 'utf8');
const slug = (text: string): string => text.replace(/[^\w-]+/g, '-').slice(0, 20);

/** Studies as one file each, with the models of the catalogue that they took and the papers that were issued of them. */
@Injectable()
export class CarryService {
  constructor(
    @InjectModel(StudyModelTaken) private readonly taken: typeof StudyModelTaken,
    @InjectModel(StudyRevisionModel) private readonly issued: typeof StudyRevisionModel,
    private readonly studies: StudiesService,
    private readonly models: CarriedModels,
    private readonly shelves: CatalogueShelves,
    private readonly pool: WorkPool,
  ) {}

  async pack(id: string): Promise<{ name: string; data: Buffer }> {
    const { head, document } = await this.studies.get(id);
    const taken = await this.taken.findAll({ where: { studyId: id } });
    const models = await this.models.of(taken.map((t) => t.modelId));
    const parts: Part[] = [{ path: STUDY_PATH, data: bytes(document) }];
    const put = (path: string, data: Uint8Array): string => {
      parts.push({ path, data });
      return path;
    };
    const packed = models.map((m) => packedModel(m, put));
    const revisions: ManifestRevision[] = [];
    const rows = await this.issued.findAll({ where: { studyId: id }, order: [['version', 'ASC']] });
    for (const [k, row] of rows.entries()) revisions.push(await packedRevision(row, k, put));
    const manifest: Omit<Manifest, 'files'> = {
      format: 'cedar-knot-package',
      version: 1,
      madeAt: new Date().toISOString(),
      core: CORE_VERSION,
      study: { title: head.title, tag: head.tag, version: head.version },
      models: packed,
      revisions,
    };
    const { name } = await this.studies.file(id);
    const { data } = await this.pool.run({ kind: 'pack', manifest, parts }, { hasNoLimit: true });
    return { name: name.replace(/\.study\.json$/, '.cedar'), data: Buffer.from(data) };
  }

  /** Opens a file as a study of its own; all of it or nothing. @param body as it arrived */
  async open(body: Uint8Array): Promise<PackageOpened> {
    const { manifest, parts } = await this.pool.run({ kind: 'unpack', body }, { hasNoLimit: true });
    const at: At = (path) => {
      const data = parts.get(path)!;
      return Buffer.from(data.buffer, data.byteOffset, data.byteLength);
    };
    const document = await this.studies.accepted(at(STUDY_PATH));
    const models = await this.models.judged(manifest.models.map((m) => modelIn(m, at)));
    const revisions = await Promise.all(manifest.revisions.map((r) => revisionIn(r, at)));
    const versions = manifest.revisions.map((r, k) => ({
      version: r.version,
      document: revisions[k]!.document,
      savedAt: new Date(r.issuedAt),
      name: msg('server.revisionName', { letter: r.letter }),
      by: r.by,
    }));
    const { version } = manifest.study;
    const rising = versions.every((v, k) => v.version <= version && (k === 0 || v.version > versions[k - 1]!.version));
    // a study that was issued and not changed since stands at that version
    const last = versions.at(-1);
    const isOther = last?.version === version && last.document !== document.document;
    if (!rising || isOther) throw wrong(worded('server.packageVersions'));
    const { head, also } = await this.studies.insertCarried(
      document,
      manifest.study.version,
      versions,
      async (study, transaction) => {
        await this.issued.bulkCreate(revisions.map((r) => ({ ...r, studyId: study.id })), { transaction }); // prettier-ignore
        return this.models.keep(models, transaction);
      },
    );
    if (also.added + also.revised > 0) this.shelves.prepare();
    const { attachments, ...counts } = also;
    return { id: head.id, title: head.title, models: counts, attachments, revisions: revisions.length };
  }
}

type Put = (path: string, data: Uint8Array) => string;

function packedModel({ id, kind, key, from, retiredAt, revisions, attachments }: CarriedModel, put: Put): ManifestModel {
  return {
    id,
    kind,
    key,
    from: from as ManifestModel['from'],
    retiredAt: retiredAt?.toISOString() ?? null,
    revisions: revisions.map((r) => ({
      ...revisionHead(r),
      file: put(`models/${id}/revision-${r.revision}.json`, bytes(r.entry)),
    })),
    attachments: attachments.map((a) => ({
      id: a.id,
      name: a.name,
      role: a.role,
      file: put(`models/${id}/attachments/${a.id}`, a.data),
      addedAt: a.addedAt.toISOString(),
      by: person(a.byName, a.byInitials),
    })),
  };
}

async function packedRevision(row: StudyRevisionModel, k: number, put: Put): Promise<ManifestRevision> {
  const folder = `revisions/${k + 1}-${slug(row.letter)}`;
  const brief = JSON.parse(row.brief) as Pick<ManifestRevision, 'verdict' | 'counts'>;
  return {
    letter: row.letter,
    version: row.version,
    issuedAt: row.issuedAt.toISOString(),
    date: row.date,
    purpose: row.purpose,
    by: person(row.byName, row.byInitials),
    sha256: row.sha256,
    core: row.core,
    verdict: brief.verdict,
    counts: brief.counts,
    name: row.name,
    document: put(`${folder}/study.json`, bytes(row.document)),
    results: put(`${folder}/results.json`, await inflated(row.results)),
    pdf: put(`${folder}/report.pdf`, row.pdf),
    xlsx: put(`${folder}/report.xlsx`, row.xlsx),
  };
}

/** a part that the list names */
type At = (path: string) => Buffer;

const textAt = (path: string, at: At): string => at(path).toString('utf8');

function modelIn(m: ManifestModel, at: At): CarriedModel {
  return {
    id: m.id,
    kind: m.kind,
    key: m.key,
    from: m.from,
    retiredAt: m.retiredAt === null ? null : new Date(m.retiredAt),
    revisions: m.revisions.map(({ by, checkedBy, checkedAt, file, savedAt, ...r }) => ({
      ...r,
      entry: textAt(file, at),
      savedAt: new Date(savedAt),
      ...columns(by),
      checkedByName: checkedBy?.name ?? null,
      checkedByInitials: checkedBy?.initials ?? null,
      checkedAt: checkedAt === null ? null : new Date(checkedAt),
    })),
    attachments: m.attachments.map(({ by, file, addedAt, ...a }) => {
      const data = at(file);
      return { ...a, data, mediaType: mediaTypeOf(data)!, addedAt: new Date(addedAt), ...columns(by) };
    }),
  };
}

async function revisionIn(r: ManifestRevision, at: At) {
  const document = textAt(r.document, at);
  const [pdf, xlsx] = [at(r.pdf), at(r.xlsx)];
  const { letter, version, date, purpose, core, name } = r;
  return {
    ...{ letter, version, date, purpose, core, name, document, pdf, xlsx },
    sha256: r.sha256,
    issuedAt: new Date(r.issuedAt),
    ...columns(r.by),
    results: await deflated(textAt(r.results, at)),
    brief: JSON.stringify({ verdict: r.verdict, counts: r.counts }),
  };
}
