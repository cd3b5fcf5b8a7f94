import type { ReportFormat } from '@cedar-knot/report';
import type { Response } from 'express';
import type { Stored } from './studies.service.js';

export const REPORT_MEDIA: Readonly<Record<ReportFormat, string>> = {
  pdf: 'application/pdf',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  csv: 'text/csv; charset=utf-8',
  zip: 'application/zip',
  json: 'application/json',
};

/** a document is answered as the text that it is, not parsed and written again */
export function sendStored(response: Response, { head, document }: Stored<object>): void {
  response.setHeader('Content-Type', 'application/json; charset=utf-8');
  response.send(`${JSON.stringify(head).slice(0, -1)},"document":${document}}`);
}
