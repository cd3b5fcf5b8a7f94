import JSZip from 'jszip';
import Papa from 'papaparse';
import { cellText, isNumber, type Cell, type ReportDocument } from './document.js';
import type { LedgerRow } from './ledger.js';
import { msg } from './words.js';
import { LEDGER_HEADS, ledgerCells } from './workbook.js';

/** what a spreadsheet would take for a formula is marked as text; a quantity like "-5 m" stays as it is */
const FORMULA = /^(?![+-]\d[\d.,\u202f]*(?: [^\s=+\-@|!]+)?$)[=+\-@\t\r]/;
const WRITTEN = { newline: '\n', escapeFormulae: FORMULA };
const plain = (c: Cell): string | number => (isNumber(c) ? Number(c.value.toPrecision(9)) : cellText(c));

/** The ledger as one table: every figure of every element and scenario, in the units that are shown and in SI. */
export function ledgerCsv(rows: readonly LedgerRow[]): string {
  return `${Papa.unparse([LEDGER_HEADS, ...rows.map((r) => ledgerCells(r).map(plain))], WRITTEN)}\n`;
}

/** One CSV a table of each part, and the ledger, in a zip. */
export async function reportZip(report: ReportDocument, rows: readonly LedgerRow[]): Promise<Uint8Array> {
  const zip = new JSZip();
  for (const s of report.sections) {
    const tables = s.blocks.filter((b) => b.kind === 'table' && b.rows.length > 0);
    tables.forEach((t, i) => {
      if (t.kind !== 'table') return;
      const heads = t.columns.map((c) => (c.unit ? `${c.label} [${c.unit}]` : c.label));
      const name = `${s.name}${tables.length > 1 ? ` ${t.caption ?? i + 1}` : ''}`.replace(/[^\p{L}\p{N} _-]/gu, '').trim();
      zip.file(`${name}.csv`, `${Papa.unparse([heads, ...t.rows.map((r) => r.cells.map(plain))], WRITTEN)}\n`);
    });
    s.blocks.forEach((b, i) => b.kind === 'figure' && zip.file(`${s.name} ${i + 1}.svg`, b.svg));
  }
  zip.file(`${msg('report.ledgerSheet')}.csv`, ledgerCsv(rows));
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' });
}
