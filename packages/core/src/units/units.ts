import { STANDARD_ATMOSPHERE, STANDARD_GRAVITY } from './standard.js';
import { bracketedSecant } from '../numerics/roots.js';

/** What a quantity is of. `pressure` is at a place and gauge unless it says (a); `absolutePressure` is absolute by nature. */
export type Dimension =
  | 'length'
  | 'diameter'
  | 'roughness'
  | 'head'
  | 'flow'
  | 'pressure'
  | 'absolutePressure'
  | 'pressureDifference'
  | 'temperature'
  | 'temperatureDifference'
  | 'density'
  | 'viscosity'
  | 'kinematicViscosity'
  | 'power'
  | 'speed'
  | 'frequency'
  | 'specificCapacity'
  | 'wellLoss'
  | 'time'
  | 'velocity'
  | 'acceleration'
  | 'voltage'
  | 'weight'
  | 'crossSection'
  | 'specificHeat'
  | 'heatTransfer'
  | 'conductivity'
  | 'gasOilRatio';

export interface Unit {
  /** the way it is written back and offered to the user */
  symbol: string;
  /** SI value = factor · number + offset */
  factor: number;
  offset?: number;
  /** where no factor does it: to SI and back; NaN outside its range */
  scale?: { toSi: (number: number) => number; fromSi: (si: number) => number };
  /** a mass flow: becomes a volume flow with the density of the scenario */
  mass?: boolean;
  aliases?: readonly string[];
  /** the symbol as it is read, where it is typed otherwise: m³/h */
  shown?: string;
}

/*
 * Exact factors: NIST SP 811 (2008) appendix B.8; BIPM SI Brochure, 9th ed., table 8.
 * foot 0.3048 m, pound 0.45359237 kg, US gallon 3.785411784 L, barrel of oil 42 US gallons,
 * imperial gallon 4.54609 L, mile 5280 ft, metric horsepower 75 kgf·m/s, torr 1/760 atm, inch of mercury 3386.389 Pa,
 * standard gravity 9.80665 m/s² (metre of water at 1000 kg/m³, as is usual for mH2O at 4 °C).
 */
const FT = 0.3048;
const IN = 0.0254;
const LB = 0.45359237;
const GAL = 3.785411784e-3;
const IMPERIAL_GAL = 4.54609e-3;
/** of the International Table, J (NIST SP 811) */
const BTU = 1055.05585262;
const PSI = (LB * STANDARD_GRAVITY) / (IN * IN);

/** degrees API at 60 °F: SG = 141.5/(131.5 + API), times 999.016 kg/m³ (API MPMS 11.1) */
const API_GRAVITY = {
  toSi: (api: number): number => (api > -131.5 ? (141.5 / (131.5 + api)) * 999.016 : NaN),
  fromSi: (density: number): number => 141.5 / (density / 999.016) - 131.5,
};

/** Saybolt universal seconds of a kinematic viscosity, mm²/s, at 100 °F. Source: ASTM D2161, eq. 1. */
function sayboltSeconds(nu: number): number {
  return 4.6324 * nu + (1 + 0.03264 * nu) / ((3930.2 + 262.7 * nu + 23.97 * nu ** 2 + 1.646 * nu ** 3) * 1e-5);
}

/** from 32 s (1.81 mm²/s) on */
const SAYBOLT = {
  toSi: (seconds: number): number => {
    if (!(seconds >= 32 && seconds < 1e9)) return NaN;
    return bracketedSecant((nu) => sayboltSeconds(nu) - seconds, 1, seconds) * 1e-6;
  },
  fromSi: (kinematic: number): number => sayboltSeconds(kinematic * 1e6),
};

