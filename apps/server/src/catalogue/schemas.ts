import {
  filtersOf,
  FOUND_ORDERS,
  OBJECTIVES,
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  type AttachmentHead,
  type CoverageField,
  type ModelEntry,
  type ModelHead,
  type ModelKind,
  type ModelWhole,
  type Objective,
  type Overview,
  type PumpFilter,
  type RevisionHead,
  type Sheet,
  type Vary,
} from '@cedar-knot/core';
import {
  figure,
  id,
  list,
  map,
  may,
  named,
  object,
  oneOf,
  open,
  orNull,
  positive,
  saying,
  text,
  time,
  usually,
  version,
  whole,
  yesNo,
  type May,
  type Of,
  type Shape,
} from '../common/shape.js';
import { PERSON } from '../people/schemas.js';
import { STUDY } from '../studies/schemas.js';

const KINDS = ['pumps', 'valves', 'motors'] as const;
const kind = oneOf<ModelKind>(KINDS);
/** judged by the core, which knows paths and units */
const ENTRY = named('CatalogueEntry', open('An entry of a catalogue: docs/catalogue.schema.json'));
const from = oneOf(['csv', 'xlsx', 'json', 'picture', 'typed', 'typical']);
/** what is said of where data come from, beside the data */
const SAID = { note: may(text(2000)), source: may(text(300)), page: may(text(100)), from: may(from) };

export const MODEL_ID = id();
export const REVISION = version();
/** in trade terms, what a model has to be: every filter that a column of the catalogue has */
const filters = (of: ModelKind) =>
  Object.fromEntries(
    filtersOf(of).map(({ filter: { key, value, words, numbers, range = [] } }) => [
      key,
      may<string | number>(
        numbers ? oneOf(numbers) : value === 'number' ? figure(...range) : words ? oneOf(words) : text(100, 1),
      ),
    ]),
  );
/** of a list of any kind: what a word is that only one of them knows, nobody judges */
const anyFilters = Object.fromEntries(
  KINDS.flatMap((of) => filtersOf(of)).map(({ filter: { key, value } }) => [
    key,
    may<string | number>(value === 'number' ? figure() : text(100, 1)),
  ]),
);
const FILTERS = filters('pumps') as unknown as { [K in keyof PumpFilter]-?: May<NonNullable<PumpFilter[K]>> };
const MOST_ROWS = 500;
const ORDER = { sort: usually(text(40, 1), 'name'), down: usually(yesNo(), false) };
/** what is asked of a list: `text` in names and types, `family` with its maker, `odd`: with warnings, and the filters of its columns */
const OF_LIST = {
  kind,
  retired: usually(yesNo(), false),
  text: may(text(200, 1)),
  family: may(text(400)),
  odd: may(yesNo()),
  ...anyFilters,
} as {
  kind: Shape<ModelKind>;
  retired: Shape<boolean>;
  text: May<string>;
  family: May<string>;
  odd: May<boolean>;
} & typeof FILTERS;
export const LIST_MODELS = object({
  ...OF_LIST,
  ...ORDER,
  from: usually(whole(0), 0),
  count: usually(whole(0, MOST_ROWS), 100),
  place: may(id()),
});
export const LIST_IDS = object({ ...OF_LIST, ...ORDER });
export const OVERVIEW_OF = object({ kind, retired: usually(yesNo(), false) });
export const FIELDS_OF = object({ ...OF_LIST, speed: may(positive(1e5)), chosen: may(id()) });
export const HEADS_OF = named('HeadsOfModels', object({ ids: list(id(), 2000) }));
export const LIST_ENTRIES = object({ kind: oneOf(['valves', 'motors']) });
export const ATTACH = object({ name: text(200, 1), role: usually(oneOf(['drawing', 'manual', 'curve', 'other']), 'other') });

export const IMPORT = named(
  'ImportCatalogue',
  object({
    source: may(
      object({
        file: may(text(300)),
        page: may(text(100)),
        rows: may(saying(map(text(100)), 'of each model, by kind and key: `pumps/tc150-400` → `412–487`')),
        from: may(from),
      }),
    ),
    catalogue: open<{ maker?: unknown } & Partial<Record<ModelKind, Record<string, Record<string, unknown>>>>>(
      'A catalogue file: docs/catalogue.schema.json',
    ),
  }),
);
export const CREATE_MODEL = named('CreateModel', object({ kind, key: may(text(60, 1)), entry: ENTRY, ...SAID }));
export type CreateModelBody = Of<typeof CREATE_MODEL>;
export const REVISE = named('Revise', object({ revision: version(), entry: ENTRY, ...SAID }));
export type ReviseBody = Of<typeof REVISE>;
export const REVISIONS_OF = named('ModelIds', object({ ids: list(id(), 400) }));
export const EXPORT = named(
  'ExportModels',
  object({
    format: oneOf(['json', 'csv', 'xlsx']),
    title: usually(text(200), 'Catalogue'),
    ids: list(id(), 50_000, 1),
  }),
);
export type ExportBody = Of<typeof EXPORT>;

