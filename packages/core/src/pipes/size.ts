import { EN_12201 } from './data/pe.js';
import { B36_10 } from './data/b36-10.js';
import { PVC_OUTSIDE, PVC_SERIES, pvcWall } from './data/pvc.js';

type SizeProblem = { reason: 'unknown-size' | 'unknown-schedule'; known: string[] };

/** Outside diameter and wall, m, and the standard that they stand in. */
interface PipeDimensions {
  outside: number;
  wall: number;
  source: string;
}

/**
 * Inside diameter, m, of a nominal size and schedule: outside − 2·wall.
 *
 * @param size `"DN150"`, `"6 in"`, `"NPS 6"`, `"PE 110"`, `"PVC 110"`, `"OD 76.1"`
 * @param schedule `"40"`, `"sch 40"`, `"STD"`, `"XS"`, `"10S"`, `"SDR 11"` or a wall thickness
 * Example: insideOf('DN150', '40') → 0.15408
 */
export function insideOf(size: string, schedule: string): number | SizeProblem {
  const found = dimensionsOrProblem(size, schedule);
  return 'reason' in found ? found : found.inside;
}

/** The row of the table behind an inside diameter; undefined for what is not made. */
export function pipeDimensions(size: string, schedule: string): PipeDimensions | undefined {
  const found = dimensionsOrProblem(size, schedule);
  return 'reason' in found ? undefined : { outside: found.outside, wall: found.wall, source: found.source };
}

/**
 * Sources: ASME B36.10M by schedule; with a wall in place of the schedule (`"4.5 mm"`) the outside diameters of EN 10220 /
 * ISO 4200, series 1. Polyethylene by outside diameter and SDR: EN 12201-2. PVC-U by outside diameter and SDR: EN ISO 1452-2
 * with the walls of ISO 4065. `"OD 76.1"` is any outside diameter in mm, with a wall.
 */
function dimensionsOrProblem(size: string, schedule: string): (PipeDimensions & { inside: number }) | SizeProblem {
  const plastic = /^(PE|PVC|PVC-U|d)\s*(\d+)$/i.exec(size.trim());
  if (plastic) return /^pvc/i.test(plastic[1]!) ? pvcOf(Number(plastic[2]), schedule) : peOf(Number(plastic[2]), schedule);
  const free = /^OD\s*(\d+(?:\.\d+)?)(?:\s*mm)?$/i.exec(size.trim());
  if (free) return ofWall(Number(free[1]), schedule, 'outside diameter and wall as given');
  const row = findRow(size);
  if (!row) return { reason: 'unknown-size', known: B36_10.map(([dn]) => `DN${dn}`) };
  const [dn, , outside, walls] = row;
  if (WALL.test(schedule.trim())) return ofWall(EN_10220_OUTSIDE[dn] ?? outside, schedule, 'EN 10220, series 1; wall as given');
  const wall = wallOf(schedule, walls, outside);
  if (wall === undefined) return { reason: 'unknown-schedule', known: Object.keys(walls) };
  return dimensions(outside, wall, 'ASME B36.10M, table 1');
}

/** mm → m */
const dimensions = (outside: number, wall: number, source: string): PipeDimensions & { inside: number } => ({
  outside: outside / 1000,
  wall: wall / 1000,
  inside: (outside - 2 * wall) / 1000,
  source,
});

const WALL = /^(\d+(?:\.\d+)?)\s*mm$/;

/** outside diameters of EN 10220 series 1 that differ from ASME B36.10M, mm by DN */
const EN_10220_OUTSIDE: Readonly<Record<number, number>> = { 20: 26.9, 25: 33.7, 32: 42.4, 65: 76.1, 125: 139.7 };

function ofWall(outside: number, schedule: string, source: string): ReturnType<typeof dimensionsOrProblem> {
  const wall = Number(WALL.exec(schedule.trim())?.[1]);
  const isMade = wall > 0 && 2 * wall < outside;
  return isMade ? dimensions(outside, wall, source) : { reason: 'unknown-schedule', known: ['4.5 mm'] };
}

/** `"PE 110"` with `"SDR 11"` or `"SDR 17"` (EN 12201-2) */
function peOf(outside: number, schedule: string): ReturnType<typeof dimensionsOrProblem> {
  const row = EN_12201.find((r) => r[0] === outside);
  if (!row) return { reason: 'unknown-size', known: EN_12201.map(([d]) => `PE ${d}`) };
  const sdr = /^SDR\s*(11|17)$/i.exec(schedule.trim())?.[1];
  const wall = sdr === '11' ? row[1] : sdr === '17' ? row[2] : undefined;
  if (wall !== undefined) return dimensions(row[0], wall, 'EN 12201-2, table 2');
  return { reason: 'unknown-schedule', known: row[2] === undefined ? ['SDR 11'] : ['SDR 11', 'SDR 17'] };
}

/** `"PVC 110"` with `"SDR 21"` (EN ISO 1452-2) */
function pvcOf(outside: number, schedule: string): ReturnType<typeof dimensionsOrProblem> {
  if (!PVC_OUTSIDE.includes(outside)) return { reason: 'unknown-size', known: PVC_OUTSIDE.map((d) => `PVC ${d}`) };
  const wall = pvcWall(outside, /^SDR\s*(\d+(?:\.\d+)?)$/i.exec(schedule.trim())?.[1] ?? '');
  if (wall !== undefined) return dimensions(outside, wall, 'EN ISO 1452-2; ISO 4065');
  return { reason: 'unknown-schedule', known: Object.keys(PVC_SERIES).map((s) => `SDR ${s}`) };
}

/**
 * The schedule that a size is taken with when none is named: 40 in steel, SDR 11 in polyethylene, SDR 21 in PVC.
 * Undefined for a size that is not in the tables, and for a free outside diameter.
 */
export function usualSchedule(size: string): string | undefined {
  return ['40', 'SDR 11', 'SDR 21'].find((s) => typeof insideOf(size, s) === 'number');
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

export interface SizeCandidate {
  size: string;
  schedule: string;
  /** m */
  inside: number;
}

/**
 * Every nominal size that is made with the given schedule, in rising bore: the row of candidates that a line is chosen from.
 * A schedule in millimetres of wall belongs to one size alone; its neighbours are then those of schedule 40.
 * Example: sizeSeries('PE 110', 'SDR 11') → PE 25 … PE 630
 */
export function sizeSeries(size: string, schedule: string): SizeCandidate[] {
  const named = /^pvc/i.test(size.trim())
    ? PVC_OUTSIDE.map((d) => `PVC ${d}`)
    : /^(pe|d)\s*\d/i.test(size.trim())
      ? EN_12201.map(([d]) => `PE ${d}`)
      : B36_10.map(([dn]) => `DN${dn}`);
  const wall = WALL.test(schedule.trim());
  return named
    .map((name) => ({ size: name, schedule: wall ? '40' : schedule }))
    .map((c) => ({ ...c, inside: insideOf(c.size, c.schedule) }))
    .filter((c): c is SizeCandidate => typeof c.inside === 'number')
    .sort((a, b) => a.inside - b.inside);
}