const LENGTHS: readonly Unit[] = [
  { symbol: 'm', factor: 1 },
  { symbol: 'mm', factor: 1e-3 },
  { symbol: 'cm', factor: 1e-2 },
  { symbol: 'km', factor: 1e3 },
  { symbol: 'in', factor: IN, aliases: ['"', 'inch'] },
  { symbol: 'ft', factor: FT, aliases: ["'"] },
  { symbol: 'yd', factor: 3 * FT },
  { symbol: 'mi', factor: 5280 * FT, aliases: ['mile', 'miles'] },
];
const PRESSURES: readonly Unit[] = [
  { symbol: 'bar', factor: 1e5 },
  { symbol: 'Pa', factor: 1 },
  { symbol: 'kPa', factor: 1e3 },
  { symbol: 'MPa', factor: 1e6 },
  { symbol: 'mbar', factor: 100 },
  { symbol: 'psi', factor: PSI },
  { symbol: 'kgf/cm2', shown: 'kgf/cm²', factor: STANDARD_GRAVITY * 1e4, aliases: ['kg/cm2', 'kgf/cm²'] },
  { symbol: 'mH2O', shown: 'mH₂O', factor: 1000 * STANDARD_GRAVITY, aliases: ['mH₂O', 'mWC'] },
  { symbol: 'ftH2O', shown: 'ftH₂O', factor: 1000 * STANDARD_GRAVITY * FT, aliases: ['ftH₂O'] },
  { symbol: 'mmHg', factor: 133.322387415 },
  { symbol: 'atm', factor: STANDARD_ATMOSPHERE },
  { symbol: 'hPa', factor: 100 },
  { symbol: 'inHg', factor: 3386.389 },
  { symbol: 'inH2O', shown: 'inH₂O', factor: 1000 * STANDARD_GRAVITY * IN, aliases: ['inH₂O'] },
  { symbol: 'Torr', factor: STANDARD_ATMOSPHERE / 760, aliases: ['torr'] },
];

