import { PARTS } from './document.js';
import { msg } from './words.js';

type Json = Readonly<Record<string, unknown>>;

/** an object of these entries and no others; those named are not always there */
const object = (properties: Readonly<Record<string, Json>>, optional: readonly string[] = []): Json => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((key) => !optional.includes(key)),
  additionalProperties: false,
});
const list = (items: Json): Json => ({ type: 'array', items });
const of = (title: string, schema: Json): Json => ({ ...schema, title });
const ref = (name: string): Json => ({ $ref: `#/$defs/${name}` });

const TEXT: Json = { type: 'string' };
const NUMBER: Json = { type: 'number' };
const COUNT: Json = { type: 'integer', minimum: 0 };
const YES: Json = { type: 'boolean' };

/** What `report --out FILE.json` writes: docs/report.schema.json, JSON Schema draft 2020-12. */
export const reportSchema = (): Json => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: msg('report.schemaTitle'),
  ...object({
    format: { const: 'cedar-knot-report' },
    version: { const: 1 },
    title: TEXT,
    tag: TEXT,
    preparedBy: TEXT,
    date: of(msg('report.schemaDate'), TEXT),
    units: { enum: ['metric', 'us'] },
    revision: of(msg('report.schemaRevision'), TEXT),
    standing: of(msg('report.schemaStanding'), TEXT),
    company: TEXT,
    logo: of(msg('report.schemaLogo'), { type: ['string', 'null'], pattern: '^data:image/(png|jpeg);base64,' }),
    failing: of(msg('report.schemaFailing'), list(TEXT)),
    sections: list(ref('section')),
  }),
  $defs: {
    section: object({
      part: { enum: [...PARTS] },
      title: TEXT,
      name: of(msg('report.schemaSheetName'), TEXT),
      blocks: list({ oneOf: [ref('table'), ref('figure'), ref('text')] }),
    }),
    table: object(
      {
        kind: { const: 'table' },
        caption: TEXT,
        columns: list(ref('column')),
        rows: list(ref('row')),
        isClose: of(msg('report.schemaClose'), YES),
      },
      ['caption', 'isClose'],
    ),
    column: object({ label: TEXT, unit: of(msg('report.schemaUnit'), TEXT), isText: YES, width: of(msg('report.schemaWidth'), NUMBER) }, ['unit', 'isText', 'width']), // prettier-ignore
    row: object(
      {
        cells: list({ oneOf: [TEXT, { type: 'null' }, ref('number')] }),
        isHeading: of(msg('report.schemaHeading'), YES),
        isSum: of(msg('report.schemaSum'), YES),
      },
      ['isHeading', 'isSum'],
    ),
    number: of(
      msg('report.schemaNumber'),
      object(
        {
          si: of(msg('report.schemaSi'), NUMBER),
          value: of(msg('report.schemaValue'), NUMBER),
          unit: TEXT,
          figures: of(msg('report.schemaFigures'), COUNT),
          verdict: { enum: ['holds', 'near', 'fails'] },
          from: of(msg('report.schemaFrom'), TEXT),
          scenario: TEXT,
        },
        ['verdict', 'from', 'scenario'],
      ),
    ),
    figure: object({ kind: { const: 'figure' }, caption: TEXT, svg: of(msg('report.schemaSvg'), TEXT), width: NUMBER, height: NUMBER }), // prettier-ignore
    text: object({ kind: { const: 'text' }, text: TEXT, tone: { enum: ['quiet', 'fails', 'strong', 'formula'] } }, ['tone']),
  },
});
