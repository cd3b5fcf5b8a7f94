import type { Field, Fields } from '../fields/field.js';
import { PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS } from './fields.js';

const LISTS: Readonly<Record<string, Fields>> = { pumps: PUMP_ENTRY_FIELDS, valves: VALVE_ENTRY_FIELDS };

/**
 * What an entry of a pump or a valve is called on the screen, by its address: `pumps.p.curve[].npshr` → NPSHR, `pumps.p.motor.ratedPower` →
 * Motor, rated power. The last key of an address that leads nowhere.
 */
export function entryLabel(address: string): string {
  const [list, , ...keys] = address.split('.');
  let fields = LISTS[list ?? ''];
  let label = keys.at(-1) ?? address;
  let record: string | undefined;
  for (const key of keys) {
    const field: Field | undefined = fields?.[key.replace('[]', '')];
    if (!field) return label;
    label = field.label ?? label;
    if (field.type === 'record') record = field.label;
    fields = field.type === 'record' ? field.fields : field.type === 'list' ? field.of : undefined;
  }
  return record === undefined || record === label ? label : `${record}, ${label.toLowerCase()}`;
}
