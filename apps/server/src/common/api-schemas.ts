import { applyDecorators } from '@nestjs/common';
import { ApiResponse, type ApiResponseOptions, type OpenAPIObject } from '@nestjs/swagger';

/* The shapes of the API, as its description carries them; a test holds real answers against them. */

type Schema = Readonly<Record<string, unknown>>;

const object = (properties: Record<string, Schema>, optional: readonly string[] = []): Schema => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((k) => !optional.includes(k)),
  additionalProperties: false,
});
const text = { type: 'string' };
const count = { type: 'integer', minimum: 0 };
const version = { type: 'integer', minimum: 1 };
const time = { type: 'string', format: 'date-time' };
const id = { type: 'string', format: 'uuid' };
const orNull = (of: Schema): Schema => ({ anyOf: [of, { type: 'null' }] });
const list = (of: Schema): Schema => ({ type: 'array', items: of });
export const ref = (name: string): { $ref: string } => ({ $ref: `#/components/schemas/${name}` });

const HEAD = { id, title: text, tag: text, version, savedAt: time, deletedAt: orNull(time), alternativeOf: orNull(id) };

const figure = { type: 'number' };
const MODEL_KIND = { ...text, enum: ['pumps', 'valves', 'motors'] };
const MODEL_HEAD = {
  id,
  kind: MODEL_KIND,
  key: text,
  name: text,
  maker: orNull(text),
  family: orNull(text),
  type: orNull(text),
  size: orNull(text),
  revision: version,
  savedAt: time,
  retiredAt: orNull(time),
  warnings: list(text),
  isTypical: { type: 'boolean' },
  from: orNull(text),
  summary: orNull({ type: 'object', additionalProperties: true }),
  words: { type: 'object', additionalProperties: true },
};
const SAID = { note: text, source: text, page: text, from: text };

export const COMPONENTS: Readonly<Record<string, Schema>> = {
  Study: { type: 'object', description: 'A study document: docs/study.schema.json', additionalProperties: true },
  StudyHead: object(HEAD),
  StudyHeads: list(ref('StudyHead')),
  StudyWhole: object({ ...HEAD, document: ref('Study') }),
  Person: object({ name: text, initials: text }),
  PersonAnswer: object({ person: orNull(ref('Person')) }),
  ReportTemplate: object(
    {
      name: text,
      company: text,
      logo: { ...text, description: 'PNG or JPEG as a data address' },
      titleFields: list(object({ label: text, text }, ['text'])),
      headings: list(object({ part: text, text })),
      parts: list(text),
      paper: { ...text, enum: ['A4', 'Letter'] },
    },
    ['company', 'logo', 'titleFields', 'headings', 'parts', 'paper'],
  ),
  KeptTemplate: object({ id, savedAt: time, template: ref('ReportTemplate') }),
  ReportTemplates: list(ref('KeptTemplate')),
  VersionHead: object({ version, savedAt: time, name: orNull(text), by: orNull(ref('Person')) }),
  VersionPage: object({ versions: list(ref('VersionHead')), kept: count, next: orNull(version) }),
  VersionWhole: object({ version, savedAt: time, name: orNull(text), by: orNull(ref('Person')), document: ref('Study') }),
  DocumentChange: object({ path: text, before: {}, after: {} }, ['before', 'after']),
  DocumentChanges: list(ref('DocumentChange')),
  Health: object({ status: text, database: text, instance: orNull(text) }),
  Problem: {
    ...object(
      {
        error: { ...text, description: 'a word that stays' },
        message: { ...text, description: 'a sentence for a person' },
        errors: list(object({ path: text, message: text, code: text }, ['code'])),
        version,
        savedAt: time,
        changes: ref('DocumentChanges'),
      },
      ['errors', 'version', 'savedAt', 'changes'],
    ),
    description: 'Every refusal: what, and where it is wrong',
  },
  Create: object({ title: text, document: ref('Study') }, ['title', 'document']),
  Save: object({ version, saveId: { ...id, description: 'the same once more is the same save' }, document: ref('Study') }, [
    'saveId',
  ]),
  Rename: object({ version, title: text, tag: text }, ['tag']),
  NameVersion: object({ name: text }),
  ModelHead: object(MODEL_HEAD),
  ModelHeads: list(ref('ModelHead')),
  ModelEntries: list(
    object({
      id,
      key: text,
      name: text,
      maker: orNull(text),
      type: orNull(text),
      size: orNull(text),
      revision: version,
      entry: ref('CatalogueEntry'),
    }),
  ),
  ModelWhole: object({
    ...MODEL_HEAD,
    entry: ref('CatalogueEntry'),
    revisions: list(ref('RevisionHead')),
    attachments: list(ref('Attachment')),
    usedIn: list(object({ id, title: text, tag: text, revision: orNull(version) })),
  }),
  CatalogueEntry: {
    type: 'object',
    description: 'An entry of a catalogue: docs/catalogue.schema.json',
    additionalProperties: true,
  },
  RevisionHead: object({
    revision: version,
    savedAt: time,
    note: orNull(text),
    source: orNull(text),
    rows: orNull(text),
    page: orNull(text),
    by: orNull(ref('Person')),
    checkedBy: orNull(ref('Person')),
    checkedAt: orNull(time),
  }),
  ModelRevision: object({ revision: version, entry: ref('CatalogueEntry') }),
  Attachment: object({ id, name: text, role: text, mediaType: text, size: count, addedAt: time, by: orNull(ref('Person')) }),
  CreateModel: object({ kind: MODEL_KIND, key: text, entry: ref('CatalogueEntry'), ...SAID }, ['key', ...Object.keys(SAID)]),
  Revise: object({ revision: version, entry: ref('CatalogueEntry'), ...SAID }, Object.keys(SAID)),
  ModelIds: object({ ids: list(id) }),
  NewestRevisions: list(object({ id, revision: version, retiredAt: orNull(time) })),
  ImportCatalogue: object(
    { source: { type: 'object', additionalProperties: true }, catalogue: { type: 'object', additionalProperties: true } },
    ['source'],
  ),
  Sheets: list(object({ name: text, rows: list(list(text)) })),
  ExportModels: object({ format: { ...text, enum: ['json', 'csv', 'xlsx'] }, title: text, ids: list(id) }, ['title']),
  PrintReport: object(
    {
      document: ref('Study'),
      format: { ...text, enum: ['pdf', 'xlsx', 'csv', 'zip', 'json'] },
      units: { ...text, enum: ['metric', 'us'] },
      date: text,
      ink: { type: 'boolean' },
    },
    ['units', 'date', 'ink'],
  ),
  RankPumps: { type: 'object', required: ['document', 'pump'], additionalProperties: true },
  FindPumps: { type: 'object', required: ['flow', 'head'], additionalProperties: true },
  FoundPumps: object({
    candidates: list(
      object({
        model: id,
        diameter: orNull(figure),
        stages: count,
        speed: figure,
        duty: object({
          flow: figure,
          head: figure,
          efficiency: orNull(figure),
          npshr: orNull(figure),
          shaftPower: orNull(figure),
        }),
        flowDeviation: figure,
        headDeviation: figure,
      }),
    ),
    counts: { type: 'object', additionalProperties: count },
  }),
};

