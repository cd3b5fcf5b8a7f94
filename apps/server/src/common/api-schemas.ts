import { applyDecorators } from '@nestjs/common';
import { ApiResponse } from '@nestjs/swagger';

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

const HEAD = { id, title: text, tag: text, version, savedAt: time, deletedAt: orNull(time) };

export const COMPONENTS: Readonly<Record<string, Schema>> = {
  Study: { type: 'object', description: 'A study document: docs/study.schema.json', additionalProperties: true },
  StudyHead: object(HEAD),
  StudyHeads: list(ref('StudyHead')),
  StudyWhole: object({ ...HEAD, document: ref('Study') }),
  Person: object({ name: text, initials: text }),
  PersonAnswer: object({ person: orNull(ref('Person')) }),
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
};

const REFUSALS: Readonly<Record<number, string>> = {
  400: 'The request is wrong; `errors` say where',
  401: 'Without the token of this data folder',
  404: 'Not there',
  409: 'Saved elsewhere meanwhile; nothing was overwritten',
  413: 'The body is too large',
  422: 'The study is wrong; `errors` say where',
  503: 'The database or the workers do not answer',
  507: 'The disk is full; nothing was changed',
};

export const answers = (status: number, schema: Schema): MethodDecorator =>
  ApiResponse({ status, description: 'As asked', schema: schema });

export const refusals = (...statuses: (keyof typeof REFUSALS)[]): MethodDecorator =>
  applyDecorators(...statuses.map((status) => ApiResponse({ status, description: REFUSALS[status]!, schema: ref('Problem') })));
