import { quantity } from '../fields/field.js';
import { DEFAULT_CRITICAL_PRESSURE, missing, type FluidKind, type FluidProblem } from './kind.js';
import { criticalPressure, density, heated, kinematicViscosity, vapourPressure, viscosity } from './properties.js';
import { word } from '../words/word.js';

interface FluidTableRow {
  temperature: number;
  density: number;
  viscosity?: number;
  kinematicViscosity?: number;
  vapourPressure: number;
}

export interface TableRead {
  rows: readonly FluidTableRow[];
  criticalPressure?: number;
}

/** Properties over temperature: density linear, viscosity and vapour pressure linear in their logarithms; no extrapolation. */
export const table: FluidKind<TableRead> = {
  label: word('fluid.table-over-temperature'),
  fields: {
    ...heated,
    criticalPressure: criticalPressure(),
    rows: {
      type: 'list',
      least: 1,
      most: 500,
      required: true,
      label: word('field.properties-over-temperature'),
      of: {
        temperature: quantity('temperature', 1, 3000, word('field.temperature'), { required: true }),
        density: density(),
        viscosity: viscosity(),
        kinematicViscosity: kinematicViscosity(),
        vapourPressure: vapourPressure(1e-9),
      },
    },
  },
  beginning: {
    name: 'Liquid by table',
    rows: [
      { temperature: '20 C', density: '998 kg/m3', viscosity: '1 mPa.s', vapourPressure: '2.34 kPa(a)' },
      { temperature: '60 C', density: '983 kg/m3', viscosity: '0.466 mPa.s', vapourPressure: '19.9 kPa(a)' },
    ],
  },
  problems: (read, raw) => {
    const rows = (read.rows ?? []) as Partial<FluidTableRow>[];
    return rows.flatMap((row, i) => rowProblems(row, rows[i - 1], (raw.rows as unknown[])[i], `rows[${i}]`));
  },
  range: ({ rows }) => ({ lowest: rows[0]!.temperature, highest: rows[rows.length - 1]!.temperature }),
  state: ({ rows, criticalPressure: critical = DEFAULT_CRITICAL_PRESSURE }, temperature) => {
    const { a, b, share: t } = rowsAround(rows, temperature);
    const rho = a.density + t * (b.density - a.density);
    const mu =
      a.viscosity !== undefined
        ? logarithmic(a.viscosity, b.viscosity!, t)
        : logarithmic(a.kinematicViscosity!, b.kinematicViscosity!, t) * rho;
    const pv = logarithmic(a.vapourPressure, b.vapourPressure, t);
    return { density: rho, viscosity: mu, vapourPressure: pv, criticalPressure: critical };
  },
  sources: {
    density: word('source.the-table-linear-in-temperature-between-its'),
    viscosity: word('source.the-table-linear-in-the-logarithm-between'),
    vapourPressure: word('source.the-table-linear-in-the-logarithm-between'),
  },
};

function rowProblems(row: Partial<FluidTableRow>, before: typeof row | undefined, typed: unknown, at: string): FluidProblem[] {
  const problems: FluidProblem[] = [];
  const given = typeof typed === 'object' && typed !== null ? typed : {};
  if (!('viscosity' in given) && !('kinematicViscosity' in given))
    problems.push(missing(`${at}.viscosity`, 'viscosity', word('field.viscosity-dynamic-or-kinematic')));
  if (before && row.temperature !== undefined && !(row.temperature > before.temperature!))
    problems.push({ code: 'bad-value', path: `${at}.temperature`, detail: { reason: 'not-rising' } });
  if (before && (before.viscosity === undefined) !== (row.viscosity === undefined))
    problems.push({ code: 'bad-value', path: at, detail: { reason: 'mixed-viscosity' } });
  return problems;
}

function rowsAround(rows: readonly FluidTableRow[], temperature: number): { a: FluidTableRow; b: FluidTableRow; share: number } {
  let i = 0;
  while (i < rows.length - 2 && temperature > rows[i + 1]!.temperature) i++;
  const a = rows[i]!;
  const b = rows[Math.min(i + 1, rows.length - 1)]!;
  const span = b.temperature - a.temperature;
  return { a, b, share: span > 0 ? (temperature - a.temperature) / span : 0 };
}

function logarithmic(a: number, b: number, t: number): number {
  return Math.exp(Math.log(a) * (1 - t) + Math.log(b) * t);
}
