import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { ImportTemplate, KeptImportTemplate } from '@cedar-knot/core';
import { ApiProblem, bodyOf, notFound } from '../common/problem.js';
import { ImportTemplateModel } from '../database/models/import-template.model.js';
import { worded } from '../words.js';

/** more makers than any office buys of */
const MAX_TEMPLATES = 500;

/** How the tables of each maker are read: one template a maker. */
@Injectable()
export class ImportTemplatesService {
  constructor(@InjectModel(ImportTemplateModel) private readonly templates: typeof ImportTemplateModel) {}

  async list(): Promise<KeptImportTemplate[]> {
    return (await this.templates.findAll({ order: ['maker'] })).map(kept);
  }

  /** takes the place of what was kept for the maker */
  async keep(template: ImportTemplate): Promise<KeptImportTemplate> {
    const values = { maker: template.maker, template: JSON.stringify(template), savedAt: new Date() };
    const known = await this.templates.findOne({ where: { maker: template.maker } });
    if (known) return kept(await known.update(values));
    if ((await this.templates.count()) >= MAX_TEMPLATES)
      throw new ApiProblem(
        422,
        bodyOf('too-many', worded('server.templatesAlreadyExistRemoveOne', { maxTemplates: MAX_TEMPLATES }), { errors: [] }),
      );
    return kept(await this.templates.create({ id: randomUUID(), ...values }));
  }

  async remove(id: string): Promise<KeptImportTemplate> {
    const row = await this.templates.findByPk(id);
    if (!row) throw notFound(worded('server.importTemplate', { id }));
    await row.destroy();
    return kept(row);
  }
}

const kept = ({ id, template, savedAt }: ImportTemplateModel): KeptImportTemplate => ({
  id,
  savedAt: savedAt.toISOString(),
  template: JSON.parse(template) as ImportTemplate,
});
