import { leastUnits, tripOf } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { compareSizes, compareWhole, drive, explain, ladder } from './occasional.js';
import { recalculate } from './outcome.js';

const api = { recalculate, ladder, drive, leastUnits, tripOf, compareWhole, explain, compareSizes };
export type RecalculationApi = typeof api;

Comlink.expose(api);
