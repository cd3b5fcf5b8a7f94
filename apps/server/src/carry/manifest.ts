import type { PackageOpened } from '@cedar-knot/core';
import { MOST_ATTACHMENTS } from '../catalogue/media.js';
import { COMPONENTS, described } from '../common/described.js';
import {
  id,
  like,
  list,
  named,
  object,
  oneOf,
  orNull,
  saying,
  text,
  time,
  version,
  whole,
  type Of,
  type Shape,
} from '../common/shape.js';
import { msg } from '../words.js';

/*
 * The list of what is in a study file to take along: manifest.json of the archive. docs/package.schema.json is written from it.
 */

export const MANIFEST_PATH = 'manifest.json';
/** where the document of the study lies */
export const STUDY_PATH = 'study.json';

const PATH = like(/^[\w-][\w.-]*(?:\/[\w-][\w.-]*)*$/, 'a path within the file', 200);
const HASH = like(/^[0-9a-f]{64}$/, 'SHA-256, hexadecimal', 64);

/** who did something; initials were not always asked for */
const BY = object({ name: text(200, 1), initials: text(10) });

const MODEL_REVISION = object({
  revision: version(),
  file: saying(PATH, 'an entry of a catalogue file'),
  savedAt: time(),
  note: orNull(text(2000)),
  source: orNull(text(300)),
  rows: orNull(text(100)),
  page: orNull(text(100)),
  by: orNull(BY),
  checkedBy: orNull(BY),
  checkedAt: orNull(time()),
});

const ATTACHMENT = object({
  id: id(),
  name: text(300, 1),
  role: text(20),
  file: saying(PATH, 'PDF, PNG or JPEG'),
  addedAt: time(),
  by: orNull(BY),
});

const MODEL = object({
  id: saying(id(), 'by which the entries of the study name it'),
  kind: oneOf(['pumps', 'valves', 'motors']),
  key: saying(text(64, 1), 'of catalogue files'),
  from: saying(orNull(oneOf(['csv', 'xlsx', 'json', 'picture', 'typed', 'typical'])), 'how it came into the catalogue'),
  retiredAt: orNull(time()),
  revisions: saying(list(MODEL_REVISION, 1000, 1), 'the oldest first'),
  attachments: list(ATTACHMENT, MOST_ATTACHMENTS),
});

const ISSUED = object({
  letter: text(20, 1),
  version: saying(version(), 'of the study, which it froze'),
  issuedAt: time(),
  date: saying(text(60), 'as it is printed'),
  purpose: text(1000),
  by: orNull(BY),
  sha256: saying(HASH, 'of the document'),
  core: saying(text(40), 'version of the calculation'),
  verdict: text(40),
  counts: object({ fails: whole(0), near: whole(0), holds: whole(0) }),
  name: saying(text(200, 1), 'of its papers, without their ending'),
  document: PATH,
  results: saying(PATH, 'as `solve` gives them'),
  pdf: PATH,
  xlsx: PATH,
});

export const MANIFEST = named(
  'PackageManifest',
  object({
    format: oneOf(['cedar-knot-package']),
    version: oneOf([1]),
    madeAt: time(),
    core: saying(text(40), 'version of the program that wrote it'),
    study: object({ title: text(300), tag: text(100), version: version() }),
    models: saying(list(MODEL, 2000), 'of the catalogue, which the study has taken'),
    revisions: saying(list(ISSUED, 500), 'issued, the oldest first'),
    files: saying(
      list(object({ path: PATH, size: whole(0, 200_000_000), sha256: HASH }), 10_000, 1),
      'all that the archive holds beside this list',
    ),
  }),
);
export type Manifest = Of<typeof MANIFEST>;
export type ManifestModel = Manifest['models'][number];
export type ManifestRevision = Manifest['revisions'][number];

/** What was opened. */
export const OPENED: Shape<PackageOpened> = named(
  'PackageOpened',
  object({
    id: id(),
    title: text(300),
    models: object({
      added: saying(whole(0), 'were not in the catalogue'),
      revised: saying(whole(0), 'have further revisions now'),
      known: saying(whole(0), 'stay as they are'),
    }),
    attachments: saying(whole(0), 'added'),
    revisions: saying(whole(0), 'issued ones, with their papers'),
  }),
);

/** docs/package.schema.json: JSON Schema draft 2020-12 of the list of a file, from what judges it. */
export function manifestSchema(): Record<string, unknown> {
  const { $ref } = described(MANIFEST) as { $ref: string };
  const at = '#/components/schemas/';
  const used = [$ref.slice(at.length)];
  // those that are named within, each once
  for (const name of used)
    for (const [, inner] of JSON.stringify(COMPONENTS[name]).matchAll(/#\/components\/schemas\/(\w+)/g))
      if (!used.includes(inner!)) used.push(inner!);
  const text = JSON.stringify({ $ref, $defs: Object.fromEntries(used.map((name) => [name, COMPONENTS[name]])) });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: msg('server.packageSchemaTitle'),
    ...(JSON.parse(text.replaceAll(at, '#/$defs/')) as object),
  };
}