const REFUSALS: Readonly<Record<number, string>> = {
  400: 'The request is wrong; `errors` say where',
  401: 'Neither the key of this start nor a session of the account that asks',
  403: 'From a page of another site, or to another host',
  404: 'Not there',
  409: 'Saved elsewhere meanwhile, or a save id that belongs to another document; nothing was overwritten',
  413: 'Larger than what is taken',
  415: 'A character set or encoding that is not read',
  422: 'The content is wrong; `errors` say where',
  503: 'Too many requests wait, then with Retry-After, or the database does not answer',
  507: 'The disk is full; nothing was changed',
};
/** what any request may be answered, and any that sends something */
const OF_ALL = [400, 403, 503];
const OF_GUARDED = [401];
const OF_BODIES = [413, 415];

const refusal = (status: number): ApiResponseOptions & { description: string } => ({
  description: REFUSALS[status]!,
  content: { 'application/json': { schema: ref('Problem') } },
});

export const answers = (status: number, schema: Schema): MethodDecorator =>
  ApiResponse({ status, description: 'As asked', schema: schema });

/** refusals of this operation's own; those that any may give are added to the whole description */
export const refusals = (...statuses: (keyof typeof REFUSALS)[]): MethodDecorator =>
  applyDecorators(...statuses.map((status) => ApiResponse({ status, ...refusal(status) })));

/** Adds to every operation what is refused before it is reached. @param open addresses that are answered to anybody */
export function addCommonRefusals(document: OpenAPIObject, open: string): void {
  for (const [path, item] of Object.entries(document.paths))
    for (const operation of Object.values(item as Record<string, Operation>)) {
      const statuses = [...OF_ALL, ...(path === open ? [] : OF_GUARDED), ...(operation.requestBody ? OF_BODIES : [])];
      for (const status of statuses) operation.responses[status] ??= refusal(status);
    }
}

interface Operation {
  requestBody?: object;
  responses: Record<string, object>;
}