/** Units of each dimension; the first is the metric default, see `DISPLAY_UNITS` for US. */
export const UNITS: Readonly<Record<Dimension, readonly Unit[]>> = {
  length: LENGTHS,
  diameter: LENGTHS,
  roughness: [
    { symbol: 'mm', factor: 1e-3 },
    { symbol: 'um', shown: 'µm', factor: 1e-6, aliases: ['µm', 'μm'] },
    { symbol: 'm', factor: 1 },
    { symbol: 'in', factor: IN },
    { symbol: 'ft', factor: FT },
  ],
  head: [
    { symbol: 'm', factor: 1 },
    { symbol: 'ft', factor: FT },
    { symbol: 'km', factor: 1e3 },
    { symbol: 'cm', factor: 1e-2 },
    { symbol: 'mm', factor: 1e-3 },
    { symbol: 'in', factor: IN },
  ],
  flow: [
    {
      symbol: 'm3/h',
      shown: 'm³/h',
      factor: 1 / 3600,
      aliases: ['m³/h', 'm^3/h', 'cum/h', 'm³/hr', 'm3/hr', 'm³/Std', 'm3/Std'],
    },
    { symbol: 'm3/s', shown: 'm³/s', factor: 1, aliases: ['m³/s', 'm^3/s'] },
    { symbol: 'm3/d', shown: 'm³/d', factor: 1 / 86400, aliases: ['m³/d'] },
    { symbol: 'L/s', factor: 1e-3, aliases: ['l/s'] },
    { symbol: 'L/min', factor: 1e-3 / 60, aliases: ['l/min'] },
    { symbol: 'L/h', factor: 1e-3 / 3600, aliases: ['l/h'] },
    { symbol: 'gpm', factor: GAL / 60, aliases: ['gpm(US)', 'USgpm', 'US gpm', 'U.S. gpm', 'gal/min'] },
    { symbol: 'bbl/d', factor: (42 * GAL) / 86400 },
    { symbol: 'MLD', factor: 1000 / 86400 },
    { symbol: 'bbl/h', factor: (42 * GAL) / 3600 },
    { symbol: 'gph', factor: GAL / 3600 },
    { symbol: 'igpm', factor: IMPERIAL_GAL / 60, aliases: ['gpm(imp)', 'impgpm'] },
    { symbol: 'MGD', factor: (1e6 * GAL) / 86400 },
    { symbol: 'ft3/s', shown: 'ft³/s', factor: FT ** 3, aliases: ['ft³/s', 'cfs'] },
    { symbol: 'ft3/min', shown: 'ft³/min', factor: FT ** 3 / 60, aliases: ['ft³/min', 'cfm'] },
    { symbol: 't/h', factor: 1000 / 3600, mass: true },
    { symbol: 't/d', factor: 1000 / 86400, mass: true },
    { symbol: 'kg/h', factor: 1 / 3600, mass: true },
    { symbol: 'kg/min', factor: 1 / 60, mass: true },
    // a million tonnes in a year of 365 days
    { symbol: 'Mt/a', factor: 1e9 / (365 * 86400), mass: true, aliases: ['Mt/y', 'MTA', 'mtpa'] },
    { symbol: 'kg/s', factor: 1, mass: true },
    { symbol: 'lb/h', factor: LB / 3600, mass: true },
  ],
  pressure: PRESSURES,
  absolutePressure: PRESSURES,
  pressureDifference: PRESSURES,
  temperature: [
    { symbol: 'C', shown: '°C', factor: 1, offset: 273.15, aliases: ['°C', 'degC'] },
    { symbol: 'K', factor: 1 },
    { symbol: 'F', shown: '°F', factor: 5 / 9, offset: 459.67 * (5 / 9), aliases: ['°F', 'degF'] },
    { symbol: 'R', shown: '°R', factor: 5 / 9, aliases: ['°R', 'degR'] },
  ],
  temperatureDifference: [
    { symbol: 'K', factor: 1 },
    { symbol: 'R', shown: '°F', factor: 5 / 9 },
  ],
  density: [
    { symbol: 'kg/m3', shown: 'kg/m³', factor: 1, aliases: ['kg/m³', 'kg/m^3'] },
    { symbol: 'g/cm3', shown: 'g/cm³', factor: 1000, aliases: ['g/cm³', 'kg/L', 'kg/l'] },
    { symbol: 'lb/ft3', shown: 'lb/ft³', factor: LB / FT ** 3, aliases: ['lb/ft³'] },
    { symbol: 'lb/gal', factor: LB / GAL, aliases: ['ppg'] },
    { symbol: 'API', shown: '°API', factor: NaN, scale: API_GRAVITY, aliases: ['°API', 'degAPI'] },
  ],
  viscosity: [
    { symbol: 'mPa.s', shown: 'mPa·s', factor: 1e-3, aliases: ['mPa·s', 'mPas'] },
    { symbol: 'Pa.s', shown: 'Pa·s', factor: 1, aliases: ['Pa·s', 'Pas'] },
    { symbol: 'cP', factor: 1e-3 },
    { symbol: 'P', factor: 0.1 },
    { symbol: 'uPa.s', shown: 'µPa·s', factor: 1e-6, aliases: ['µPa·s', 'µPa.s'] },
  ],
  kinematicViscosity: [
    { symbol: 'mm2/s', shown: 'mm²/s', factor: 1e-6, aliases: ['mm²/s'] },
    { symbol: 'cSt', factor: 1e-6 },
    { symbol: 'm2/s', shown: 'm²/s', factor: 1, aliases: ['m²/s'] },
    { symbol: 'ft2/s', shown: 'ft²/s', factor: FT * FT, aliases: ['ft²/s'] },
    { symbol: 'SSU', factor: NaN, scale: SAYBOLT, aliases: ['SUS'] },
  ],
  power: [
    { symbol: 'kW', factor: 1e3 },
    { symbol: 'W', factor: 1 },
    { symbol: 'MW', factor: 1e6 },
    { symbol: 'hp', factor: 550 * FT * LB * STANDARD_GRAVITY },
    { symbol: 'PS', factor: 75 * STANDARD_GRAVITY },
  ],
  speed: [
    {
      symbol: 'rpm',
      factor: 1,
      aliases: ['1/min', 'r/min', 'min-1', 'min⁻¹', 'U/min', 'tr/min', 'giri/min', 'obr/min', 'varv/min'],
    },
    { symbol: 'Hz', factor: 60 },
    { symbol: '1/s', factor: 60, aliases: ['r/s', 'rps'] },
    { symbol: 'rad/s', factor: 30 / Math.PI },
  ],
  frequency: [{ symbol: 'Hz', factor: 1 }],
  specificCapacity: [
    { symbol: 'm3/h/m', shown: 'm³/h per m', factor: 1 / 3600, aliases: ['m³/h/m', 'm3/h per m'] },
    { symbol: 'L/s/m', shown: 'L/s per m', factor: 1e-3, aliases: ['l/s/m'] },
    { symbol: 'm3/d/m', shown: 'm³/d per m', factor: 1 / 86400 },
    { symbol: 'm2/s', shown: 'm²/s', factor: 1, aliases: ['m3/s/m'] },
    { symbol: 'gpm/ft', shown: 'gpm per ft', factor: GAL / 60 / FT },
  ],
  wellLoss: [
    { symbol: 'm/(m3/h)2', shown: 'm/(m³/h)²', factor: 3600 * 3600, aliases: ['m/(m³/h)²'] },
    { symbol: 's2/m5', shown: 's²/m⁵', factor: 1, aliases: ['s²/m⁵'] },
    { symbol: 'm/(L/s)2', shown: 'm/(L/s)²', factor: 1e6 },
    { symbol: 'ft/gpm2', shown: 'ft/gpm²', factor: FT / (GAL / 60) ** 2 },
  ],
  time: [
    { symbol: 'h', factor: 3600 },
    { symbol: 'min', factor: 60 },
    { symbol: 's', factor: 1 },
    { symbol: 'd', factor: 86400 },
  ],
  velocity: [
    { symbol: 'm/s', factor: 1 },
    { symbol: 'ft/s', factor: FT },
  ],
  acceleration: [
    { symbol: 'm/s2', shown: 'm/s²', factor: 1, aliases: ['m/s²', 'm/s^2'] },
    { symbol: 'ft/s2', shown: 'ft/s²', factor: FT, aliases: ['ft/s²'] },
  ],
  voltage: [
    { symbol: 'V', factor: 1 },
    { symbol: 'kV', factor: 1e3 },
  ],
  weight: [
    { symbol: 'kg', factor: 1 },
    { symbol: 't', factor: 1000, aliases: ['tonne', 'tonnes'] },
    { symbol: 'lb', factor: 0.45359237, aliases: ['lbs', 'pound', 'pounds'] },
  ],
  crossSection: [
    { symbol: 'mm2', shown: 'mm²', factor: 1e-6, aliases: ['mm²', 'mm^2'] },
    { symbol: 'cm2', shown: 'cm²', factor: 1e-4, aliases: ['cm²'] },
    { symbol: 'm2', shown: 'm²', factor: 1, aliases: ['m²'] },
    { symbol: 'in2', shown: 'in²', factor: IN ** 2, aliases: ['in²'] },
    { symbol: 'kcmil', factor: (Math.PI / 4) * (IN / 1000) ** 2 * 1000, aliases: ['MCM'] },
  ],
  specificHeat: [
    { symbol: 'kJ/kg/K', shown: 'kJ/(kg·K)', factor: 1e3, aliases: ['kJ/(kg·K)', 'kJ/(kg.K)'] },
    { symbol: 'J/kg/K', shown: 'J/(kg·K)', factor: 1, aliases: ['J/(kg·K)', 'J/(kg.K)'] },
    { symbol: 'Btu/lb/F', shown: 'Btu/(lb·°F)', factor: (BTU / LB) * 1.8, aliases: ['Btu/(lb·°F)', 'Btu/(lb.F)'] },
  ],
  heatTransfer: [
    { symbol: 'W/m2/K', shown: 'W/(m²·K)', factor: 1, aliases: ['W/(m²·K)', 'W/(m2.K)', 'W/m²/K', 'W/m2K', 'W/m²K'] },
    {
      symbol: 'Btu/h/ft2/F',
      shown: 'Btu/(h·ft²·°F)',
      factor: ((BTU / 3600) * 1.8) / FT ** 2,
      aliases: ['Btu/(h·ft²·°F)', 'Btu/(h.ft2.F)', 'Btu/h/ft²/F', 'Btu/h/ft²/°F', 'Btu/h/ft2/°F'],
    },
  ],
  conductivity: [
    { symbol: 'W/m/K', shown: 'W/(m·K)', factor: 1, aliases: ['W/(m·K)', 'W/(m.K)', 'W/mK'] },
    {
      symbol: 'Btu/h/ft/F',
      shown: 'Btu/(h·ft·°F)',
      factor: ((BTU / 3600) * 1.8) / FT,
      aliases: ['Btu/(h·ft·°F)', 'Btu/(h.ft.F)', 'Btu/h/ft/°F'],
    },
  ],
  gasOilRatio: [
    { symbol: 'Sm3/Sm3', shown: 'Sm³/Sm³', factor: 1, aliases: ['Sm³/Sm³', 'm3/m3', 'm³/m³'] },
    { symbol: 'scf/bbl', shown: 'scf/bbl', factor: FT ** 3 / (42 * GAL), aliases: ['scf/STB', 'scf/stb', 'ft3/bbl'] },
  ],
};

