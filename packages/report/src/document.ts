import { written } from '@cedar-knot/wording';
import type { Verdict } from '@cedar-knot/core';
import { msg } from './words.js';

/*
 * A report as it is before it is printed: sections of tables, figures and texts. The page on the screen, the PDF and the workbook are
 * made from it, so that they hold the same figures.
 */

/** What a report may be made of, in the order in which it stands. */
export const PARTS = [
  'cover',
  'revisions',
  'changes',
  'assumptions',
  'fluids',
  'pump-sheet',
  'lift-sheet',
  'valve-sheet',
  'candidates',
  'line-list',
  'equipment',
  'scenarios',
  'curves',
  'profile',
  'stations',
  'breakdown',
  'energy',
  'margins',
  'working',
  'notes',
] as const;
export type Part = (typeof PARTS)[number];

/** parts that begin on a page of their own: what leaves the building as a sheet */
export const SHEETS: ReadonlySet<Part> = new Set(['pump-sheet', 'valve-sheet', 'curves', 'working']);

export const PART_NAMES: Readonly<Record<Part, string>> = {
  cover: msg('report.cover'),
  revisions: msg('report.revisions'),
  changes: msg('report.changesSinceTheLast'),
  assumptions: msg('report.assumptionsAndLimits'),
  fluids: msg('report.fluids'),
  'pump-sheet': msg('report.pumpDataSheet'),
  'lift-sheet': msg('report.wellAndLiftSheet'),
  'valve-sheet': msg('report.valveDataSheet'),
  candidates: msg('report.candidates'),
  'line-list': msg('report.lineList'),
  equipment: msg('report.equipment'),
  scenarios: msg('report.scenarios'),
  curves: msg('report.curves'),
  profile: msg('report.elevationProfile'),
  stations: msg('report.longLineAndStations'),
  breakdown: msg('report.headBreakdown'),
  energy: msg('report.energy'),
  margins: msg('report.margins'),
  working: msg('report.calculation'),
  notes: msg('report.notes'),
};

/** In what a report can be written: pages, a workbook, its tables, the ledger alone, the document itself. */
export const REPORT_FORMATS = ['pdf', 'xlsx', 'zip', 'csv', 'json'] as const;
export type ReportFormat = (typeof REPORT_FORMATS)[number];

/** A number of the results: in SI as `solve` has it, and as it is shown. */
export interface NumberCell {
  /** SI; Pa absolute of a pressure at a place */
  si: number;
  /** in the unit that is shown */
  value: number;
  unit: string;
  /** significant figures in print */
  figures: number;
  verdict?: Verdict;
  /** what it is: `P1.flow`, `npsh-ratio:P1`, with its scenario */
  from?: string;
  scenario?: string;
}

export type Cell = string | NumberCell | null;

export interface Column {
  label: string;
  /** stands once in the head where all cells below have it */
  unit?: string;
  isText?: boolean;
  /** share of the width beside the other columns */
  width?: number;
}

export interface TableRow {
  cells: Cell[];
  isHeading?: boolean;
  /** its numbers are sums of the rows above it */
  isSum?: boolean;
}

export interface TableBlock {
  kind: 'table';
  caption?: string;
  columns: Column[];
  /** a row with a text alone is a heading over those below it */
  rows: TableRow[];
  /** printed close, where a sheet is to be on one page */
  isClose?: boolean;
}

export interface FigureBlock {
  kind: 'figure';
  caption: string;
  svg: string;
  width: number;
  height: number;
}

export interface TextBlock {
  kind: 'text';
  text: string;
  tone?: 'quiet' | 'fails' | 'strong' | 'formula';
}

export type Block = TableBlock | FigureBlock | TextBlock;

export interface Section {
  part: Part;
  title: string;
  /** name of the sheet in a workbook, unlike all others */
  name: string;
  blocks: Block[];
}

export interface ReportDocument {
  format: 'cedar-knot-report';
  version: 1;
  title: string;
  tag: string;
  preparedBy: string;
  /** of the day on which it was made, as it is printed */
  date: string;
  units: 'metric' | 'us';
  /** as the title block has it; empty without one */
  revision: string;
  /** how it stands to the revisions that were issued, in words; empty where nothing is known of them */
  standing: string;
  /** whose paper it is on: a name and a picture, where the study has them */
  company: string;
  /** `data:image/png;base64,…` or of a JPEG; its first bytes are those of such a picture */
  logo: string | null;
  /** margins that fail in a judged scenario: said on the first page, whatever parts are chosen */
  failing: string[];
  sections: Section[];
}

export const isNumber = (cell: Cell): cell is NumberCell => cell !== null && typeof cell !== 'string';

/** A cell as it is printed. */
export function cellText(cell: Cell): string {
  if (cell === null) return '–';
  if (!isNumber(cell)) return cell;
  return printed(cell.value, cell.figures);
}

/** a number with so many figures; whole numbers keep all of theirs */
export function printed(x: number, figures = 4): string {
  if (!Number.isFinite(x)) return '–';
  if (x === 0) return '0';
  const size = Math.abs(x);
  if (size >= 1e7 || size < 1e-4) return written(x.toExponential(figures - 1), '');
  const whole = Math.floor(Math.log10(Number(size.toPrecision(figures)))) + 1;
  return written(x.toFixed(Math.min(8, Math.max(0, figures - whole))), '');
}

/** What stands at the foot of a page. */
export const pageOf = (page: number, pages: number): string => msg('report.pageOf', { page, pages });
