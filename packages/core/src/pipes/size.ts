import { B36_10 } from './data/b36-10.js';
import { B36_19 } from './data/b36-19.js';
import { EN_1057 } from './data/copper.js';
import { DUCTILE_OUTSIDE, ductileLining, ductileWall } from './data/ductile.js';
import { PE_OUTSIDE, PE_SERIES, peWall } from './data/pe.js';
import { PVC_OUTSIDE, PVC_SERIES, pvcWall } from './data/pvc.js';
import { word, type Word } from '../words/word.js';

type SizeProblem = { reason: 'unknown-size' | 'unknown-schedule'; known: string[] };

/** Outside diameter and wall, m, and the standard that they stand in. */
interface PipeDimensions {
  outside: number;
  wall: number;
  source: Word;
}

/**
 * Inside diameter, m, of a nominal size and schedule: outside − 2·wall.
 *
 * @param size `"DN150"`, `"6 in"`, `"NPS 6"`, `"PE 110"`, `"PVC 110"`, `"DI 200"`, `"Cu 22"`, `"PVC 4 in"`, `"HDPE 6 in"`, `"OD 76.1"`
 * @param schedule `"40"`, `"sch 40"`, `"STD"`, `"XS"`, `"10S"`, `"SDR 11"`, `"K9"`, `"DR 17"` or a wall thickness
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

type Found = (PipeDimensions & { inside: number }) | SizeProblem;

/** Pipe of one kind of making: how its sizes are written, which there are, and the wall of each. */
interface Family {
  pattern: RegExp;
  /** mass of the wall, kg/m³ */
  density: number;
  /** names of its sizes, rising */
  names: () => string[];
  usual: string;
  find: (nominal: string, schedule: string, size: string) => Found;
}

/** a lining takes of the bore and adds to the weight what it weighs */
const CEMENT_DENSITY = 2400;

/**
 * Sources: steel ASME B36.10M, stainless ASME B36.19M (schedules with S), with a wall in place of the schedule (`"4.5 mm"`) the outside
 * diameters of EN 10220 / ISO 4200, series 1; polyethylene EN 12201-2, PVC-U EN ISO 1452-2, both by the series of ISO 4065; ductile
 * iron EN 545 by class K; copper EN 1057; in US sizes PVC by ASTM D1785 (schedule) and D2241 (SDR), HDPE by ASTM F714 (DR), walls at
 * their least. `"OD 76.1"` is any outside diameter in mm, with a wall.
 */
