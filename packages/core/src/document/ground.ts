import { findUnit } from '../units/units.js';

/*
 * Rows of the ground along a pipe, as a survey gives them: distance and elevation, their units in the head of the table.
 */

export interface GroundColumn {
  /** place of the column in the table */
  column: number;
  /** symbol of a unit of length; undefined where the head names none */
  unit: string | undefined;
}

export interface GroundProblem {
  /** line of the table, the head is 1 */
  row: number;
  reason: 'not-number' | 'not-rising' | 'beyond' | 'too-many' | 'empty';
  found: string;
}

export interface Ground {
  distance: GroundColumn;
  elevation: GroundColumn;
  decimal: '.' | ',';
  /** a comma before three digits in every number: it may part thousands as well */
  isDecimalUnsure: boolean;
  /** as they are written into the pipe; none while a unit lacks or a row is wrong */
  rows: { distance: string; elevation: string }[];
  problems: GroundProblem[];
}

export interface GroundOptions {
  decimal?: '.' | ',';
  /** units that a person names where the head does not */
  distance?: string;
  elevation?: string;
  /** m that the table counts before the pipe begins */
  begin?: number;
  /** of the pipe, m */
  length?: number;
  most?: number;
}

const DISTANCES = /^(distance|dist|chainage|stationing|station|kp|km|x|way|length)\b/i;
const ELEVATIONS = /^(elevation|elev|height|level|altitude|z|ground|y)\b/i;
/** where a head names its unit: in brackets, behind a comma, as the last word */
const UNITS = [/[[(]\s*([^\])]+?)\s*[\])]/, /,\s*(\S+)$/, /\s(\S+)$/];
const MOST_ROWS = 5000;

/** Reads a table of two columns or more; nothing is guessed: a unit that lacks is asked for, a row that does not rise is said. */
export function readGround(table: readonly (readonly string[])[], options: GroundOptions = {}): Ground {
  const isNumber = (text: string): boolean => /^[-+]?[\d.,\s]+$/.test(text) && /\d/.test(text);
  const hasHead = table.length > 0 && table[0]!.some((c) => c !== '' && !isNumber(c));
  const head = hasHead ? table[0]! : [];
  const body = hasHead ? table.slice(1) : table;
  const columnOf = (pattern: RegExp, usual: number): number => {
    const found = head.findIndex((c) => pattern.test(c.trim()));
    return found >= 0 ? found : usual;
  };
  const distanceAt = columnOf(DISTANCES, 0);
  const elevationAt = columnOf(ELEVATIONS, distanceAt === 1 ? 0 : 1);
  const distance = { column: distanceAt, unit: options.distance ?? unitOf(head[distanceAt]) };
  const elevation = { column: elevationAt, unit: options.elevation ?? unitOf(head[elevationAt]) };
  const numbers = body.flatMap((r) => [r[distanceAt] ?? '', r[elevationAt] ?? '']).filter((c) => c.includes(','));
  const isThousands = numbers.length > 0 && numbers.every((c) => /^[-+]?\d{1,3}(,\d{3})+$/.test(c.trim()));
  const hasPoint = body.some((r) => r.some((c) => c.includes('.')));
  const decimal = options.decimal ?? (numbers.length > 0 && !hasPoint && !isThousands ? ',' : '.');
  const ground: Ground = {
    distance,
    elevation,
    decimal,
    isDecimalUnsure: options.decimal === undefined && isThousands && !hasPoint,
    rows: [],
    problems: [],
  };
  fill(ground, body, hasHead ? 2 : 1, options);
  return ground;
}

function unitOf(head: string | undefined): string | undefined {
  if (head === undefined) return undefined;
  // a column that is called by its unit: km
  if (findUnit('length', head.trim())) return head.trim();
  const found = UNITS.map((u) => u.exec(head.trim())?.[1]).find((u) => u !== undefined);
  return found !== undefined && findUnit('length', found) ? found : undefined;
}

function fill(ground: Ground, body: readonly (readonly string[])[], first: number, options: GroundOptions): void {
  const { distance, elevation, decimal, problems } = ground;
  const say = (row: number, reason: GroundProblem['reason'], found: string): void => void problems.push({ row, reason, found });
  if (body.length === 0) say(first, 'empty', '');
  const most = options.most ?? MOST_ROWS;
  if (body.length > most) say(first + most, 'too-many', String(body.length));
  if (distance.unit === undefined || elevation.unit === undefined || ground.isDecimalUnsure) return;
  const unit = findUnit('length', distance.unit)!;
  const begin = (options.begin ?? 0) / unit.factor;
  const end = options.length === undefined ? Infinity : options.length / unit.factor;
  let before = -Infinity;
  body.forEach((cells, i) => {
    const [d, z] = [cells[distance.column] ?? '', cells[elevation.column] ?? ''];
    const [x, y] = [numberOf(d, decimal), numberOf(z, decimal)];
    if (x === undefined || y === undefined) return say(first + i, 'not-number', x === undefined ? d : z);
    const along = x - begin;
    if (!(along > before)) return say(first + i, 'not-rising', d);
    before = along;
    // what lies outside the pipe belongs to its neighbours
    if (along < 0 || along > end * (1 + 1e-9)) return say(first + i, 'beyond', d);
    ground.rows.push({ distance: `${tidy(along)} ${distance.unit}`, elevation: `${tidy(y)} ${elevation.unit}` });
  });
  if (problems.some((p) => p.reason !== 'beyond')) ground.rows = [];
}

function numberOf(text: string, decimal: '.' | ','): number | undefined {
  const plain = decimal === ',' ? text.replace(/[.\s]/g, '').replace(',', '.') : text.replace(/[,\s]/g, '');
  const x = Number(plain);
  return plain !== '' && Number.isFinite(x) ? x : undefined;
}

const tidy = (x: number): number => Number(x.toPrecision(10));
