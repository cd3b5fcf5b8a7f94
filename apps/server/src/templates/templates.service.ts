import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { KeptTemplate, ReportTemplate } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { ApiProblem, notFound } from '../common/problem.js';
import { WorkPool } from '../work/pool.js';

interface Row {
  id: string;
  template: string;
  saved_at: Date;
}

/** a plant has a handful of them */
const MAX_TEMPLATES = 100;

/** Letterheads, further lines of title blocks and wordings of reports that a plant keeps; studies take a copy. */
@Injectable()
export class TemplatesService {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly pool: WorkPool,
  ) {}

  async list(): Promise<KeptTemplate[]> {
    const rows = await this.sequelize.query<Row>('SELECT id, template, saved_at FROM report_templates ORDER BY name, id', {
      type: QueryTypes.SELECT,
    });
    return rows.map(kept);
  }

  async create(template: ReportTemplate): Promise<KeptTemplate> {
    await this.checkLogo(template);
    const [{ count }] = (await this.sequelize.query<{ count: number }>('SELECT COUNT(*) AS count FROM report_templates', {
      type: QueryTypes.SELECT,
    })) as [{ count: number }];
    if (Number(count) >= MAX_TEMPLATES)
      throw new ApiProblem(422, {
        error: 'too-many',
        message: `There are ${MAX_TEMPLATES} templates already; take one out that is not used.`,
        errors: [],
      });
    const row = { id: randomUUID(), name: template.name, template: JSON.stringify(template), saved_at: new Date() };
    await this.sequelize.query(
      'INSERT INTO report_templates (id, name, template, saved_at) VALUES (:id, :name, :template, :saved_at)',
      {
        replacements: row,
      },
    );
    return kept(row);
  }

  async replace(id: string, template: ReportTemplate): Promise<KeptTemplate> {
    await this.found(id);
    await this.checkLogo(template);
    const row = { id, name: template.name, template: JSON.stringify(template), saved_at: new Date() };
    await this.sequelize.query(
      'UPDATE report_templates SET name = :name, template = :template, saved_at = :saved_at WHERE id = :id',
      {
        replacements: row,
      },
    );
    return kept(row);
  }

  async remove(id: string): Promise<KeptTemplate> {
    const row = await this.found(id);
    await this.sequelize.query('DELETE FROM report_templates WHERE id = :id', { replacements: { id } });
    return kept(row);
  }

  /** a picture that cannot be read would be found out by whoever prints */
  private async checkLogo({ logo }: ReportTemplate): Promise<void> {
    if (logo !== undefined) await this.pool.run({ kind: 'logo', logo });
  }

  private async found(id: string): Promise<Row> {
    const [row] = await this.sequelize.query<Row>('SELECT id, template, saved_at FROM report_templates WHERE id = :id', {
      replacements: { id },
      type: QueryTypes.SELECT,
    });
    if (!row) throw notFound(`report template ${id}`);
    return row;
  }
}

const kept = ({ id, template, saved_at }: Row): KeptTemplate => ({
  id,
  savedAt: new Date(saved_at).toISOString(),
  template: JSON.parse(template) as ReportTemplate,
});
