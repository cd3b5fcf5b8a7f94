import type { Field, Fields } from '../fields/field.js';
import { ELEMENT_KINDS } from '../elements/index.js';
import { PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS } from './fields.js';
import { word, type Word } from '../words/word.js';

/** of elements and points, by their key: `x.ratedPressure` */
const OWN: Fields = Object.assign({}, ...Object.values(ELEMENT_KINDS).map((k) => k.fields)) as Fields;
const LISTS: Readonly<Record<string, Fields>> = { pumps: PUMP_ENTRY_FIELDS, valves: VALVE_ENTRY_FIELDS };

/**
 * What an entry is called on the screen, by its address: `pumps.p.curve[].npshr` → NPSHR, `pumps.p.motor.ratedPower` → Rated power (Motor);
 * of an element `x.ratedPressure` → Rated pressure. The last key of an address that leads nowhere.
 */
export function entryLabel(address: string): Word | string {
  const parts = address.split('.');
  const list = LISTS[parts[0] ?? ''];
  const keys = parts.slice(list ? 2 : 1);
  let fields: Fields | undefined = list ?? OWN;
  let label: Word | string = keys.at(-1) ?? address;
  let record: Word | string | undefined;
  for (const key of keys) {
    const field: Field | undefined = fields?.[key.replace('[]', '')];
    if (!field) return label;
    label = field.label ?? label;
    if (field.type === 'record') record = field.label;
    fields = field.type === 'record' ? field.fields : field.type === 'list' ? field.of : undefined;
  }
  return record === undefined || record === label ? label : word('field.in-record', { record, label });
}
