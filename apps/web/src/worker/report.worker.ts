import { runStudy, type Study } from '@cedar-knot/core';
import {
  buildReport,
  contextOf,
  firstParts,
  ledger,
  type LedgerRow,
  type ReportDocument,
  type ReportOptions,
} from '@cedar-knot/report';
import * as Comlink from 'comlink';
import { briefOf, compared } from './comparison.js';

/** What the report view shows. */
export interface ReportMade {
  report: ReportDocument;
  rows: LedgerRow[];
}

const api = {
  compared,
  briefOf,
  /** the first sheets, before the rest is put together */
  first(study: Study, options: ReportOptions): ReportDocument {
    return buildReport(study, { ...options, parts: firstParts(study, options) });
  },
  make(study: Study, options: ReportOptions): ReportMade {
    const { scenarios } = runStudy(study);
    return { report: buildReport(study, options, scenarios), rows: ledger(contextOf(study, options, scenarios)) };
  },
};
export type ReportWorkerApi = typeof api;

Comlink.expose(api);