export type SystemName = 'metric' | 'us';

/** What results are shown in: the usual units of a system, some of them chosen anew. */
export type UnitSystem = SystemName | { base: SystemName; own: Readonly<Partial<Record<Dimension, string>>> };

/** Sets of units that a person may choose by name. In SI, litres and kilopascals as water and process industries write them. */
export const NAMED_SYSTEMS: Readonly<Record<SystemName | 'si', UnitSystem>> = {
  metric: 'metric',
  us: 'us',
  si: {
    base: 'metric',
    own: {
      flow: 'L/s',
      pressure: 'kPa',
      absolutePressure: 'kPa',
      pressureDifference: 'kPa',
      specificCapacity: 'L/s/m',
      wellLoss: 's2/m5',
    },
  },
};

/** quantities whose unit a study may choose, with the dimensions that go by it */
export const CHOSEN_UNITS: Readonly<Record<string, readonly Dimension[]>> = {
  flow: ['flow'],
  head: ['head'],
  length: ['length'],
  diameter: ['diameter'],
  pressure: ['pressure', 'absolutePressure', 'pressureDifference'],
  temperature: ['temperature'],
  velocity: ['velocity'],
  power: ['power'],
};

/** the same for a person, who may choose more */
export const PERSON_UNITS: Readonly<Record<string, readonly Dimension[]>> = {
  ...CHOSEN_UNITS,
  viscosity: ['kinematicViscosity'],
};

