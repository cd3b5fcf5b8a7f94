import type { Study, UnitSystem } from '@cedar-knot/core';
import type { ReportDocument, ReportOptions } from '@cedar-knot/report';
import * as Comlink from 'comlink';
import type { Compared, VersionBrief } from './comparison.js';
import type { ReportMade, ReportWorkerApi } from './report.worker.js';

/** Where a report is put together: in a worker on the page, plainly in a test. */
export interface ReportWork {
  /** the first sheets alone */
  first?(study: Study, options: ReportOptions): Promise<ReportDocument>;
  make(study: Study, options: ReportOptions): Promise<ReportMade>;
}

/** Data sheets for makers, and what came back of them: beside the reports, in their worker. */
export interface OfferWork {
  dataSheets(study: Study): Promise<Uint8Array>;
  offers(study: Study, bytes: Uint8Array): Promise<ReportDocument | string>;
  workbookOf(report: ReportDocument): Promise<Uint8Array>;
}

/** Where studies are held against each other: beside the reports, in their worker. */
export interface ComparisonWork {
  compared(before: Study, after: Study, pump: string | undefined, units: UnitSystem): Promise<Compared>;
  briefOf(before: Study | undefined, version: Study): Promise<VersionBrief>;
}

let remote: Comlink.Remote<ReportWorkerApi> | undefined;
let made: ReportWork | undefined;

/** made when a view opens that needs it, and then the same */
function worker(): Comlink.Remote<ReportWorkerApi> {
  remote ??= Comlink.wrap<ReportWorkerApi>(new Worker(new URL('./report.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}

/** The worker that puts reports together. */
export function reportWorker(): ReportWork {
  const found = worker();
  made ??= {
    first: (study, options) => found.first(study, options),
    make: (study, options) => found.make(study, options),
  };
  return made;
}

export const comparisonWork: ComparisonWork = {
  compared: (...asked) => worker().compared(...asked),
  briefOf: (...asked) => worker().briefOf(...asked),
};

export const offerWork: OfferWork = {
  dataSheets: (study) => worker().dataSheets(study),
  offers: (...asked) => worker().offers(...asked),
  workbookOf: (report) => worker().workbookOf(report),
};
