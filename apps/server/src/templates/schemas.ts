import {
  LONGEST_LOGO,
  type ImportTemplate,
  type KeptImportTemplate,
  type KeptTemplate,
  type ReportTemplate,
} from '@cedar-knot/core';
import { id, like, list, may, named, object, oneOf, text, time, type Shape } from '../common/shape.js';

/** What of a report a plant keeps for all its studies. */
export const TEMPLATE: Shape<ReportTemplate> = named(
  'ReportTemplate',
  object({
    name: text(200, 1),
    company: may(text(200)),
    logo: may(like(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/, 'a PNG or JPEG as a data address', LONGEST_LOGO)),
    titleFields: may(list(object({ label: text(200, 1), text: may(text(200)) }), 20)),
    headings: may(list(object({ part: text(200, 1), text: text(200, 1) }), 50)),
    parts: may(list(text(200, 1), 50)),
    paper: may(oneOf(['A4', 'Letter'])),
  }),
);
export const KEPT_TEMPLATE: Shape<KeptTemplate> = named(
  'KeptTemplate',
  object({ id: id(), savedAt: time(), template: TEMPLATE }),
);
export const TEMPLATE_ID = id();

/** How the tables of a maker are read. */
export const IMPORT_TEMPLATE: Shape<ImportTemplate> = named(
  'ImportTemplate',
  object({
    maker: text(200, 1),
    decimal: may(oneOf(['.', ','])),
    encoding: may(text(40, 1)),
    layout: may(oneOf(['each', 'first'])),
    heads: may(list(object({ header: text(200, 1), column: may(text(80, 1)), unit: may(text(40, 1)) }), 200)),
    units: may(list(object({ column: text(80, 1), unit: text(40, 1) }), 50)),
  }),
);
export const KEPT_IMPORT_TEMPLATE: Shape<KeptImportTemplate> = named(
  'KeptImportTemplate',
  object({ id: id(), savedAt: time(), template: IMPORT_TEMPLATE }),
);
