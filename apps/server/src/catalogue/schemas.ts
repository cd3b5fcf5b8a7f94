import {
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  type ModelKind,
  type Objective,
  type PumpFilter,
  type Vary,
  type Wanted,
} from '@cedar-knot/core';
import Joi from 'joi';

const id = Joi.string().guid({ version: 'uuidv4' });
const kind = Joi.string().valid('pumps', 'valves', 'motors');
const note = Joi.string().trim().allow('').max(2000);
const page = Joi.string().trim().allow('').max(100);
const file = Joi.string().trim().allow('').max(300);
const revision = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1);
/** judged by the core, which knows paths and units */
const entry = Joi.object().unknown(true);
const from = Joi.string().valid('csv', 'xlsx', 'json', 'picture', 'typed', 'typical');

/** what is said of where data come from, beside the data */
const said = { note, source: file, page, from };

interface Said {
  note?: string;
  source?: string;
  page?: string;
  from?: string;
}

interface Source {
  file?: string;
  page?: string;
  /** of each model, by kind and key: `pumps/tc150-400` → `412–487` */
  rows?: Record<string, string>;
  from?: string;
}
export interface ImportBody {
  source?: Source;
  catalogue: { maker?: unknown } & Partial<Record<ModelKind, Record<string, Record<string, unknown>>>>;
}
export interface CreateModelBody extends Said {
  kind: ModelKind;
  key?: string;
  entry: Record<string, unknown>;
}
export interface ReviseBody extends Said {
  revision: number;
  entry: Record<string, unknown>;
}
export interface ListQuery {
  kind: ModelKind;
  retired: boolean;
}
export interface ExportBody {
  format: 'json' | 'csv' | 'xlsx';
  title: string;
  ids: string[];
}

export const MODEL_ID = id.required() as Joi.Schema<string>;
export const REVISION = revision.required() as Joi.Schema<number>;
export const LIST_MODELS = Joi.object<ListQuery>({ kind: kind.required(), retired: Joi.boolean().default(false) });
export const LIST_ENTRIES = Joi.object<ListQuery>({ kind: kind.invalid('pumps').required() });
export const IMPORT = Joi.object<ImportBody>({
  source: Joi.object({ file, page, rows: Joi.object().pattern(Joi.string().max(100), Joi.string().max(100)), from }),
  catalogue: Joi.object().unknown(true).required(),
}).required();
export const CREATE_MODEL = Joi.object<CreateModelBody>({
  kind: kind.required(),
  key: Joi.string().trim().min(1).max(60),
  entry: entry.required(),
  ...said,
}).required();
export const REVISE = Joi.object<ReviseBody>({
  revision: revision.required(),
  entry: entry.required(),
  ...said,
}).required();
export const REVISIONS_OF = Joi.object<{ ids: string[] }>({ ids: Joi.array().items(id).max(400).required() }).required();
export const EXPORT = Joi.object<ExportBody>({
  format: Joi.string().valid('json', 'csv', 'xlsx').required(),
  title: Joi.string().trim().allow('').max(200).default('Catalogue'),
  ids: Joi.array().items(id).min(1).max(50_000).required(),
}).required();
export const ATTACH = Joi.object<{ name: string; role: string }>({
  name: Joi.string().trim().min(1).max(200).required(),
  role: Joi.string().valid('drawing', 'manual', 'curve', 'other').default('other'),
}).required();
/** in trade terms, what a pump has to be */
const filter = {
  type: Joi.string().max(40),
  frequency: Joi.number().min(1).max(1000),
  liquid: Joi.string().max(100),
  material: Joi.string().max(100),
  use: Joi.string().max(100),
  phases: Joi.number().valid(1, 3),
  maxSpeed: Joi.number().positive().max(1e5),
};
export interface RankBody extends PumpFilter {
  document: object;
  pump: string;
  vary: Vary;
  objective: Objective;
}
export const RANK = Joi.object<RankBody>({
  document: Joi.object().unknown(true).required(),
  pump: Joi.string().max(100).required(),
  vary: Joi.string().valid('diameter', 'speed', 'none').default('diameter'),
  objective: Joi.string().valid('energy', 'best-efficiency', 'stages', 'npsh').default('energy'),
  ...filter,
}).required();
const positive = Joi.number().positive().max(1e6);
export const FIND = Joi.object<Wanted>({
  flow: positive.required(),
  head: positive.required(),
  staticHead: Joi.number().min(-1e5).max(1e5),
  flowTolerance: Joi.number().min(0).max(10),
  headTolerance: Joi.number().min(0).max(10),
  npsha: Joi.number().min(-100).max(1e4),
  ...filter,
  density: Joi.number().min(100).max(5000).default(WATER_AT_20_DENSITY),
  gravity: Joi.number().min(9).max(10.5).default(STANDARD_GRAVITY),
}).required();
