import type { CheckedElement, CheckedPoint, CheckedScenario } from '../checks/check.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import type { ElementResult, PipeResult, PumpResult, ScenarioResult, ValveResult } from '../results/results.js';

/* Hand-made results of one pump, one valve, one pipe, a vessel and a well: a test writes only what it is about. */

export interface Made {
  role?: string;
  /** of the pump P */
  pump?: Partial<PumpResult>;
  /** of its curve as it runs */
  curve?: {
    lastFlow?: number;
    bestFlow?: number;
    shutOff?: number;
    falling?: boolean;
    npshr?: number;
    b?: number;
    cq?: number;
  } | null;
  /** of its catalogue entry */
  entry?: object;
  setting?: object;
  /** of the valve V */
  valve?: Partial<ValveResult>;
  valveRead?: object;
  valveEntry?: object;
  /** of the pipe L, and its place in the line */
  pipe?: Partial<PipeResult>;
  pipeRead?: object;
  pipeIndex?: number;
  /** of the vessel T and the well W */
  vesselRead?: object;
  wellRead?: object;
  outflow?: number;
  /** of every point */
  drawn?: number;
  wellHead?: number | null;
  findings?: ScenarioResult['findings'];
  pumpRead?: object;
  mostRunning?: number;
  deadHeads?: Record<string, number>;
  suction?: string[];
  specificHeat?: number;
  hasSolids?: boolean;
  solidSize?: number;
  altitude?: number;
  pourPoint?: number;
  temperature?: number;
  breakdown?: ScenarioResult['breakdowns'][string];
  fluid?: Partial<CheckedScenario['fluid']>;
}

/** of no known diameter: the performance that is made beside it says what the pump does */
const CURVES: PumpInput['curves'] = [
  {
    speed: 2900,
    rows: [
      { flow: 0, head: 60 },
      { flow: 0.04, head: 40 },
    ],
  },
];
const FLUID = { density: 1000, viscosity: 0.001, vapourPressure: 2000, criticalPressure: 22e6 };

/** A scenario in which everything holds, but for what is said. Gravity 10 m/s² and atmosphere 100 kPa, so that sums are round. */
export function made(m: Made = {}): CheckedScenario {
  const { elements, points } = subjects(m);
  return {
    id: 'a',
    role: m.role,
    fluid: { ...FLUID, ...m.fluid },
    gravity: 10,
    atmosphere: 100_000,
    elements,
    points,
    result: results(m),
    deadHeads: new Map(Object.entries(m.deadHeads ?? {})),
    suction: new Set(m.suction ?? (m.pipeIndex === 0 ? ['L'] : [])),
    specificHeat: m.specificHeat,
    pourPoint: m.pourPoint,
    hasSolids: m.hasSolids ?? false,
    solidSize: m.solidSize,
    altitude: m.altitude,
    drawnFrom: () => m.drawn ?? m.outflow ?? 0.02,
    elevationOf: () => 0,
    lowestOf: () => 0,
    temperature: m.temperature,
  };
}

function subjects(m: Made): { elements: CheckedElement[]; points: CheckedPoint[] } {
  const performance = m.curve === null ? {} : { performance: curveOf(m) };
  return {
    elements: [
      { id: 'L', kind: 'pipe', line: 0, index: m.pipeIndex ?? 2, read: { ...m.pipeRead } },
      {
        id: 'P',
        kind: 'pump',
        line: 0,
        index: 1,
        read: { mode: 'curve', ...m.pumpRead },
        ...(m.mostRunning === undefined ? {} : { mostRunning: m.mostRunning }),
        pump: { curves: CURVES, stages: 1, ...m.entry },
        ...performance,
      },
      {
        id: 'V',
        kind: 'control-valve',
        line: 0,
        index: 3,
        read: { mode: 'flow', ...m.valveRead },
        valve: { ratedKv: 100, characteristic: 'linear', rangeability: 50, fl: 0.9, ...m.valveEntry },
      },
    ],
    points: [
      { id: 'T', kind: 'vessel', read: { elevation: 0, level: 2, ...m.vesselRead } },
      { id: 'W', kind: 'well', read: { elevation: -20, ...m.wellRead } },
    ],
  };
}

/** the curve of a pump as far as checks ask for it */
function curveOf(m: Made): PumpPerformance {
  const c = { lastFlow: 0.03, bestFlow: 0.02, shutOff: 50, falling: true, npshr: 3, b: 0, cq: 1, ...m.curve };
  const known = {
    lastFlow: c.lastFlow,
    bestFlow: c.bestFlow,
    falling: c.falling,
    head: () => c.shutOff,
    shutOffHead: c.shutOff,
    fromEntry: PumpPerformance.prototype.fromEntry,
    npshr: () => c.npshr,
    viscosity: { b: c.b, cq: c.cq, ceta: 1, bestFlow: c.bestFlow },
    setting: { speed: 2900, diameter: 0.2, stages: 1, running: m.pump?.running ?? 1, wear: 0, ...m.setting },
    pump: { curves: CURVES, stages: 1, ...m.entry },
  };
  return known as unknown as PumpPerformance;
}

function results(m: Made): ScenarioResult {
  const ends = { flow: 0.02, headLoss: 1, inletPressure: 300_000, outletPressure: 290_000 };
  const elements: Record<string, ElementResult> = {
    L: { kind: 'pipe', ...ends, velocity: 1.5, reynolds: 1e5, frictionFactor: 0.02, frictionLoss: 1, fittingLoss: 0, ...m.pipe },
    P: {
      kind: 'pump',
      flow: 0.02,
      head: 40,
      inletPressure: 150_000,
      outletPressure: 550_000,
      npsha: 9,
      npshr: 3,
      efficiency: 0.7,
      shaftPower: 10_000,
      hydraulicPower: 8000,
      speed: 2900,
      diameter: 0.2,
      stages: 1,
      running: 1,
      bestFlow: 0.02,
      flowRatio: 1,
      ...m.pump,
    },
    V: {
      kind: 'control-valve',
      ...ends,
      drop: 50_000,
      kv: 60,
      cv: 69,
      opening: 0.5,
      chokedDrop: 200_000,
      choked: false,
      ...m.valve,
    },
  };
  return {
    id: 'a',
    status: 'solved',
    findings: m.findings ?? [],
    points: {
      T: { totalHead: 2, staticPressure: 100_000, totalPressure: 100_000, outflow: m.outflow ?? 0.02 },
      W: { totalHead: m.wellHead === undefined ? -10 : m.wellHead, staticPressure: null, totalPressure: null, outflow: 0.02 },
    },
    lines: { T1: { flow: 0.02 } },
    elements,
    places: {},
    solved: {},
    breakdowns: m.breakdown ? { P: m.breakdown } : {},
    ways: m.breakdown ? { P: [{ line: 'T1', forward: true }] } : {},
    margins: [],
    incomplete: [],
    verdict: 'holds',
  };
}
