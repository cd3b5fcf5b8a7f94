import Joi from 'joi';

const id = Joi.string().guid({ version: 'uuidv4' });

/** The document itself is judged by the core, which knows paths and units; here only that there is one. */
const document = Joi.object().unknown(true);
const title = Joi.string().trim().min(1).max(300);

export interface CreateBody {
  title?: string;
  document?: object;
}
export interface SaveBody {
  version: number;
  document: object;
}
export interface RenameBody {
  version: number;
  title: string;
  tag?: string;
}

export const ID = id.required() as Joi.Schema<string>;
export const CREATE = Joi.object<CreateBody>({ title, document }).or('title', 'document').required();
export const SAVE = Joi.object<SaveBody>({
  version: Joi.number().integer().min(1).required(),
  document: document.required(),
}).required();
export const RENAME = Joi.object<RenameBody>({
  version: Joi.number().integer().min(1).required(),
  title: title.required(),
  tag: Joi.string().trim().allow('').max(100),
}).required();
export const VERSION = Joi.number().integer().min(1).required() as Joi.Schema<number>;
export const NAME_VERSION = Joi.object<{ name: string }>({ name: Joi.string().trim().allow('').max(200).required() }).required();
export const LIST = Joi.object<{ deleted: boolean }>({ deleted: Joi.boolean().default(false) });
