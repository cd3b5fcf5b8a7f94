import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { KeptTemplate, ReportTemplate } from '@cedar-knot/core';
import { ApiProblem, notFound, bodyOf } from '../common/problem.js';
import { TemplateModel } from '../database/models/template.model.js';
import { WorkPool } from '../work/pool.js';
import { worded } from '../words.js';

/** a plant has a handful of them */
const MAX_TEMPLATES = 100;

/** Letterheads, further lines of title blocks and wordings of reports that a plant keeps; studies take a copy. */
@Injectable()
export class TemplatesService {
  constructor(
    @InjectModel(TemplateModel) private readonly templates: typeof TemplateModel,
    private readonly pool: WorkPool,
  ) {}

  async list(): Promise<KeptTemplate[]> {
    return (await this.templates.findAll({ order: ['name', 'id'] })).map(kept);
  }

  async create(template: ReportTemplate): Promise<KeptTemplate> {
    await this.checkLogo(template);
    if ((await this.templates.count()) >= MAX_TEMPLATES)
      throw new ApiProblem(
        422,
        bodyOf('too-many', worded('server.templatesAlreadyExistRemoveOne', { maxTemplates: MAX_TEMPLATES }), { errors: [] }),
      );
    return kept(await this.templates.create({ id: randomUUID(), ...written(template) }));
  }

  async replace(id: string, template: ReportTemplate): Promise<KeptTemplate> {
    const row = await this.found(id);
    await this.checkLogo(template);
    return kept(await row.update(written(template)));
  }

  async remove(id: string): Promise<KeptTemplate> {
    const row = await this.found(id);
    await row.destroy();
    return kept(row);
  }

  /** a picture that cannot be read would be found out by whoever prints */
  private async checkLogo({ logo }: ReportTemplate): Promise<void> {
    if (logo !== undefined) await this.pool.run({ kind: 'logo', logo });
  }

  private async found(id: string): Promise<TemplateModel> {
    const row = await this.templates.findByPk(id);
    if (!row) throw notFound(worded('server.reportTemplate', { id }));
    return row;
  }
}

const written = (template: ReportTemplate) => ({
  name: template.name,
  template: JSON.stringify(template),
  savedAt: new Date(),
});

const kept = ({ id, template, savedAt }: TemplateModel): KeptTemplate => ({
  id,
  savedAt: savedAt.toISOString(),
  template: JSON.parse(template) as ReportTemplate,
});