/** units that a result of a quantity can be shown in: a mass flow would need a density */
export function unitsToChoose(quantity: string): string[] {
  return UNITS[PERSON_UNITS[quantity]![0]!].filter((x) => !x.mass).map((x) => x.symbol);
}

const chosen = new WeakMap<object, Map<SystemName, UnitSystem>>();

/** The units that a study shows; the same object for the same choice. */
export function unitsOf(study: { units?: SystemName; displayUnits?: Readonly<Record<string, string>> }): UnitSystem {
  const base = study.units ?? 'metric';
  const { displayUnits } = study;
  if (!displayUnits || Object.keys(displayUnits).length === 0) return base;
  const known = chosen.get(displayUnits) ?? new Map<SystemName, UnitSystem>();
  chosen.set(displayUnits, known);
  if (!known.has(base)) known.set(base, systemWith(base, displayUnits));
  return known.get(base)!;
}

/** A system with other units for some quantities, which are named as in `PERSON_UNITS`. */
export function systemWith(base: SystemName, units: Readonly<Record<string, string>>): UnitSystem {
  const own = Object.entries(units).flatMap(([quantity, symbol]) =>
    (PERSON_UNITS[quantity] ?? []).filter((d) => findUnit(d, symbol)).map((d) => [d, symbol] as const),
  );
  return { base, own: Object.fromEntries(own) };
}

/** The unit in which a result of each dimension is shown when nobody typed one. */
export const DISPLAY_UNITS: Readonly<Record<SystemName, Readonly<Record<Dimension, string>>>> = {
  metric: {
    length: 'm',
    diameter: 'mm',
    roughness: 'mm',
    head: 'm',
    flow: 'm3/h',
    pressure: 'bar',
    absolutePressure: 'bar',
    pressureDifference: 'bar',
    temperature: 'C',
    temperatureDifference: 'K',
    density: 'kg/m3',
    viscosity: 'mPa.s',
    kinematicViscosity: 'mm2/s',
    power: 'kW',
    speed: 'rpm',
    frequency: 'Hz',
    specificCapacity: 'm3/h/m',
    wellLoss: 'm/(m3/h)2',
    time: 'h',
    velocity: 'm/s',
    acceleration: 'm/s2',
    voltage: 'V',
    weight: 'kg',
    crossSection: 'mm2',
    specificHeat: 'kJ/kg/K',
    heatTransfer: 'W/m2/K',
    conductivity: 'W/m/K',
    gasOilRatio: 'Sm3/Sm3',
  },
  us: {
    length: 'ft',
    diameter: 'in',
    roughness: 'in',
    head: 'ft',
    flow: 'gpm',
    pressure: 'psi',
    absolutePressure: 'psi',
    pressureDifference: 'psi',
    temperature: 'F',
    temperatureDifference: 'R',
    density: 'lb/ft3',
    viscosity: 'cP',
    kinematicViscosity: 'cSt',
    power: 'hp',
    speed: 'rpm',
    frequency: 'Hz',
    specificCapacity: 'gpm/ft',
    wellLoss: 'ft/gpm2',
    time: 'h',
    velocity: 'ft/s',
    acceleration: 'ft/s2',
    voltage: 'V',
    weight: 'lb',
    crossSection: 'kcmil',
    specificHeat: 'Btu/lb/F',
    heatTransfer: 'Btu/h/ft2/F',
    conductivity: 'Btu/h/ft/F',
    gasOilRatio: 'scf/bbl',
  },
};

const index = new Map<Dimension, Map<string, Unit>>();
for (const [dimension, list] of Object.entries(UNITS) as [Dimension, readonly Unit[]][]) {
  const names = new Map<string, Unit>();
  for (const unit of list) for (const name of [unit.symbol, ...(unit.aliases ?? [])]) names.set(name, unit);
  index.set(dimension, names);
}

/** Everything that is written for a unit of a dimension. */
export const unitNames = (dimension: Dimension): string[] => [...index.get(dimension)!.keys()];

/** The unit of a dimension that is written so, or undefined. */
export function findUnit(dimension: Dimension, symbol: string): Unit | undefined {
  return index.get(dimension)!.get(symbol);
}

/** Every dimension in which a symbol is a unit; used to say what was found in place of what is right. */
export function dimensionsOf(symbol: string): Dimension[] {
  return (Object.keys(UNITS) as Dimension[]).filter((d) => findUnit(d, symbol) !== undefined);
}
