import { REPORT_FORMATS, type ReportFormat } from '@cedar-knot/report';
import Joi from 'joi';

const id = Joi.string().guid({ version: 'uuidv4' });

/** The document itself is judged by the core, which knows paths and units; here only that there is one. */
const document = Joi.object().unknown(true);
const title = Joi.string().trim().min(1).max(300);
const version = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1);

export interface CreateBody {
  title?: string;
  document?: object;
  /** the study that it is kept as an alternative of */
  alternativeOf?: string;
}
export interface SaveBody {
  version: number;
  /** of this save: sent again, it is the same one */
  saveId?: string;
  document: object;
}
export interface RenameBody {
  version: number;
  title: string;
  tag?: string;
}
export interface PageQuery {
  before?: number;
  limit: number;
  named: boolean;
}

export interface ReportBody {
  document: object;
  format: ReportFormat;
  /** those of the study where nothing is said */
  units?: 'metric' | 'us';
  /** as it is printed */
  date?: string;
  /** no colour */
  ink: boolean;
}
export const REPORT = Joi.object<ReportBody>({
  document: document.required(),
  format: Joi.string()
    .valid(...REPORT_FORMATS)
    .required(),
  units: Joi.string().valid('metric', 'us'),
  date: Joi.string().trim().max(60),
  ink: Joi.boolean().default(false),
}).required();
export const ID = id.required() as Joi.Schema<string>;
export const CREATE = Joi.object<CreateBody>({ title, document, alternativeOf: id }).or('title', 'document').required();
export const SAVE = Joi.object<SaveBody>({ version: version.required(), saveId: id, document: document.required() }).required();
export const RENAME = Joi.object<RenameBody>({
  version: version.required(),
  title: title.required(),
  tag: Joi.string().trim().allow('').max(100),
}).required();
export const VERSION = version.required() as Joi.Schema<number>;
export const NAME_VERSION = Joi.object<{ name: string }>({ name: Joi.string().trim().allow('').max(200).required() }).required();
export const LIST = Joi.object<{ deleted: boolean }>({ deleted: Joi.boolean().default(false) });
export const PAGE = Joi.object<PageQuery>({
  before: version,
  limit: Joi.number().integer().min(1).max(500).default(100),
  named: Joi.boolean().default(false),
});
