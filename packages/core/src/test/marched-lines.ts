import { stateOf } from '../fluids/fluid.js';
import type { FluidState } from '../fluids/kind.js';
import { frictionFactor, transitionEnd } from '../pipes/friction.js';
import { generator } from './random-systems.js';

/*
 * Random single lines, and an independent second method for them: temperature marched with the flow and pressure against it in 4,000 equal
 * steps of Heun's method, in turns until neither moves. Properties and friction factors are the core's own: they are held elsewhere.
 */

export type LineKind = 'thermal' | 'crude' | 'crude-thermal';

export interface RandomLine {
  kind: LineKind;
  fluid: Record<string, unknown>;
  /** SI */
  length: number;
  bore: number;
  roughness: number;
  rise: number;
  /** of the liquid, kg/s */
  mass: number;
  /** where it arrives, Pa absolute */
  arrival: number;
  /** K */
  inlet: number;
  ambient: number;
  /** W/(m²·K) */
  u: number;
}

const WARM_FLUIDS: readonly Record<string, unknown>[] = [
  { kind: 'water' },
  {
    kind: 'oil',
    density: '930 kg/m3',
    viscosities: [
      { temperature: '40 C', kinematicViscosity: '300 cSt' },
      { temperature: '80 C', kinematicViscosity: '45 cSt' },
    ],
    vapourPressure: '0.1 kPa',
    specificHeat: '1.9 kJ/kg/K',
  },
  {
    kind: 'oil',
    density: '860 kg/m3',
    viscosities: [
      { temperature: '20 C', kinematicViscosity: '30 cSt' },
      { temperature: '60 C', kinematicViscosity: '8 cSt' },
    ],
    vapourPressure: '0.1 kPa',
    specificHeat: '2.1 kJ/kg/K',
  },
];

export function randomLine(seed: number): RandomLine {
  const next = generator(seed * 31 + 7);
  // the first ones of like seeds are alike
  for (let i = 0; i < 10; i++) next();
  const between = (a: number, b: number): number => a + (b - a) * next();
  const log = (a: number, b: number): number => a * (b / a) ** next();
  const kind = (['thermal', 'crude', 'crude-thermal'] as const)[seed % 3]!;
  const bore = log(0.05, 0.3);
  const fluid =
    kind === 'thermal'
      ? WARM_FLUIDS[Math.floor(next() * 3)]!
      : {
          kind: 'crude',
          gravity: `${between(20, 45)} API`,
          gasOilRatio: `${between(10, 150)} Sm3/Sm3`,
          gasGravity: between(0.65, 0.9),
          waterCut: between(0, 0.9),
        };
  const velocity = log(0.2, 2);
  const inlet = kind === 'thermal' ? between(50, 90) : between(30, 80);
  return {
    kind,
    fluid,
    length: log(500, 20_000),
    bore,
    roughness: 5e-5,
    rise: kind === 'thermal' ? 0 : between(-1, 1) * 200,
    mass: 850 * velocity * (Math.PI / 4) * bore ** 2,
    arrival: between(3, 30) * 1e5,
    inlet: inlet + 273.15,
    ambient: between(12, 25) + 273.15,
    u: kind === 'crude' ? 0 : log(0.5, 20),
  };
}

/** the line as a study, in so many pieces */
export function asStudy(l: RandomLine, pieces: number): Record<string, unknown> {
  const elements = Array.from({ length: pieces }, (_, i) => ({
    id: `a${i}`,
    kind: 'pipe',
    length: `${l.length / pieces} m`,
    inside: `${l.bore * 1000} mm`,
    roughness: `${l.roughness * 1000} mm`,
    outletElevation: `${(l.rise * (i + 1)) / pieces} m`,
    ...(l.u > 0 ? { u: `${l.u} W/m2/K`, ambient: `${l.ambient} K` } : {}),
  }));
  return {
    format: 'cedar-knot-study',
    version: 1,
    title: 'Line',
    units: 'metric',
    ...(l.kind === 'crude' ? {} : { thermal: true }),
    fluids: { f: l.fluid },
    points: {
      A: { kind: 'flow', elevation: '0 m', flow: `${l.mass} kg/s` },
      B: { kind: 'pressure', basis: 'total', elevation: `${l.rise} m`, pressure: `${l.arrival} Pa(a)` },
    },
    lines: [{ id: 'L', from: 'A', to: 'B', elements }],
    scenarios: [{ id: 's', fluid: 'f', temperature: `${l.inlet} K` }],
  };
}

const G = 9.80665;

/** Total pressure where the line begins, Pa, and temperature where it ends, K, by 4,000 steps. @param entries its fluid as read */
export function marched(l: RandomLine, entries: Parameters<typeof stateOf>[0], steps = 4000): { inlet: number; outlet: number } {
  const isCompressible = l.kind !== 'thermal';
  const at = (t: number, p: number): FluidState => stateOf(entries, t, isCompressible ? p : undefined);
  const area = (Math.PI / 4) * l.bore ** 2;
  const relative = l.roughness / l.bore;
  const end = transitionEnd(relative);
  const out = { factor: 0, slope: 0 };
  /** Pa/m */
  const friction = (f: FluidState): number => {
    const v = l.mass / f.density / area;
    frictionFactor((v * l.bore * f.density) / f.viscosity, relative, end, out);
    return ((out.factor / l.bore) * f.density * (v * v)) / 2;
  };
  const dx = l.length / steps;
  const sine = l.rise / l.length;
  const t = new Float64Array(steps + 1).fill(l.inlet);
  const p = new Float64Array(steps + 1).fill(l.arrival);
  const warming = (temperature: number, pressure: number): number => {
    const f = at(temperature, pressure);
    return (l.u * Math.PI * l.bore * (l.ambient - temperature) + (l.mass * friction(f)) / f.density) / (l.mass * f.specificHeat!);
  };
  /** static pressure where the total is so much */
  const still = (temperature: number, total: number, like: number): number => {
    let x = like;
    for (let k = 0; k < 20; k++) {
      const now = Math.max(1, total / 2, total - (l.mass / area) ** 2 / (2 * at(temperature, x).density));
      const isStill = Math.abs(now - x) < 1e-6 * x;
      x = now;
      if (isStill) break;
    }
    return x;
  };
  const falling = (temperature: number, pressure: number): number => {
    const f = at(temperature, pressure);
    return friction(f) + f.density * G * sine;
  };
  let begins = l.arrival;
  for (let round = 0; round < 30; round++) {
    const [t0, p0] = [t[steps]!, p[0]!];
    if (l.u > 0)
      for (let i = 0; i < steps; i++) {
        const k1 = warming(t[i]!, p[i]!);
        t[i + 1] = t[i]! + (dx / 2) * (k1 + warming(t[i]! + dx * k1, p[i + 1]!));
      }
    // friction and column are taken from the total pressure
    let total = l.arrival;
    p[steps] = still(t[steps]!, total, l.arrival);
    for (let i = steps; i > 0; i--) {
      const k1 = falling(t[i]!, p[i]!);
      const guess = still(t[i - 1]!, total + dx * k1, p[i]!);
      total += (dx / 2) * (k1 + falling(t[i - 1]!, guess));
      p[i - 1] = still(t[i - 1]!, total, guess);
    }
    begins = total;
    if (l.u === 0 || !isCompressible || (Math.abs(t[steps]! - t0) < 1e-4 && Math.abs(p[0]! / p0 - 1) < 1e-6)) break;
  }
  return { inlet: begins, outlet: t[steps]! };
}
