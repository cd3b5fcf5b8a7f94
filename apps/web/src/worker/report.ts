import type { Study } from '@cedar-knot/core';
import type { ReportDocument, ReportOptions } from '@cedar-knot/report';
import * as Comlink from 'comlink';
import type { ReportMade, ReportWorkerApi } from './report.worker.js';

/** Where a report is put together: in a worker on the page, plainly in a test. */
export interface ReportWork {
  /** the first sheets alone */
  first?(study: Study, options: ReportOptions): Promise<ReportDocument>;
  make(study: Study, options: ReportOptions): Promise<ReportMade>;
}

let made: ReportWork | undefined;

/** The worker that puts reports together; made when the view is opened first, and then the same. */
export function reportWorker(): ReportWork {
  if (made) return made;
  const worker = new Worker(new URL('./report.worker.ts', import.meta.url), { type: 'module' });
  const found = Comlink.wrap<ReportWorkerApi>(worker);
  made = {
    first: (study, options) => found.first(study, options),
    make: (study, options) => found.make(study, options),
  };
  return made;
}