export const RANK = named(
  'RankPumps',
  object({
    document: STUDY,
    pump: text(100, 1),
    vary: usually(oneOf<Vary>(['diameter', 'speed', 'none']), 'diameter'),
    objective: usually(oneOf<Objective>(OBJECTIVES), 'energy'),
    years: may(positive(100)),
    ...FILTERS,
  }),
);
export const FIND = named(
  'FindPumps',
  object({
    flow: positive(1e6),
    head: positive(1e6),
    staticHead: may(figure(-1e5, 1e5)),
    flowTolerance: may(figure(0, 10)),
    headTolerance: may(figure(0, 10)),
    npsha: may(figure(-100, 1e4)),
    ...FILTERS,
    density: usually(figure(100, 5000), WATER_AT_20_DENSITY),
    gravity: usually(figure(9, 10.5), STANDARD_GRAVITY),
    sort: usually(oneOf(FOUND_ORDERS), 'departure'),
    down: usually(yesNo(), false),
    from: usually(whole(0), 0),
    count: usually(whole(0, MOST_ROWS), 200),
  }),
);
export type FindBody = Of<typeof FIND>;

const word = orNull(text());
const HEAD = {
  id: id(),
  kind,
  key: text(),
  name: text(),
  maker: word,
  family: word,
  type: word,
  size: word,
  revision: version(),
  savedAt: time(),
  retiredAt: orNull(time()),
  warnings: list(text()),
  isTypical: yesNo(),
  from: word,
  summary: orNull(open()),
  words: open<ModelHead['words']>('what the entry says, by the columns of the catalogue'),
};
export const MODEL_HEAD: Shape<ModelHead> = named('ModelHead', object(HEAD));
export const MODEL_LIST = named(
  'ModelList',
  object({
    count: saying(whole(0), 'models that match'),
    notStated: saying(whole(0), 'how many of them, at the end, do not state all that is asked'),
    rows: list(named('ModelRow', object({ ...HEAD, notStated: may(list(text())) }))),
    place: saying(orNull(whole(-1)), 'where the model stands that was asked for; −1: nowhere'),
  }),
);
const facet = list(object({ value: text(), count: whole(0) }));
export const OVERVIEW: Shape<Overview> = named(
  'CatalogueOverview',
  object({
    total: whole(0),
    families: list(object({ name: text(), types: text(), count: whole(0) })),
    facets: map(facet),
  }),
);
export const COVERAGE = named(
  'CoverageFields',
  object({
    fields: list(object({ id: id(), name: text(), size: text(), summary: open<CoverageField['summary']>() })),
    speeds: list(figure()),
    speed: orNull(figure()),
    of: whole(0),
  }),
);
const { key, name, maker, type, size, revision } = HEAD;
export const MODEL_ENTRY: Shape<ModelEntry> = named(
  'ModelEntry',
  object({ id: HEAD.id, key, name, maker, type, size, revision, entry: ENTRY }),
);
const REVISION_HEAD: Shape<RevisionHead> = named(
  'RevisionHead',
  object({
    revision: version(),
    savedAt: time(),
    note: word,
    source: word,
    rows: word,
    page: word,
    by: orNull(PERSON),
    checkedBy: orNull(PERSON),
    checkedAt: orNull(time()),
  }),
);
export const ATTACHMENT: Shape<AttachmentHead> = named(
  'Attachment',
  object({ id: id(), name: text(), role: text(), mediaType: text(), size: whole(0), addedAt: time(), by: orNull(PERSON) }),
);
export const MODEL_WHOLE: Shape<ModelWhole> = named(
  'ModelWhole',
  object({
    ...HEAD,
    entry: ENTRY,
    revisions: list(REVISION_HEAD),
    attachments: list(ATTACHMENT),
    usedIn: list(object({ id: id(), title: text(), tag: text(), revision: orNull(version()) })),
  }),
);
export const MODEL_REVISION = named('ModelRevision', object({ revision: version(), entry: ENTRY }));
export const NEWEST_REVISIONS = list(object({ id: id(), revision: version(), retiredAt: orNull(time()) }));
/** the cells of a table with what is hidden, and why a cell has no value */
export const SHEETS: Shape<Sheet[]> = list(
  named(
    'Sheet',
    object({
      name: text(),
      isHidden: may(yesNo()),
      hiddenColumns: may(list(whole(0))),
      rows: list(
        object({
          line: whole(1),
          isHidden: may(yesNo()),
          cells: list(object({ text: text(), isNumber: may(yesNo()), fault: may(oneOf(['formula', 'error', 'date'])) })),
        }),
      ),
    }),
  ),
);
const found = orNull(figure());
/** a page of what was found, each with what lists show of it */
export const FOUND_PUMPS = named(
  'FoundPumps',
  object({
    candidates: list(
      object({
        head: MODEL_HEAD,
        model: id(),
        diameter: found,
        stages: whole(0),
        speed: figure(),
        verdict: oneOf(['holds', 'near', 'incomplete']),
        incomplete: list(object({ check: text(), missing: list(text()) })),
        duty: object({ flow: figure(), head: figure(), efficiency: found, npshr: found, shaftPower: found }),
        flowDeviation: figure(),
        headDeviation: figure(),
        notStated: may(list(text())),
      }),
    ),
    counts: object({
      tried: whole(0),
      candidates: whole(0),
      filtered: whole(0),
      unusable: whole(0),
      npsh: whole(0),
      beyond: whole(0),
    }),
  }),
);
