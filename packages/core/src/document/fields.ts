import { FITTING_TYPES } from '../fittings/fitting.js';
import type { Dimension } from '../units/units.js';

/*
 * One table of what a study may hold: the reader, the JSON Schema, the web's fields and the docs are made from it.
 * Bounds are SI and keep out what cannot be meant (a length of 1e9 m), not what is merely unwise.
 */

interface Common {
  /** trade term shown beside the field */
  label?: string;
  required?: boolean;
}

export type Field =
  | (Common & {
      type: 'quantity';
      dimension: Dimension;
      min: number;
      max: number;
      positive?: boolean;
      solve?: boolean;
      bare?: boolean;
      /** words that stand for another entry of the same thing: `low` for `lowLevel` */
      words?: Readonly<Record<string, string>>;
    })
  | (Common & { type: 'number'; min: number; max: number; integer?: boolean; solve?: boolean; percent?: boolean })
  | (Common & { type: 'boolean' })
  | (Common & { type: 'text'; most?: number })
  | (Common & { type: 'choice'; values: readonly string[] })
  | (Common & { type: 'list'; of: Fields; least: number; most: number })
  | (Common & { type: 'numbers'; least: number; most: number; min: number; max: number })
  | (Common & { type: 'lengths' })
  | (Common & { type: 'record'; fields: Fields });

export type Fields = Readonly<Record<string, Field>>;

const quantity = (dimension: Dimension, min: number, max: number, label: string, more: Partial<Field> = {}): Field =>
  ({ type: 'quantity', dimension, min, max, label, ...more }) as Field;
const number = (min: number, max: number, label: string, more: Partial<Field> = {}): Field =>
  ({ type: 'number', min, max, label, ...more }) as Field;
const text = (label?: string): Field => ({ type: 'text', ...(label ? { label } : {}) });

const length = (label: string, more: Partial<Field> = {}): Field => quantity('length', 0, 1e7, label, more);
const elevation = (label: string): Field => quantity('length', -15_000, 15_000, label);
const bore = (label: string): Field => quantity('diameter', 1e-4, 30, label);
const flow = (label: string, more: Partial<Field> = {}): Field => quantity('flow', -1e5, 1e5, label, more);
const drop = (label: string, more: Partial<Field> = {}): Field => quantity('pressureDifference', 0, 1e9, label, more);
const gauge = (label: string, more: Partial<Field> = {}): Field => quantity('pressure', -1.1e5, 1e9, label, more);
const kv = (label: string, more: Partial<Field> = {}): Field => number(0, 1e6, label, more);
const speed = (label: string): Field => quantity('speed', 1, 1e5, label);

const named = { name: text('Name'), notes: text('Notes') };

export const FLUID_FIELDS: Readonly<Record<string, Fields>> = {
  constant: {
    ...named,
    density: quantity('density', 1, 25_000, 'Density', { required: true, bare: true }),
    viscosity: quantity('viscosity', 1e-7, 1e4, 'Viscosity'),
    kinematicViscosity: quantity('kinematicViscosity', 1e-9, 10, 'Kinematic viscosity'),
    vapourPressure: quantity('absolutePressure', 0, 1e8, 'Vapour pressure', { required: true }),
    criticalPressure: quantity('absolutePressure', 1e4, 1e9, 'Critical pressure'),
    specificHeat: quantity('specificHeat', 100, 20_000, 'Specific heat'),
  },
  water: named,
  'sea-water': { ...named, salinity: number(0, 0.15, 'Salinity, kg salt per kg', { required: true, percent: true }) },
  brine: {
    ...named,
    salt: { type: 'choice', values: ['NaCl', 'CaCl2'], required: true, label: 'Salt' },
    concentration: number(0, 0.37, 'Concentration, kg salt per kg', { required: true, percent: true }),
  },
  glycol: {
    ...named,
    glycol: { type: 'choice', values: ['ethylene', 'propylene'], required: true, label: 'Glycol' },
    concentration: number(0, 0.6, 'Concentration, kg glycol per kg', { required: true, percent: true }),
  },
  oil: {
    ...named,
    density: quantity('density', 500, 1200, 'Density at 15 °C', { required: true, bare: true }),
    group: { type: 'choice', values: ['fuel', 'lubricating'], label: 'Expansion as of' },
    viscosities: {
      type: 'list',
      least: 2,
      most: 2,
      required: true,
      label: 'Two viscosity points',
      of: {
        temperature: quantity('temperature', 200, 700, 'Temperature', { required: true }),
        kinematicViscosity: quantity('kinematicViscosity', 2e-6, 20, 'Kinematic viscosity', { required: true }),
      },
    },
    vapourPressure: quantity('absolutePressure', 0, 1e8, 'Vapour pressure', { required: true }),
    criticalPressure: quantity('absolutePressure', 1e4, 1e9, 'Critical pressure'),
    specificHeat: quantity('specificHeat', 100, 20_000, 'Specific heat'),
  },
  table: {
    ...named,
    criticalPressure: quantity('absolutePressure', 1e4, 1e9, 'Critical pressure'),
    specificHeat: quantity('specificHeat', 100, 20_000, 'Specific heat'),
    rows: {
      type: 'list',
      least: 1,
      most: 500,
      required: true,
      label: 'Properties over temperature',
      of: {
        temperature: quantity('temperature', 1, 3000, 'Temperature', { required: true }),
        density: quantity('density', 1, 25_000, 'Density', { required: true, bare: true }),
        viscosity: quantity('viscosity', 1e-7, 1e4, 'Viscosity'),
        kinematicViscosity: quantity('kinematicViscosity', 1e-9, 10, 'Kinematic viscosity'),
        vapourPressure: quantity('absolutePressure', 1e-9, 1e8, 'Vapour pressure', { required: true }),
      },
    },
  },
};

