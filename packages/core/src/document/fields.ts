import { READ_FIGURES } from '../results/figures.js';
import {
  choice,
  gauge,
  impeller,
  kv,
  named,
  number,
  quantity,
  speed,
  text,
  yesNo,
  type Field,
  type Fields,
} from '../fields/field.js';
import { RATING_FIELDS, RATING_TABLE } from '../fields/rating-fields.js';
import { CHOSEN_UNITS, unitsToChoose } from '../units/units.js';
import { TYPICAL_RECOVERY } from '../valves/valve.js';

/* What a study holds beside its points, lines and elements: pumps, valves, site, scenarios, prices. */

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

export const PUMP_TYPES = [
  'end-suction',
  'inline',
  'between-bearings',
  'vertical-turbine',
  'borehole-multistage',
  'ring-section',
  'axially-split',
  'sump',
  'other',
] as const;

/** by which test NPSH is required */
export const NPSHR_CRITERIA = ['npsh3', 'maker'] as const;

export const VALVE_TYPES = [
  'globe',
  'globe-cage',
  'angle',
  'eccentric-rotary',
  'segment-ball',
  'ball',
  'butterfly',
  'diaphragm',
  'other',
] as const;

/** words of a trade, as many as a maker may list */
const wordsOf = (label: string): Field => ({ type: 'texts', most: 50, label });

/** the model of a catalogue from which an entry was taken, and its revision then */
const FROM: Field = {
  type: 'record',
  label: 'Taken from the catalogue',
  fields: { model: text('Model of the catalogue'), revision: number(1, 1e9, 'Revision', { integer: true }) },
};

/** what a motor may do beyond its plate: shared by the motor of a pump and that of a catalogue */
export const MOTOR_LIMITS: Fields = {
  serviceFactor: number(1, 2, 'Service factor'),
  derating: number(0.1, 1.2, 'Derating, altitude and ambient', { percent: true }),
  ambient: quantity('temperature', 200, 400, 'Highest ambient temperature'),
  driveDerating: number(0.1, 1, 'Derating on a VFD', { percent: true }),
  minSpeed: speed('Least speed on a VFD'),
  startsPerHour: number(0, 1000, 'Starts an hour, most'),
  startTorque: number(0.05, 10, 'Starting torque over rated'),
  pullUpTorque: number(0.05, 10, 'Pull-up torque over rated'),
  breakdownTorque: number(0.05, 20, 'Breakdown torque over rated'),
  outsideDiameter: impeller('Outside diameter'),
  leastVelocity: quantity('velocity', 0, 20, 'Least velocity past it'),
};

export const PUMP_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text('Maker'),
  family: text('Family'),
  speed: speed('Speed of the curve'),
  diameter: impeller('Impeller diameter'),
  minDiameter: impeller('Least diameter'),
  maxDiameter: impeller('Largest diameter'),
  stages: number(1, 1000, 'Stages of the curve', { integer: true, default: 1 }),
  eyes: number(1, 2, 'Suction eyes', { integer: true, default: 1 }),
  bestFlow: quantity('flow', 1e-9, 1e4, 'Best-efficiency flow of one unit'),
  stageOptions: { type: 'numbers', least: 1, most: 1000, min: 1, max: 1000, label: 'Made stage counts' },
  curve: CURVE_ROWS,
  curves: {
    type: 'list',
    least: 1,
    most: 50,
    label: 'Curves by diameter',
    of: {
      diameter: impeller('Impeller diameter', { required: true }),
      speed: speed('Speed of the curve'),
      curve: { ...CURVE_ROWS, required: true },
    },
  },
  minFlow: quantity('flow', 0, 1e4, 'Minimum continuous flow of one unit'),
  motor: {
    type: 'record',
    label: 'Motor',
    fields: {
      ratedPower: quantity('power', 1, 1e9, 'Rated power'),
      efficiency: number(0.01, 1, 'Efficiency', { percent: true, series: 3 }),
      driveEfficiency: number(0.01, 1, 'Efficiency of the drive', { percent: true }),
      voltage: quantity('voltage', 1, 1e6, 'Voltage'),
      powerFactor: number(0.01, 1, 'Power factor', { series: 3 }),
      frequency: quantity('frequency', 1, 1000, 'Frequency'),
      phases: number(1, 3, 'Phases', { integer: true }),
      ...MOTOR_LIMITS,
    },
  },
  preferredRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: 'Preferred operating region' },
  allowableRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: 'Allowable operating region' },
  maxShaftPower: quantity('power', 1, 1e9, 'Largest shaft power'),
  casingPressure: gauge('Casing pressure', { rows: { ...RATING_TABLE, label: 'Casing pressure over temperature' } }),
  maxTemperature: quantity('temperature', 1, 3000, 'Highest temperature'),
  outsideDiameter: impeller('Outside diameter'),
  eyeDiameter: impeller('Diameter of the impeller’s eye'),
  suctionBore: impeller('Bore of the suction nozzle'),
  npshrCriterion: choice(NPSHR_CRITERIA, 'NPSHR is', {
    words: { npsh3: 'NPSH3: 3 % head drop (ISO 9906)', maker: 'by the maker’s own criterion' },
    default: 'npsh3',
  }),
  solidsPassage: impeller('Free passage for solids'),
  type: choice(PUMP_TYPES, 'Type'),
  size: text('Size'),
  liquids: wordsOf('Liquids'),
  uses: wordsOf('Uses'),
  materials: wordsOf('Materials'),
  frequency: quantity('frequency', 1, 1000, 'Mains'),
  minSpeed: speed('Least speed'),
  maxSpeed: speed('Greatest speed'),
  trimStep: quantity('diameter', 1e-5, 1, 'Step of a trim'),
  typical: yesNo('Typical curve'),
  from: FROM,
};

