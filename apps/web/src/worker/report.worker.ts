import { runStudy, type Study } from '@cedar-knot/core';
import {
  buildReport,
  contextOf,
  firstParts,
  ledger,
  offersReport,
  readOffers,
  type LedgerRow,
  type ReportDocument,
  type ReportOptions,
} from '@cedar-knot/report';
import { BookError, readBook } from '@cedar-knot/tables';
import { tableFileText } from '@cedar-knot/wording';
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
  /** the data sheets as a workbook that a maker fills in */
  async dataSheets(study: Study): Promise<Uint8Array> {
    // what writes spreadsheets is fetched when one is asked for
    const { dataSheetBook } = await import('@cedar-knot/report/data-sheets');
    return dataSheetBook(contextOf(study), study.report?.paper);
  },
  /** what came back, held against the study as it is; a text where the file cannot be read */
  async offers(study: Study, bytes: Uint8Array): Promise<ReportDocument | string> {
    try {
      const { sheets } = await readBook(bytes);
      const c = contextOf(study);
      return offersReport(c, readOffers(sheets, c));
    } catch (error) {
      if (error instanceof BookError) return tableFileText(error.fault, error.detail);
      throw error;
    }
  },
  async workbookOf(report: ReportDocument): Promise<Uint8Array> {
    const { reportWorkbook } = await import('@cedar-knot/report/data-sheets');
    return reportWorkbook(report, []);
  },
};
export type ReportWorkerApi = typeof api;

Comlink.expose(api);
