import {
  compareLineSizes,
  judgeCatalogue,
  runStudy,
  stageLadder,
  usable,
  workingChain,
  type LineSizes,
  type LineSizesRequest,
  type StageLadder,
  type Study,
} from '@cedar-knot/core';
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

/** The stages of a pump of a study in its position; null where no entry with a curve stands there. */
function ladder(study: Study, pump: string): StageLadder | null {
  const element = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump);
  const entry = study.pumps?.[String(element?.pump)];
  if (!entry) return null;
  const read = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: entry } }).pumps.get('x');
  const input = read && usable(read);
  return input ? stageLadder(study, pump, entry, input) : null;
}

const api = { recalculate, ladder, explain, compareSizes };
export type RecalculationApi = typeof api;

Comlink.expose(api);