export const VALVE_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text('Maker'),
  body: text('Body'),
  size: text('Nominal size'),
  ratedKv: number(1e-6, 1e6, 'Rated Kv'),
  ratedCv: number(1e-6, 1e6, 'Rated Cv'),
  characteristic: choice(['equal-percentage', 'linear', 'quick-opening', 'table'], 'Inherent characteristic', {
    default: 'equal-percentage',
  }),
  rangeability: number(1.0001, 1000, 'Rangeability', { default: 50 }),
  table: {
    type: 'list',
    least: 2,
    most: 500,
    label: 'Kv over travel',
    of: { travel: number(0, 1, 'Travel', { required: true, percent: true }), kv: kv('Kv', { required: true }) },
  },
  fl: number(0.05, 1, 'Pressure recovery factor FL', { default: TYPICAL_RECOVERY }),
  flTable: {
    type: 'list',
    least: 2,
    most: 100,
    label: 'FL over travel',
    of: { travel: number(0, 1, 'Travel', { required: true, percent: true }), fl: number(0.05, 1, 'FL', { required: true }) },
  },
  fd: number(0.01, 2, 'Valve style modifier Fd'),
  xfz: number(0.01, 1, 'Onset of cavitation xFz'),
  inside: { type: 'lengths', label: 'Bores of the connected pipes' },
  shutOffDrop: quantity('pressureDifference', 0, 1e9, 'Drop against which it shuts'),
  minDrop: quantity('pressureDifference', 0, 1e9, 'Least allowable drop'),
  maxDrop: quantity('pressureDifference', 0, 1e9, 'Largest allowable drop'),
  type: choice(VALVE_TYPES, 'Type'),
  ...RATING_FIELDS,
  from: FROM,
};

export const SITE_FIELDS: Fields = {
  ambientTemperature: quantity('temperature', 1, 1000, 'Temperature of the ground or air', { short: 'Ground or air' }),
  atmosphericPressure: quantity('absolutePressure', 1e3, 2e5, 'Atmospheric pressure', {
    default: '101.325 kPa(a)',
    short: 'Atmosphere',
  }),
  altitude: quantity('length', -500, 9000, 'Altitude above sea level', { short: 'Altitude' }),
  frequency: quantity('frequency', 1, 1000, 'Frequency of the mains', { short: 'Mains' }),
  gravity: quantity('acceleration', 9, 10.5, 'Gravity', { default: '9.80665 m/s2' }),
  datum: choice(['plant', 'sea-level'], 'Elevations are above', {
    words: { plant: 'the plant’s datum', 'sea-level': 'sea level' },
  }),
};

/** Units in which results are shown, by quantity, where they are not those of the study's system. */
export const DISPLAY_UNIT_FIELDS: Fields = Object.fromEntries(
  Object.keys(CHOSEN_UNITS).map((quantity) => [quantity, choice(unitsToChoose(quantity), `Unit of ${quantity}`)]),
);

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
      size: text('Nominal size', { required: true }),
      schedule: text('Schedule'),
      perMetre: number(0, 1e9, 'Cost of a metre', { required: true }),
    },
  },
};

