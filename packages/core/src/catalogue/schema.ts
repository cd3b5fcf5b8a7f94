import { map, orNull, pumpEntry, quantityDefinitions, record, valveEntry } from '../document/json-schema.js';
import { CATALOGUE_FORMAT, MOST_ENTRIES, MOTOR_ENTRY_FIELDS } from './format.js';
import type { Word } from '../words/word.js';

/** JSON Schema (2020-12) of the catalogue file, made from the tables of fields that read it. @param say text of a label */
export function catalogueSchema(say: (word: Word | string) => string): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Cedar Knot catalogue, version 1',
    $defs: quantityDefinitions(),
    type: 'object',
    required: ['format', 'version'],
    properties: {
      format: { const: CATALOGUE_FORMAT },
      version: { const: 1 },
      title: { type: ['string', 'null'] },
      maker: { type: ['string', 'null'] },
      notes: { type: ['string', 'null'] },
      pumps: orNull(map(pumpEntry(say), MOST_ENTRIES)),
      valves: orNull(map(valveEntry(say), MOST_ENTRIES)),
      motors: orNull(map(record(say, MOTOR_ENTRY_FIELDS), MOST_ENTRIES)),
    },
    additionalProperties: false,
  };
}
