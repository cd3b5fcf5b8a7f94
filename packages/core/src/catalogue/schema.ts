import { PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS } from '../document/fields.js';
import { map, record } from '../document/json-schema.js';
import { CATALOGUE_FORMAT, MOST_ENTRIES, MOTOR_ENTRY_FIELDS } from './format.js';
import type { Word } from '../words/word.js';

/** JSON Schema (2020-12) of the catalogue file, made from the tables of fields that read it. @param say text of a label */
export function catalogueSchema(say: (word: Word | string) => string): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Cedar Knot catalogue, version 1',
    type: 'object',
    required: ['format', 'version'],
    properties: {
      format: { const: CATALOGUE_FORMAT },
      version: { const: 1 },
      title: { type: 'string' },
      maker: { type: 'string' },
      notes: { type: 'string' },
      pumps: map(record(say, PUMP_ENTRY_FIELDS), MOST_ENTRIES),
      valves: map(record(say, VALVE_ENTRY_FIELDS), MOST_ENTRIES),
      motors: map(record(say, MOTOR_ENTRY_FIELDS), MOST_ENTRIES),
    },
  };
}