const CURVE_ROWS: Field = {
  type: 'list',
  least: 2,
  most: 500,
  label: 'Curve',
  of: {
    flow: quantity('flow', 0, 1e4, 'Flow', { required: true }),
    head: quantity('head', -1e4, 1e5, 'Head', { required: true }),
    efficiency: number(0, 1, 'Efficiency', { percent: true }),
    power: quantity('power', 0, 1e10, 'Shaft power'),
    npshr: quantity('head', 0, 1000, 'NPSHR'),
  },
};

export const PUMP_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text('Maker'),
  family: text('Family'),
  speed: quantity('speed', 1, 1e5, 'Speed of the curve', { required: true }),
  diameter: quantity('diameter', 1e-3, 20, 'Impeller diameter'),
  minDiameter: quantity('diameter', 1e-3, 20, 'Least diameter'),
  maxDiameter: quantity('diameter', 1e-3, 20, 'Largest diameter'),
  stages: number(1, 1000, 'Stages of the curve', { integer: true }),
  stageOptions: { type: 'numbers', least: 1, most: 1000, min: 1, max: 1000, label: 'Made stage counts' },
  curve: CURVE_ROWS,
  curves: {
    type: 'list',
    least: 1,
    most: 50,
    label: 'Curves by diameter',
    of: {
      diameter: quantity('diameter', 1e-3, 20, 'Impeller diameter', { required: true }),
      speed: speed('Speed of the curve'),
      curve: { ...CURVE_ROWS, required: true },
    },
  },
  minFlow: quantity('flow', 0, 1e4, 'Minimum continuous flow'),
  motor: {
    type: 'record',
    label: 'Motor',
    fields: {
      ratedPower: quantity('power', 1, 1e9, 'Rated power'),
      efficiency: number(0.01, 1, 'Efficiency', { percent: true }),
      voltage: quantity('voltage', 1, 1e6, 'Voltage'),
      powerFactor: number(0.01, 1, 'Power factor'),
      frequency: quantity('frequency', 1, 1000, 'Frequency'),
    },
  },
  preferredRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: 'Preferred operating region' },
  allowableRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: 'Allowable operating region' },
  maxShaftPower: quantity('power', 1, 1e9, 'Largest shaft power'),
  casingPressure: gauge('Casing pressure'),
  maxTemperature: quantity('temperature', 1, 3000, 'Highest temperature'),
  outsideDiameter: quantity('diameter', 1e-3, 20, 'Outside diameter'),
};

