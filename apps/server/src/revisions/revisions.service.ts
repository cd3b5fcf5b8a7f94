import { promisify } from 'node:util';
import { inflateRaw } from 'node:zlib';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { IssuedRevision, StudyHead } from '@cedar-knot/core';
import { notFound } from '../common/problem.js';
import { StudyRevisionModel } from '../database/models/study-revision.model.js';
import { StudiesService, type Stored } from '../studies/studies.service.js';
import { WorkPool } from '../work/pool.js';
import type { IssuedText } from '../work/task.js';
import { msg, worded } from '../words.js';
import type { IssueBody } from './schemas.js';

/** results are some megabytes at most */
const inflated = promisify(inflateRaw);

/** The revisions of studies that were issued: each frozen with its results and its papers, which are handed out as they are. */
@Injectable()
export class RevisionsService {
  constructor(
    @InjectModel(StudyRevisionModel) private readonly revisions: typeof StudyRevisionModel,
    private readonly studies: StudiesService,
    private readonly pool: WorkPool,
  ) {}

  /** the oldest first */
  async list(id: string): Promise<IssuedRevision[]> {
    await this.studies.mustBeThere(id);
    return (await this.heads(id)).map(head);
  }

  async get(id: string, letter: string): Promise<Stored<IssuedRevision>> {
    const row = await this.find(id, letter, ['pdf', 'xlsx', 'results']);
    return { head: head(row), document: row.document };
  }

  /** JSON text of the results that were issued */
  async results(id: string, letter: string): Promise<string> {
    const row = await this.find(id, letter, ['pdf', 'xlsx', 'document']);
    return (await inflated(row.results)).toString('utf8');
  }

  /** a paper, byte for byte as it was issued */
  async paper(id: string, letter: string, paper: 'pdf' | 'xlsx'): Promise<{ name: string; data: Buffer }> {
    const row = await this.find(id, letter, ['document', 'results', paper === 'pdf' ? 'xlsx' : 'pdf']);
    return { name: `${row.name}.${paper}`, data: row[paper] };
  }

  /** the last two that were issued, the oldest first, as papers are held against them */
  async last(id: string): Promise<IssuedText[]> {
    const rows = await this.revisions.findAll({
      where: { studyId: id },
      attributes: ['letter', 'date', 'document'],
      order: [['version', 'DESC']],
      limit: 2,
    });
    return rows.map(({ letter, date, document }) => ({ letter, date, document })).reverse();
  }

  /** Issues the version that was seen as the next revision: all of it or nothing. */
  async issue(id: string, { version, letter, date, purpose, by, ...look }: IssueBody): Promise<Stored<StudyHead>> {
    const { head: of, document } = await this.studies.get(id);
    if (of.version !== version) throw await this.studies.staleAt(id, version);
    const issued = (await this.heads(id)).map((r) => r.letter);
    const [since] = (await this.last(id)).slice(-1);
    const words = { date, purpose, by };
    const made = await this.pool.run({ kind: 'issue', document, issued, letter, words, look, ...(since ? { since } : {}) });
    return this.studies.storeIssued(
      id,
      version,
      made.document,
      msg('server.revisionName', { letter }),
      async (frozen, transaction) => {
        await this.revisions.create(
          {
            studyId: id,
            letter,
            version: frozen.version,
            issuedAt: new Date(frozen.savedAt),
            date,
            purpose,
            byName: frozen.by?.name ?? null,
            byInitials: frozen.by?.initials ?? null,
            sha256: made.sha256,
            document: made.document.document,
            core: made.core,
            results: Buffer.from(made.results),
            brief: JSON.stringify(made.brief),
            name: made.name,
            pdf: Buffer.from(made.pdf),
            xlsx: Buffer.from(made.xlsx),
          },
          { transaction },
        );
      },
    );
  }

  private heads(id: string): Promise<StudyRevisionModel[]> {
    return this.revisions.findAll({
      where: { studyId: id },
      attributes: { exclude: ['document', 'results', 'pdf', 'xlsx'] },
      order: [['version', 'ASC']],
    });
  }

  private async find(id: string, letter: string, exclude: string[]): Promise<StudyRevisionModel> {
    await this.studies.mustBeThere(id);
    const row = await this.revisions.findOne({ where: { studyId: id, letter }, attributes: { exclude } });
    if (!row) throw notFound(worded('server.revisionOfStudy', { letter, id }));
    return row;
  }
}

function head(row: StudyRevisionModel): IssuedRevision {
  const { letter, version, date, purpose, sha256, core, name } = row;
  const by = row.byName === null ? null : { name: row.byName, initials: row.byInitials ?? '' };
  const brief = JSON.parse(row.brief) as Pick<IssuedRevision, 'verdict' | 'counts'>;
  return { letter, version, issuedAt: row.issuedAt.toISOString(), date, purpose, by, sha256, core, ...brief, name };
}
