import { leastUnits, tripOf } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { begin } from './begin.js';
import { begunOwn } from './begin-own.js';
import { compareSizes, compareWhole, drive, explain, ladder } from './occasional.js';
import { recalculate } from './outcome.js';

const api = { recalculate, begin, begunOwn, ladder, drive, leastUnits, tripOf, compareWhole, explain, compareSizes };
export type RecalculationApi = typeof api;

Comlink.expose(api);
