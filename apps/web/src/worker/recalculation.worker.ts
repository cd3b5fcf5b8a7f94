import { compareLineSizes, runStudy, workingChain, type LineSizes, type LineSizesRequest, type Study } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import type { WorkingPart } from '../state/studyStore.js';
import { recalculate } from './outcome.js';

/** The steps behind one figure of one scenario, from a run of their own: they are wanted now and then, not drawn. */
function explain(study: Study, scenario: string, address: string): readonly WorkingPart[] {
  const found = runStudy(study).scenarios.find((s) => s.id === scenario);
  return found?.model && found.result ? workingChain(found.model, found.result, address) : [];
}

function compareSizes(study: Study, request: LineSizesRequest): LineSizes | null {
  return compareLineSizes(study, request) ?? null;
}

const api = { recalculate, explain, compareSizes };
export type RecalculationApi = typeof api;

Comlink.expose(api);