export const VALVE_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text('Maker'),
  body: text('Body'),
  size: text('Nominal size'),
  ratedKv: number(1e-6, 1e6, 'Rated Kv'),
  ratedCv: number(1e-6, 1e6, 'Rated Cv'),
  characteristic: {
    type: 'choice',
    values: ['equal-percentage', 'linear', 'quick-opening', 'table'],
    label: 'Inherent characteristic',
  },
  rangeability: number(1.0001, 1000, 'Rangeability'),
  table: {
    type: 'list',
    least: 2,
    most: 500,
    label: 'Kv over travel',
    of: { travel: number(0, 1, 'Travel', { required: true, percent: true }), kv: kv('Kv', { required: true }) },
  },
  fl: number(0.05, 1, 'Pressure recovery factor FL'),
  fd: number(0.01, 2, 'Valve style modifier Fd'),
  xfz: number(0.01, 1, 'Onset of cavitation xFz'),
  inside: { type: 'lengths', label: 'Bores of the connected pipes' },
};

/** `"level": "low"` is the entry `lowLevel` of the same vessel */
export const LEVEL_WORDS = { low: 'lowLevel', normal: 'normalLevel', high: 'highLevel' } as const;

export const POINT_FIELDS: Readonly<Record<string, Fields>> = {
  vessel: {
    ...named,
    elevation: elevation('Nozzle elevation'),
    level: quantity('length', -1000, 10_000, 'Liquid level above the nozzle', { solve: true, words: LEVEL_WORDS }),
    lowLevel: quantity('length', -1000, 10_000, 'Low level'),
    normalLevel: quantity('length', -1000, 10_000, 'Normal level'),
    highLevel: quantity('length', -1000, 10_000, 'High level'),
    pressure: gauge('Pressure on the surface', { solve: true }),
    flow: flow('Flow into the system'),
  },
  pressure: {
    ...named,
    elevation: elevation('Elevation'),
    pressure: gauge('Pressure', { solve: true }),
    basis: { type: 'choice', values: ['static', 'total'], label: 'Pressure is' },
    flow: flow('Flow into the system'),
  },
  flow: { ...named, elevation: elevation('Elevation'), flow: flow('Flow into the system', { solve: true }) },
  well: {
    ...named,
    elevation: elevation('Intake elevation'),
    restLevel: elevation('Water level at rest'),
    specificCapacity: quantity('specificCapacity', 1e-9, 1e4, 'Specific capacity'),
  },
  junction: { ...named, elevation: elevation('Elevation'), offtake: flow('Flow leaving here') },
};

const element = { ...named, outletElevation: elevation('Outlet elevation') };

export const ELEMENT_FIELDS: Readonly<Record<string, Fields>> = {
  pipe: {
    ...element,
    length: length('Length'),
    inside: bore('Inside diameter'),
    size: text('Nominal size'),
    schedule: text('Schedule'),
    material: text('Material'),
    roughness: quantity('roughness', 0, 1, 'Roughness'),
    fittings: {
      type: 'list',
      least: 0,
      most: 500,
      label: 'Fittings',
      of: {
        k: number(0, 1e6, 'K'),
        type: { type: 'choice', values: FITTING_TYPES, label: 'Type' },
        equivalentLength: length('Equivalent length'),
        count: number(0, 10_000, 'Count'),
        to: bore('Other bore'),
        angle: number(1, 180, 'Included angle in degrees'),
        name: text(),
      },
    },
    hazenWilliams: number(10, 300, 'Hazen–Williams C'),
    profile: {
      type: 'list',
      least: 0,
      most: 5000,
      label: 'Profile',
      of: { distance: length('Distance', { required: true }), elevation: { ...elevation('Elevation'), required: true } },
    },
    designPressure: gauge('Design pressure'),
  },
  pump: {
    ...element,
    mode: { type: 'choice', values: ['flow', 'head', 'power', 'curve', 'off'], label: 'Given' },
    flow: flow('Flow'),
    head: quantity('head', -1e5, 1e5, 'Head', { solve: true }),
    shaftPower: quantity('power', 0, 1e10, 'Shaft power'),
    efficiency: number(1e-6, 1, 'Efficiency', { percent: true }),
    pump: text('Pump'),
    speed: speed('Speed'),
    diameter: quantity('diameter', 1e-3, 20, 'Impeller diameter'),
    stages: number(1, 1000, 'Stages', { integer: true }),
    running: number(0, 100, 'Units running', { integer: true }),
    wear: number(0, 0.99, 'Wear, head lost', { percent: true }),
    viscosityCorrection: { type: 'boolean', label: 'Viscosity correction' },
    datum: elevation('NPSH datum'),
    rated: {
      type: 'record',
      label: 'Rated point',
      fields: {
        flow: flow('Rated flow', { required: true }),
        head: quantity('head', -1e5, 1e5, 'Rated head', { required: true }),
      },
    },
  },
  'control-valve': {
    ...element,
    mode: {
      type: 'choice',
      values: ['opening', 'kv', 'cv', 'drop', 'flow', 'outlet-pressure', 'inlet-pressure'],
      label: 'Given',
    },
    valve: text('Valve'),
    opening: number(0, 1, 'Opening', { solve: true, percent: true }),
    kv: kv('Kv', { solve: true }),
    cv: kv('Cv', { solve: true }),
    drop: drop('Pressure drop', { solve: true }),
    flow: flow('Flow held'),
    pressure: gauge('Pressure held'),
  },
  device: {
    ...element,
    drop: drop('Pressure drop', { solve: true }),
    at: quantity('flow', 1e-12, 1e5, 'at flow'),
    exponent: number(0.1, 5, 'Exponent'),
    table: {
      type: 'list',
      least: 1,
      most: 500,
      label: 'Drop over flow',
      of: { flow: quantity('flow', 0, 1e5, 'Flow', { required: true }), drop: { ...drop('Drop'), required: true } },
    },
    fouling: number(0, 1e4, 'Fouling factor on the drop'),
  },
  orifice: {
    ...element,
    bore: bore('Orifice bore'),
    inside: bore('Pipe inside diameter'),
    cd: number(0.1, 1, 'Discharge coefficient'),
  },
  'hand-valve': {
    ...element,
    k: number(0, 1e9, 'K'),
    inside: bore('Inside diameter'),
    kv: kv('Kv'),
    cv: kv('Cv'),
    closed: { type: 'boolean', label: 'Closed' },
  },
  'non-return': { ...element, k: number(0, 1e9, 'K'), inside: bore('Inside diameter') },
};

