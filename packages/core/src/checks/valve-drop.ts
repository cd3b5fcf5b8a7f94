import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

/** Drop of a valve between the least and the largest that are allowed: of the element, else of its data. */
export const valveDrop: Check = {
  label: word('check.valve-drop'),
  short: word('check.valve-drop.short'),
  dimension: 'pressureDifference',
  limit: [0, Infinity],
  near: null,
  sense: 'band',
  worst: 'fails',
  source: word('check.valve-drop.source'),
  reasons: ['no-flow', 'not-given'],
  entry: word('check.valve-drop.entry'),
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s, isOwn) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    const least = (e.read.minDrop as number | undefined) ?? e.valve?.minDrop;
    const most = (e.read.maxDrop as number | undefined) ?? e.valve?.maxDrop;
    if (least === undefined && most === undefined && !isOwn) return 'not-given';
    const drop = worth('Δp', word('quantity.pressure-drop'), c.drop, 'pressureDifference', { from: `${e.id}.drop` });
    return { value: c.drop, limit: [least ?? 0, most ?? Infinity], how: () => ({ formula: 'Δp', inputs: [drop] }) };
  },
};