export const SCENARIO_ROLES = ['minimum', 'normal', 'maximum', 'rated', 'start-up', 'upset'] as const;

export const SCENARIO_FIELDS: Fields = {
  ...named,
  role: choice(SCENARIO_ROLES, 'Role'),
  judged: yesNo('Judged', { default: true }),
  hoursPerYear: number(0, 8784, 'Hours a year'),
  fluid: text('Fluid'),
  temperature: quantity('temperature', 1, 3000, 'Temperature'),
  thermal: yesNo('Temperature along the way'),
  ambientTemperature: quantity('temperature', 1, 1000, 'Temperature of the ground or air'),
};

/** Grades of acceptance of a pump's curve, ISO 9906:2012. */
export const CURVE_GRADES = ['1U', '1E', '1B', '2B', '2U', '3B'] as const;

/**
 * How far an input may be from what is entered. A band and a deviation are written in the unit of the input, or as a share of it in per
 * cent, so that they are texts here; `reach/uncertain.ts` reads them.
 */
export const UNCERTAINTY_FIELDS: Fields = {
  input: text('Input', { required: true }),
  band: text('Half width of a band'),
  deviation: text('Standard deviation'),
  grade: choice(CURVE_GRADES, 'Grade of the curve'),
  reason: text('Reason', { most: 2000 }),
};

/** What an instrument showed on a day; `reach/readings.ts` reads the value in the dimension of its figure. */
export const READING_FIELDS: Fields = {
  name: text('Instrument'),
  scenario: text('Scenario', { required: true }),
  at: text('Where', { required: true }),
  figure: choice(READ_FIGURES, 'What it shows', { required: true }),
  value: text('Reading', { required: true }),
  elevation: quantity('length', -15_000, 15_000, 'Elevation of the gauge'),
  deviation: text('Standard deviation of the instrument'),
  time: text('When'),
  used: yesNo('Used in a fit', { default: true }),
};

/** longest logo, characters: some 200 KB of a picture */
export const LONGEST_LOGO = 280_000;

/** What a report of the study is made of and who stands for it; `packages/report` knows the parts. */
export const REPORT_FIELDS: Fields = {
  parts: { type: 'texts', most: 50, label: 'Parts' },
  paper: choice(['A4', 'Letter'], 'Paper'),
  scenario: text('Scenario of the calculation'),
  wholeWorking: yesNo('Every margin in the calculation'),
  checkedBy: text('Checked by'),
  approvedBy: text('Approved by'),
  revision: text('Revision'),
  date: text('Date'),
  template: text('Template that it was taken from'),
  company: text('Company or plant'),
  logo: text('Logo, PNG or JPEG as a data address', { most: LONGEST_LOGO }),
  titleFields: {
    type: 'list',
    label: 'Further lines of the title block',
    least: 0,
    most: 20,
    of: { label: text('Label', { required: true }), text: text('Text') },
  },
  headings: {
    type: 'list',
    label: 'Headings in other words',
    least: 0,
    most: 50,
    of: { part: text('Part', { required: true }), text: text('Heading', { required: true }) },
  },
  revisions: {
    type: 'list',
    label: 'Revisions',
    least: 0,
    most: 100,
    of: {
      revision: text('Revision', { required: true }),
      date: text('Date'),
      text: text('What changed', { most: 1000 }),
      preparedBy: text('Prepared by'),
      checkedBy: text('Checked by'),
      approvedBy: text('Approved by'),
    },
  },
  ledger: {
    type: 'record',
    label: 'Ledger',
    fields: {
      filter: text('Filter'),
      group: choice(['scenario', 'line', 'kind', 'figure'], 'Group'),
      hidden: { type: 'texts', most: 10, label: 'Columns that are not shown' },
      across: yesNo('Scenarios side by side'),
    },
  },
};

/** Most entries of each collection; a file beyond them is refused before it is read in depth. */
export const LARGEST_COLLECTION = {
  points: 5000,
  lines: 5000,
  elements: 2000,
  scenarios: 200,
  fluids: 100,
  pumps: 200,
  valves: 200,
  limits: 500,
  uncertainty: 100,
  readings: 500,
} as const;