export const LINE_FIELDS: Fields = { ...named, flow: flow('Flow fixed'), closed: { type: 'boolean', label: 'Shut' } };

export const SITE_FIELDS: Fields = {
  atmosphericPressure: quantity('absolutePressure', 1e3, 2e5, 'Atmospheric pressure'),
  gravity: quantity('acceleration', 9, 10.5, 'Gravity'),
};

/** What a comparison of line sizes reckons with; money is in the study's own currency. */
export const ECONOMICS_FIELDS: Fields = {
  currency: text('Currency'),
  energyPrice: number(0, 1e6, 'Price of a kWh'),
  life: number(0, 200, 'Life in years'),
  interest: number(0, 1, 'Interest a year', { percent: true }),
  efficiency: number(0.01, 1, 'Efficiency of pump and driver where none is chosen', { percent: true }),
  pipeCosts: {
    type: 'list',
    least: 0,
    most: 500,
    label: 'Cost of pipe',
    of: {
      size: { type: 'text', label: 'Nominal size', required: true },
      schedule: text('Schedule'),
      perMetre: number(0, 1e9, 'Cost of a metre', { required: true }),
    },
  },
};

export const SCENARIO_ROLES = ['minimum', 'normal', 'maximum', 'rated', 'start-up', 'upset'] as const;

export const SCENARIO_FIELDS: Fields = {
  ...named,
  role: { type: 'choice', values: SCENARIO_ROLES, label: 'Role' },
  judged: { type: 'boolean', label: 'Judged' },
  hoursPerYear: number(0, 8784, 'Hours a year'),
  fluid: text('Fluid'),
  temperature: quantity('temperature', 1, 3000, 'Temperature'),
};

export const CHECKS = [
  'npsh-ratio',
  'npsh-difference',
  'flow-region',
  'minimum-flow',
  'rated-flow',
  'curve-range',
  'head-rise',
  'motor-power',
  'valve-opening',
  'valve-authority',
  'valve-cavitation',
  'valve-choked',
  'valve-drop',
  'set-point',
  'velocity',
  'highest-pressure',
  'lowest-pressure',
  'suction-specific-speed',
  'stage-limits',
  'submergence',
  'well-level',
  'method-range',
] as const;
export type CheckCode = (typeof CHECKS)[number];

/** Most entries of each collection; a file beyond them is refused before it is read in depth. */
export const MOST = {
  points: 5000,
  lines: 5000,
  elements: 2000,
  scenarios: 200,
  fluids: 100,
  pumps: 200,
  valves: 200,
  limits: 500,
} as const;
