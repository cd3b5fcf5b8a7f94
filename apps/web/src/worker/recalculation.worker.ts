import {
  compareLineSizes,
  runStudy,
  working,
  type LineSizes,
  type LineSizesRequest,
  type Study,
  type WorkingStep,
} from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { recalculate } from './outcome.js';

/** The steps behind one figure of one scenario, from a run of their own: they are asked for now and then, not drawn. */
function explain(study: Study, scenario: string, address: string): WorkingStep[] | null {
  const found = runStudy(study).scenarios.find((s) => s.id === scenario);
  return found?.model && found.result ? (working(found.model, found.result, address) ?? null) : null;
}

function compareSizes(study: Study, request: LineSizesRequest): LineSizes | null {
  return compareLineSizes(study, request) ?? null;
}

const api = { recalculate, explain, compareSizes };
export type RecalculationApi = typeof api;

Comlink.expose(api);
