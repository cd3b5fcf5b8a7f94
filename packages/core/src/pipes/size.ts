import { EN_12201 } from './data/pe.js';
import { B36_10 } from './data/b36-10.js';

export interface PipeSize {
  /** nominal diameter, mm (DN) and inches (NPS) */
  dn: number;
  nps: string;
  /** m */
  outside: number;
  schedules: readonly string[];
}

export const PIPE_SIZES: readonly PipeSize[] = B36_10.map(([dn, nps, outside, walls]) => ({
  dn,
  nps,
  outside: outside / 1000,
  schedules: Object.keys(walls),
}));

export type SizeProblem = { reason: 'unknown-size' | 'unknown-schedule'; known: string[] };

/**
 * Inside diameter, m, of a nominal size and schedule: outside − 2·wall.
 * Source: ASME B36.10M; with a wall in place of the schedule (`"4.5 mm"`) the outside diameters are those of ISO 4200 series 1
 * for the same DN.
 *
 * Polyethylene by outside diameter and SDR: EN 12201-2.
 *
 * @param size `"DN150"`, `"6 in"`, `"NPS 6"`, `"PE 110"` @param schedule `"40"`, `"sch 40"`, `"STD"`, `"XS"`, `"10S"` or a wall thickness
 * Example: insideOf('DN150', '40') → 0.15408
 */
export function insideOf(size: string, schedule: string): number | SizeProblem {
  const pe = /^(?:PE|d)\s*(\d+)$/i.exec(size.trim());
  if (pe) return insideOfPe(Number(pe[1]), schedule);
  const row = findRow(size);
  if (!row) return { reason: 'unknown-size', known: B36_10.map(([dn]) => `DN${dn}`) };
  const [, , outside, walls] = row;
  const wall = wallOf(schedule, walls, outside);
  if (wall === undefined) return { reason: 'unknown-schedule', known: Object.keys(walls) };
  return (outside - 2 * wall) / 1000;
}

/** `"PE 110"` with `"SDR 11"` or `"SDR 17"` (EN 12201-2) */
function insideOfPe(outside: number, schedule: string): number | SizeProblem {
  const row = EN_12201.find((r) => r[0] === outside);
  if (!row) return { reason: 'unknown-size', known: EN_12201.map(([d]) => `PE ${d}`) };
  const sdr = /^SDR\s*(11|17)$/i.exec(schedule.trim())?.[1];
  const wall = sdr === '11' ? row[1] : sdr === '17' ? row[2] : undefined;
  return wall === undefined
    ? { reason: 'unknown-schedule', known: row[2] === undefined ? ['SDR 11'] : ['SDR 11', 'SDR 17'] }
    : (row[0] - 2 * wall) / 1000;
}

/** Nominal size in inches, as the fitting correlations want it; undefined for an unknown size. */
export function nominalInches(size: string): number | undefined {
  const row = findRow(size);
  return row ? inches(row[1]) : undefined;
}

function findRow(size: string): (typeof B36_10)[number] | undefined {
  const text = size.trim();
  const dn = /^DN\s*(\d+)$/i.exec(text);
  if (dn) return B36_10.find((r) => r[0] === Number(dn[1]));
  const nps = /^(?:NPS\s*)?([\d./\s-]+?)\s*(?:in|"|inch)?$/i.exec(text);
  if (!nps) return undefined;
  const wanted = inches(nps[1]!.trim());
  return B36_10.find((r) => Math.abs(inches(r[1]) - wanted) < 1e-6);
}

/** `"1-1/2"`, `"1 1/2"`, `"6"` or `"2.5"` → inches */
function inches(text: string): number {
  return text
    .split(/[-\s]+/)
    .map((part) => {
      const [a, b] = part.split('/');
      return b === undefined ? Number(a) : Number(a) / Number(b);
    })
    .reduce((sum, x) => sum + x, 0);
}

function wallOf(schedule: string, walls: Readonly<Record<string, number>>, outside: number): number | undefined {
  const text = schedule.trim();
  const thickness = /^([\d.]+)\s*mm$/.exec(text);
  if (thickness) {
    const wall = Number(thickness[1]);
    return wall > 0 && 2 * wall < outside ? wall : undefined;
  }
  const name = text
    .replace(/^sch(?:edule)?\.?\s*/i, '')
    .replace(/^(\d+)S$/i, '$1')
    .toUpperCase();
  if (walls[name] !== undefined) return walls[name];
  // B36.10M, table 1: STD is schedule 40 to NPS 10, XS is schedule 80 to NPS 8
  if (name === 'STD' && outside < 300) return walls['40'];
  if (name === 'XS' && outside < 250) return walls['80'];
  return undefined;
}
