import type { RawEntry } from '@cedar-knot/core';

/*
 * Invented control valves: rated coefficients of a body grow with the square of its bore, reduced trims go down by 0.63 a step.
 */

interface Line {
  maker: string;
  line: string;
  type: string;
  body: string;
  /** nominal bores, mm */
  bores: readonly number[];
  /** rated Kv over the square of the bore in mm, largest trim */
  capacity: number;
  trims: readonly number[];
  characteristics: readonly string[];
  rangeability: number;
  fl: number;
  /** onset of cavitation of the largest trim */
  xfz: number;
  classes: readonly (readonly [string, number])[];
}

const BORES = [15, 20, 25, 40, 50, 65, 80, 100, 150, 200, 250, 300];

const LINES: readonly Line[] = [
  { maker: 'Marl', line: 'GX', type: 'globe', body: 'globe', bores: BORES.slice(0, 11), capacity: 0.0163, trims: [1, 0.63, 0.4], characteristics: ['equal-percentage', 'linear'], rangeability: 50, fl: 0.9, xfz: 0.42, classes: [['PN16', 12], ['PN40', 25]] },
  { maker: 'Marl', line: 'GC', type: 'globe-cage', body: 'globe-cage', bores: BORES.slice(3), capacity: 0.0155, trims: [1, 0.63], characteristics: ['equal-percentage'], rangeability: 50, fl: 0.92, xfz: 0.6, classes: [['PN40', 40], ['PN100', 80]] },
  { maker: 'Marl', line: 'AN', type: 'angle', body: 'angle', bores: BORES.slice(2, 9), capacity: 0.018, trims: [1, 0.63], characteristics: ['linear'], rangeability: 40, fl: 0.88, xfz: 0.45, classes: [['PN100', 60]] },
  { maker: 'Ternel', line: 'ER', type: 'eccentric-rotary', body: 'eccentric-rotary', bores: BORES.slice(2), capacity: 0.0195, trims: [1, 0.63, 0.4], characteristics: ['equal-percentage'], rangeability: 100, fl: 0.85, xfz: 0.36, classes: [['PN16', 10], ['PN40', 20]] },
  { maker: 'Ternel', line: 'SB', type: 'segment-ball', body: 'segment-ball', bores: BORES.slice(2), capacity: 0.034, trims: [1, 0.4], characteristics: ['equal-percentage'], rangeability: 200, fl: 0.6, xfz: 0.24, classes: [['PN16', 8], ['PN40', 14]] },
  { maker: 'Ternel', line: 'BF', type: 'butterfly', body: 'butterfly', bores: [50, 80, 100, 150, 200, 250, 300, 350, 400, 500, 600], capacity: 0.042, trims: [1], characteristics: ['equal-percentage'], rangeability: 30, fl: 0.62, xfz: 0.22, classes: [['PN10', 5], ['PN16', 8]] },
  { maker: 'Ashby', line: 'DV', type: 'diaphragm', body: 'diaphragm', bores: BORES.slice(0, 9), capacity: 0.026, trims: [1], characteristics: ['quick-opening', 'linear'], rangeability: 15, fl: 0.75, xfz: 0.28, classes: [['PN10', 5]] },
]; // prettier-ignore

/** R10 rounding, as rated coefficients are printed */
const PREFERRED = [1, 1.25, 1.6, 2, 2.5, 3.2, 4, 5, 6.3, 8, 10];

function preferred(x: number): number {
  const decade = 10 ** Math.floor(Math.log10(x));
  const nearest = [...PREFERRED].sort((a, b) => Math.abs(Math.log(x / decade / a)) - Math.abs(Math.log(x / decade / b)))[0]!;
  return Number((nearest * decade).toPrecision(3));
}

/** share of the class that a body may hold, by °C */
const HELD = [[-20, 1], [50, 1], [100, 0.93], [150, 0.86], [200, 0.78]] as const; // prettier-ignore

const ratingOf = (pressureClass: string): { temperature: string; pressure: string }[] =>
  HELD.map(([t, share]) => ({
    temperature: `${t} C`,
    pressure: `${Number((Number(pressureClass.slice(2)) * share).toPrecision(3))} bar(g)`,
  }));

/** So many invented control valves by id. */
export function generateValves(count: number): Record<string, RawEntry> {
  const valves: Record<string, RawEntry> = {};
  for (const l of LINES)
    for (const [pressureClass, maxDrop] of l.classes)
      for (const characteristic of l.characteristics)
        for (const bore of l.bores)
          l.trims.forEach((trim, i) => {
            if (Object.keys(valves).length >= count) return;
            const kind =
              l.characteristics.length > 1 ? ` ${characteristic === 'linear' ? 'L' : characteristic[0]!.toUpperCase()}` : '';
            const name = `${l.maker} ${l.line} ${bore}${trim === 1 ? '' : `/${i}`}${kind} ${pressureClass}`;
            const ratedKv = preferred(l.capacity * bore * bore * trim);
            valves[name.toLowerCase().replace(/[ /]+/g, '-')] = {
              name,
              maker: l.maker,
              type: l.type,
              body: l.body,
              size: `DN${bore}`,
              ratedKv,
              characteristic,
              rangeability: l.rangeability,
              // a part-open trim recovers less
              flTable: [0.2, 0.6, 1].map((travel) => ({
                travel,
                fl: Number(Math.min(0.97, l.fl + 0.06 * (1 - travel)).toFixed(2)),
              })),
              xfz: Number(Math.min(0.8, l.xfz + 0.08 * (1 - trim)).toFixed(2)),
              pressureClass,
              ratingTable: ratingOf(pressureClass),
              maxDrop: `${maxDrop} bar`,
            };
          });
  return valves;
}
