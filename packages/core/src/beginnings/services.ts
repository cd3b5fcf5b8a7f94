import type { Beginning } from './beginning.js';
import { closedCircuit, headerWithConsumers } from './circuits.js';
import { boilerFeed, condensate } from './hot.js';
import { longLine } from './long.js';
import { riverToPlant, tankToTank, viscousTransfer, wellToTank } from './tanks.js';

/** Services with which a study can begin, in the order in which they are offered. */
export const BEGINNINGS = {
  'tank-to-tank': tankToTank,
  'river-to-plant': riverToPlant,
  'well-to-tank': wellToTank,
  'closed-circuit': closedCircuit,
  'boiler-feed': boilerFeed,
  'header-with-consumers': headerWithConsumers,
  'viscous-transfer': viscousTransfer,
  condensate,
  'long-line': longLine,
} as const satisfies Record<string, Beginning>;
export type BeginningName = keyof typeof BEGINNINGS;

export const beginningOf = (name: BeginningName): Beginning => BEGINNINGS[name];
