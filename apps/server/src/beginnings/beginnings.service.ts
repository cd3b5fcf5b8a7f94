import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { OwnBeginning, OwnBeginningHead } from '@cedar-knot/core';
import { ApiProblem, bodyOf, notFound } from '../common/problem.js';
import { BeginningModel } from '../database/models/beginning.model.js';
import { StudiesService, type Stored } from '../studies/studies.service.js';
import { worded } from '../words.js';
import type { KeepBeginning } from './schemas.js';

/** a plant has a handful of them */
const MOST = 100;

/** Studies of the plant with which others begin: each a copy of its own, that does not change with the study it came from. */
@Injectable()
export class BeginningsService {
  constructor(
    @InjectModel(BeginningModel) private readonly beginnings: typeof BeginningModel,
    private readonly studies: StudiesService,
  ) {}

  async list(): Promise<OwnBeginningHead[]> {
    const rows = await this.beginnings.findAll({ attributes: ['id', 'name', 'about', 'savedAt'], order: ['name', 'id'] });
    return rows.map(head);
  }

  async get(id: string): Promise<Stored<Omit<OwnBeginning, 'document'>>> {
    const row = await this.found(id);
    return { head: { ...head(row), asks: JSON.parse(row.asks) as string[] }, document: row.document };
  }

  async keep({ study, name, about, asks }: KeepBeginning): Promise<OwnBeginningHead> {
    const { document } = await this.studies.get(study);
    if ((await this.beginnings.count()) >= MOST)
      throw new ApiProblem(422, bodyOf('too-many', worded('server.beginningsAlreadyExistRemoveOne', { most: MOST }), { errors: [] })); // prettier-ignore
    return head(
      await this.beginnings.create({ id: randomUUID(), name, about: about ?? '', asks: JSON.stringify(asks ?? []), document, savedAt: new Date() }), // prettier-ignore
    );
  }

  async remove(id: string): Promise<OwnBeginningHead> {
    const row = await this.found(id);
    await row.destroy();
    return head(row);
  }

  private async found(id: string): Promise<BeginningModel> {
    const row = await this.beginnings.findByPk(id);
    if (!row) throw notFound(worded('server.beginning', { id }));
    return row;
  }
}

const head = ({ id, name, about, savedAt }: BeginningModel): OwnBeginningHead => ({
  id,
  name,
  about,
  savedAt: savedAt.toISOString(),
});