const FAMILIES: readonly Family[] = [
  {
    pattern: /^PVC(?:-U)?\s+(?:IPS\s*)?([\d./\s-]+?)\s*(?:in|"|inch)$/i,
    density: 1400,
    names: () => US_PLASTIC.map((nps) => `PVC ${nps} in`),
    usual: '40',
    find: (nominal, schedule) => usPlastic(nominal, schedule, true),
  },
  {
    pattern: /^(?:HD)?PE\s+(?:IPS\s*)?([\d./\s-]+?)\s*(?:in|"|inch)$/i,
    density: 955,
    names: () => US_PLASTIC.map((nps) => `HDPE ${nps} in`),
    usual: 'DR 11',
    find: (nominal, schedule) => usPlastic(nominal, schedule, false),
  },
  {
    pattern: /^PVC(?:-U)?\s*(\d+)$/i,
    density: 1400,
    names: () => PVC_OUTSIDE.map((d) => `PVC ${d}`),
    usual: 'SDR 21',
    find: (nominal, schedule) => pvcOf(Number(nominal), schedule),
  },
  {
    pattern: /^(?:PE|HDPE|d)\s*(\d+)$/i,
    density: 955,
    names: () => PE_OUTSIDE.map((d) => `PE ${d}`),
    usual: 'SDR 11',
    find: (nominal, schedule) => peOf(Number(nominal), schedule),
  },
  {
    pattern: /^(?:DI|GGG|ductile)\s*(?:DN\s*)?(\d+)$/i,
    density: 7050,
    names: () => Object.keys(DUCTILE_OUTSIDE).map((dn) => `DI ${dn}`),
    usual: 'K9',
    find: (nominal, schedule) => ductileOf(Number(nominal), schedule),
  },
  {
    pattern: /^(?:Cu|copper)\s*(\d+(?:\.\d+)?)$/i,
    density: 8940,
    names: () => Object.keys(EN_1057).map(Number).sort((a, b) => a - b).map((d) => `Cu ${d}`), // prettier-ignore
    usual: '',
    find: (nominal, schedule) => copperOf(Number(nominal), schedule),
  },
  {
    pattern: /^OD\s*(\d+(?:\.\d+)?)(?:\s*mm)?$/i,
    density: 7850,
    names: () => [],
    usual: '',
    find: (nominal, schedule) => ofWall(Number(nominal), schedule, word('source.outside-diameter-and-wall-as-given')),
  },
];

const STEEL: Family = {
  pattern: /^/,
  density: 7850,
  names: () => B36_10.map(([dn]) => `DN${dn}`),
  usual: '40',
  find: (_nominal, schedule, size) => steelOf(size, schedule),
};

/** a size with letters of its own, else one of steel */
function familyOf(size: string): { family: Family; nominal: string } {
  const text = size.trim();
  for (const family of FAMILIES) {
    const match = family.pattern.exec(text);
    if (match) return { family, nominal: match[1]! };
  }
  return { family: STEEL, nominal: text };
}

function dimensionsOrProblem(size: string, schedule: string): Found {
  const { family, nominal } = familyOf(size);
  return family.find(nominal, schedule, size);
}

function steelOf(size: string, schedule: string): Found {
  const row = findRow(size);
  if (!row) return { reason: 'unknown-size', known: STEEL.names() };
  const [dn, , outside, walls] = row;
  if (WALL.test(schedule.trim()))
    return ofWall(EN_10220_OUTSIDE[dn] ?? outside, schedule, word('source.en-10220-series-1-wall-as-given'));
  const stainless = B36_19[dn] ?? {};
  const own = stainless[plainSchedule(schedule)];
  if (own !== undefined) return dimensions(outside, own, word('source.asme-b36-19m-table-1'));
  const wall = wallOf(schedule, walls);
  const named = [...Object.keys(walls), ...Object.keys(stainless)];
  if (wall === undefined) return { reason: 'unknown-schedule', known: named.length > 0 ? named : USUAL_WALLS };
  return dimensions(outside, wall, word('source.asme-b36-10m-table-1'));
}

/** mm → m */
const dimensions = (outside: number, wall: number, source: Word, lining = 0): PipeDimensions & { inside: number } => ({
  outside: outside / 1000,
  wall: wall / 1000,
  inside: (outside - 2 * (wall + lining)) / 1000,
  source,
});

const WALL = /^(\d+(?:\.\d+)?)\s*mm$/;

/** of sizes that have no schedules: walls that are made, EN 10220 */
const USUAL_WALLS = ['8 mm', '10 mm', '12.5 mm', '16 mm', '20 mm', '25 mm'];

/** outside diameters of EN 10220 series 1 that differ from ASME B36.10M, mm by DN */
const EN_10220_OUTSIDE: Readonly<Record<number, number>> = { 20: 26.9, 25: 33.7, 32: 42.4, 65: 76.1, 125: 139.7 };

function ofWall(outside: number, schedule: string, source: Word): Found {
  const wall = Number(WALL.exec(schedule.trim())?.[1]);
  const isMade = wall > 0 && 2 * wall < outside;
  return isMade ? dimensions(outside, wall, source) : { reason: 'unknown-schedule', known: ['4.5 mm'] };
}

const SDR = /^S?DR\s*(\d+(?:\.\d+)?)$/i;

/** ratios in rising order: as keys, whole numbers come first */
const rising = (of: Readonly<Record<string, unknown>>): string[] => Object.keys(of).sort((a, b) => Number(a) - Number(b));

/** `"PE 110"` with `"SDR 11"` (EN 12201-2) */
function peOf(outside: number, schedule: string): Found {
  if (!PE_OUTSIDE.includes(outside)) return { reason: 'unknown-size', known: PE_OUTSIDE.map((d) => `PE ${d}`) };
  const wall = peWall(outside, SDR.exec(schedule.trim())?.[1] ?? '');
  if (wall !== undefined) return dimensions(outside, wall, word('source.en-12201-2-table-2'));
  const made = rising(PE_SERIES).filter((sdr) => peWall(outside, sdr) !== undefined);
  return { reason: 'unknown-schedule', known: made.map((s) => `SDR ${s}`) };
}

/** `"PVC 110"` with `"SDR 21"` (EN ISO 1452-2) */
function pvcOf(outside: number, schedule: string): Found {
  if (!PVC_OUTSIDE.includes(outside)) return { reason: 'unknown-size', known: PVC_OUTSIDE.map((d) => `PVC ${d}`) };
  const wall = pvcWall(outside, SDR.exec(schedule.trim())?.[1] ?? '');
  if (wall !== undefined) return dimensions(outside, wall, word('source.en-iso-1452-2-iso-4065'));
  const made = rising(PVC_SERIES).filter((sdr) => pvcWall(outside, sdr) !== undefined);
  return { reason: 'unknown-schedule', known: made.map((s) => `SDR ${s}`) };
}

/** `"DI 200"` with `"K9"` (EN 545), with its cement mortar lining */
function ductileOf(dn: number, schedule: string): Found {
  const outside = DUCTILE_OUTSIDE[dn];
  if (outside === undefined) return { reason: 'unknown-size', known: Object.keys(DUCTILE_OUTSIDE).map((d) => `DI ${d}`) };
  const k = /^K\s*(\d+)$/i.exec(schedule.trim())?.[1];
  if (k === undefined || Number(k) < 7 || Number(k) > 14) return { reason: 'unknown-schedule', known: ['K8', 'K9', 'K10'] };
  return dimensions(
    outside,
    ductileWall(dn, Number(k)),
    word('source.en-545-class-k-with-cement-mortar-lining'),
    ductileLining(dn),
  );
}

/** `"Cu 22"` with `"1 mm"`, without a wall the usual one (EN 1057) */
function copperOf(outside: number, schedule: string): Found {
  const walls = EN_1057[outside];
  if (!walls) return { reason: 'unknown-size', known: Object.keys(EN_1057).map((d) => `Cu ${d}`) };
  const given = WALL.exec(schedule.trim())?.[1];
  const wall = given === undefined ? (schedule.trim() === '' ? walls[0]! : undefined) : Number(given);
  if (wall !== undefined && walls.includes(wall)) return dimensions(outside, wall, word('source.en-1057-table-3'));
  return { reason: 'unknown-schedule', known: walls.map((w) => `${w} mm`) };
}

/** nominal sizes of US plastic pipe that have the outside diameters of steel */
const US_PLASTIC = [
  '1/2',
  '3/4',
  '1',
  '1-1/4',
  '1-1/2',
  '2',
  '2-1/2',
  '3',
  '4',
  '6',
  '8',
  '10',
  '12',
  '14',
  '16',
  '18',
  '20',
  '24',
];

/** dimension ratios made: ASTM D2241 (PVC), ASTM F714 (HDPE) */
const US_RATIOS = {
  pvc: [13.5, 17, 21, 26, 32.5, 41, 64],
  pe: [7, 7.3, 9, 11, 13.5, 15.5, 17, 21, 26, 32.5, 41],
};

function usPlastic(nominal: string, schedule: string, isPvc: boolean): Found {
  const row = US_PLASTIC.includes(nominal.trim().replace(/\s+/, '-')) ? findRow(`${nominal} in`) : undefined;
  if (!row) return { reason: 'unknown-size', known: US_PLASTIC.map((nps) => `${isPvc ? 'PVC' : 'HDPE'} ${nps} in`) };
  const [, , outside, walls] = row;
  const ratio = Number(SDR.exec(schedule.trim())?.[1]);
  const ratios = isPvc ? US_RATIOS.pvc : US_RATIOS.pe;
  if (ratios.includes(ratio)) return dimensions(outside, outside / ratio, word(isPvc ? 'source.astm-d2241' : 'source.astm-f714'));
  const name = plainSchedule(schedule);
  const scheduled = isPvc && (name === '40' || name === '80') ? walls[name] : undefined;
  if (scheduled !== undefined) return dimensions(outside, scheduled, word('source.astm-d1785'));
  const known = ratios.map((r) => `${isPvc ? 'SDR' : 'DR'} ${r}`);
  return { reason: 'unknown-schedule', known: isPvc ? ['40', '80', ...known] : known };
}

/**
 * The schedule that a size is taken with when none is named: 40 in steel, SDR 11 in polyethylene, SDR 21 in PVC, K9 in ductile iron.
 * Undefined for a size that is not in the tables, and for a free outside diameter.
 */
export function usualSchedule(size: string): string | undefined {
  const { family } = familyOf(size);
  const tried = family === STEEL ? ['40', 'STD'] : [family.usual];
  return tried.find((s) => s !== '' && typeof insideOf(size, s) === 'number');
}

/** Mass of a metre, kg/m: of the pipe, and with it full of a liquid, kg/m³; undefined for what is not made. */
export function pipeWeight(size: string, schedule: string, liquid: number): { empty: number; full: number } | undefined {
  const found = dimensionsOrProblem(size, schedule);
  if ('reason' in found) return undefined;
  const ring = (outer: number, inner: number): number => (Math.PI / 4) * (outer * outer - inner * inner);
  const bore = found.outside - 2 * found.wall;
  const empty = ring(found.outside, bore) * familyOf(size).family.density + ring(bore, found.inside) * CEMENT_DENSITY;
  return { empty, full: empty + ring(found.inside, 0) * liquid };
}

/** Nominal size in inches, as the fitting correlations want it; undefined for an unknown size. */
export function nominalInches(size: string): number | undefined {
  const row = findRow(size);
  return row ? inches(row[1]) : undefined;
}

type Row = (typeof B36_10)[number] | undefined;
/** by what was written: a study has a few sizes many times over */
const rows = new Map<string, Row>();
const MOST_ROWS = 1000;

function findRow(size: string): Row {
  if (rows.has(size)) return rows.get(size);
  if (rows.size >= MOST_ROWS) rows.clear();
  const row = rowOf(size);
  rows.set(size, row);
  return row;
}

function rowOf(size: string): Row {
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

/** `sch 10 s` → `10S` */
function plainSchedule(schedule: string): string {
  return schedule
    .trim()
    .replace(/^sch(?:edule)?\.?\s*/i, '')
    .toUpperCase();
}

function wallOf(schedule: string, walls: Readonly<Record<string, number>>): number | undefined {
  const name = plainSchedule(schedule);
  if (walls[name] !== undefined) return walls[name];
  // B36.10M, table 1: STD is schedule 40 to NPS 10, XS is schedule 80 to NPS 8; above these the table names them
  return name === 'STD' ? walls['40'] : name === 'XS' ? walls['80'] : undefined;
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
 * Example: sizeSeries('PE 110', 'SDR 11') → PE 20 … PE 630
 */
export function sizeSeries(size: string, schedule: string): SizeCandidate[] {
  const named = familyOf(size).family.names();
  const wall = WALL.test(schedule.trim());
  return named
    .map((name) => ({ size: name, schedule: wall ? '40' : schedule }))
    .map((c) => ({ ...c, inside: insideOf(c.size, c.schedule) }))
    .filter((c): c is SizeCandidate => typeof c.inside === 'number')
    .sort((a, b) => a.inside - b.inside);
}
