import { LONGEST_LOGO, type ReportTemplate } from '@cedar-knot/core';
import Joi from 'joi';

const line = (most: number) => Joi.string().trim().max(most);

/** What of a report a plant keeps for all its studies. */
export const TEMPLATE = Joi.object<ReportTemplate>({
  name: line(200).min(1).required(),
  company: line(200).allow(''),
  logo: Joi.string()
    .max(LONGEST_LOGO)
    .pattern(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/, 'a PNG or JPEG as a data address'),
  titleFields: Joi.array()
    .max(20)
    .items(Joi.object({ label: line(200).min(1).required(), text: line(200).allow('') })),
  headings: Joi.array()
    .max(50)
    .items(Joi.object({ part: line(200).min(1).required(), text: line(200).min(1).required() })),
  parts: Joi.array().max(50).items(line(200)),
  paper: Joi.string().valid('A4', 'Letter'),
}).required();

export const TEMPLATE_ID = Joi.string().guid({ version: 'uuidv4' }).required();
