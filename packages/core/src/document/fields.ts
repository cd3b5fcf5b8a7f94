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
import { word, type Word } from '../words/word.js';

/* What a study holds beside its points, lines and elements: pumps, valves, site, scenarios, prices. */

const CURVE_ROWS: Field = {
  type: 'list',
  least: 2,
  most: 500,
  label: word('field.curve'),
  of: {
    flow: quantity('flow', 0, 1e4, word('field.flow'), { required: true }),
    head: quantity('head', -1e4, 1e5, word('field.head'), { required: true }),
    efficiency: number(0, 1, word('field.efficiency'), { percent: true }),
    power: quantity('power', 0, 1e10, word('field.shaft-power')),
    npshr: quantity('head', 0, 1000, word('field.npshr')),
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
const wordsOf = (label: Word): Field => ({ type: 'texts', most: 50, label });

/** the model of a catalogue from which an entry was taken, and its revision then */
const FROM: Field = {
  type: 'record',
  label: word('field.from-the-catalogue'),
  fields: { model: text(word('field.catalogue-model')), revision: number(1, 1e9, word('field.revision'), { integer: true }) },
};

/** what a motor may do beyond its plate: shared by the motor of a pump and that of a catalogue */
export const MOTOR_LIMITS: Fields = {
  serviceFactor: number(1, 2, word('field.service-factor')),
  derating: number(0.1, 1.2, word('field.derating-for-altitude-and-ambient'), { percent: true }),
  ambient: quantity('temperature', 200, 400, word('field.maximum-ambient-temperature')),
  driveDerating: number(0.1, 1, word('field.derating-on-a-vfd'), { percent: true }),
  minSpeed: speed(word('field.minimum-speed-on-a-vfd')),
  startsPerHour: number(0, 1000, word('field.allowable-starts-per-hour')),
  startTorque: number(0.05, 10, word('field.starting-torque-over-rated-torque')),
  pullUpTorque: number(0.05, 10, word('field.pull-up-torque-over-rated-torque')),
  breakdownTorque: number(0.05, 20, word('field.breakdown-torque-over-rated-torque')),
  outsideDiameter: impeller(word('field.outside-diameter')),
  leastVelocity: quantity('velocity', 0, 20, word('field.minimum-velocity-past-the-motor')),
};

/** what an offer says, of pumps, valves and motors */
export const OFFER_FIELDS: Fields = {
  price: text(word('field.price'), { most: 40, money: true }),
  deliveryTime: number(0, 3650, word('field.delivery-time-days')),
  weight: quantity('weight', 0, 1e6, word('field.weight')),
};

export const PUMP_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text(word('field.maker')),
  family: text(word('field.family')),
  speed: speed(word('field.speed-of-the-curve')),
  diameter: impeller(word('field.impeller-diameter')),
  minDiameter: impeller(word('field.minimum-diameter')),
  maxDiameter: impeller(word('field.maximum-diameter')),
  stages: number(1, 1000, word('field.stages-of-the-curve'), { integer: true, default: 1 }),
  eyes: number(1, 2, word('field.suction-eyes'), { integer: true, default: 1 }),
  bestFlow: quantity('flow', 1e-9, 1e4, word('field.best-efficiency-flow-per-unit')),
  stageOptions: { type: 'numbers', least: 1, most: 1000, min: 1, max: 1000, label: word('field.available-stage-counts') },
  curve: CURVE_ROWS,
  curves: {
    type: 'list',
    least: 1,
    most: 50,
    label: word('field.curves-by-diameter'),
    of: {
      diameter: impeller(word('field.impeller-diameter'), { required: true }),
      speed: speed(word('field.speed-of-the-curve')),
      curve: { ...CURVE_ROWS, required: true },
    },
  },
  minFlow: quantity('flow', 0, 1e4, word('field.minimum-continuous-flow-per-unit')),
  motor: {
    type: 'record',
    label: word('field.motor'),
    fields: {
      ratedPower: quantity('power', 1, 1e9, word('field.rated-power')),
      efficiency: number(0.01, 1, word('field.efficiency'), { percent: true, series: 3 }),
      driveEfficiency: number(0.01, 1, word('field.drive-efficiency'), { percent: true }),
      voltage: quantity('voltage', 1, 1e6, word('field.voltage')),
      powerFactor: number(0.01, 1, word('field.power-factor'), { series: 3 }),
      frequency: quantity('frequency', 1, 1000, word('field.frequency')),
      phases: number(1, 3, word('field.phases'), { integer: true }),
      ...MOTOR_LIMITS,
    },
  },
  preferredRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: word('field.preferred-operating-region') },
  allowableRegion: { type: 'numbers', least: 2, most: 2, min: 0, max: 10, label: word('field.allowable-operating-region') },
  maxShaftPower: quantity('power', 1, 1e9, word('field.maximum-shaft-power')),
  casingPressure: gauge(word('field.casing-pressure'), {
    rows: { ...RATING_TABLE, label: word('field.casing-pressure-over-temperature') },
  }),
  maxTemperature: quantity('temperature', 1, 3000, word('field.maximum-temperature')),
  outsideDiameter: impeller(word('field.outside-diameter')),
  eyeDiameter: impeller(word('field.impeller-eye-diameter')),
  suctionBore: impeller(word('field.suction-nozzle-bore')),
  npshrCriterion: choice(NPSHR_CRITERIA, word('field.npshr-basis'), {
    words: { npsh3: word('choice.npsh3-3-pct-head-drop-iso-9906'), maker: word('choice.makers-own-criterion') },
    default: 'npsh3',
  }),
  solidsPassage: impeller(word('field.free-passage-for-solids')),
  type: choice(PUMP_TYPES, word('field.type')),
  size: text(word('field.size')),
  liquids: wordsOf(word('field.liquids')),
  uses: wordsOf(word('field.uses')),
  materials: wordsOf(word('field.materials')),
  seal: text(word('field.shaft-seal')),
  frequency: quantity('frequency', 1, 1000, word('field.mains')),
  minSpeed: speed(word('field.minimum-speed')),
  maxSpeed: speed(word('field.maximum-speed')),
  trimStep: quantity('diameter', 1e-5, 1, word('field.trim-step')),
  typical: yesNo(word('field.typical-curve')),
  ...OFFER_FIELDS,
  from: FROM,
};

export const VALVE_ENTRY_FIELDS: Fields = {
  ...named,
  maker: text(word('field.maker')),
  body: text(word('field.body')),
  size: text(word('field.nominal-size')),
  ratedKv: number(1e-6, 1e6, word('field.rated-kv')),
  ratedCv: number(1e-6, 1e6, word('field.rated-cv')),
  characteristic: choice(['equal-percentage', 'linear', 'quick-opening', 'table'], word('field.inherent-characteristic'), {
    default: 'equal-percentage',
  }),
  rangeability: number(1.0001, 1000, word('field.rangeability'), { default: 50 }),
  table: {
    type: 'list',
    least: 2,
    most: 500,
    label: word('field.kv-over-travel'),
    of: {
      travel: number(0, 1, word('field.travel'), { required: true, percent: true }),
      kv: kv(word('field.kv'), { required: true }),
    },
  },
  fl: number(0.05, 1, word('field.pressure-recovery-factor-fl'), { default: TYPICAL_RECOVERY }),
  flTable: {
    type: 'list',
    least: 2,
    most: 100,
    label: word('field.fl-over-travel'),
    of: {
      travel: number(0, 1, word('field.travel'), { required: true, percent: true }),
      fl: number(0.05, 1, word('field.fl'), { required: true }),
    },
  },
  fd: number(0.01, 2, word('field.valve-style-modifier-fd')),
  xfz: number(0.01, 1, word('field.onset-of-cavitation-xfz')),
  inside: { type: 'lengths', label: word('field.connected-pipe-bores') },
  shutOffDrop: quantity('pressureDifference', 0, 1e9, word('field.shut-off-differential-pressure')),
  minDrop: quantity('pressureDifference', 0, 1e9, word('field.minimum-allowable-pressure-drop')),
  maxDrop: quantity('pressureDifference', 0, 1e9, word('field.maximum-allowable-pressure-drop')),
  type: choice(VALVE_TYPES, word('field.type')),
  trim: text(word('field.trim')),
  actuator: text(word('field.actuator')),
  ...RATING_FIELDS,
  ...OFFER_FIELDS,
  from: FROM,
};

export const SITE_FIELDS: Fields = {
  ambientTemperature: quantity('temperature', 1, 1000, word('field.ground-or-air-temperature'), {
    short: word('field.short.ground-or-air'),
  }),
  atmosphericPressure: quantity('absolutePressure', 1e3, 2e5, word('field.atmospheric-pressure'), {
    default: '101.325 kPa(a)',
    short: word('field.short.atmosphere'),
  }),
  altitude: quantity('length', -500, 9000, word('field.altitude-above-sea-level'), { short: word('field.short.altitude') }),
  frequency: quantity('frequency', 1, 1000, word('field.mains-frequency'), { short: word('field.short.mains') }),
  gravity: quantity('acceleration', 9, 10.5, word('field.gravity'), { default: '9.80665 m/s2' }),
  datum: choice(['plant', 'sea-level'], word('field.elevation-datum'), {
    words: { plant: word('choice.plant-datum'), 'sea-level': word('choice.sea-level') },
  }),
};

/** Units in which results are shown, by quantity, where they are not those of the study's system. */
export const DISPLAY_UNIT_FIELDS: Fields = Object.fromEntries(
  Object.keys(CHOSEN_UNITS).map((quantity) => [quantity, choice(unitsToChoose(quantity), word('field.unit-of', { quantity }))]),
);

/** What a comparison of line sizes reckons with; money is in the study's own currency. */
export const ECONOMICS_FIELDS: Fields = {
  currency: text(word('field.currency')),
  energyPrice: number(0, 1e6, word('field.energy-price-per-kwh')),
  life: number(0, 200, word('field.service-life-years')),
  interest: number(0, 1, word('field.annual-interest-rate'), { percent: true }),
  efficiency: number(0.01, 1, word('field.pump-and-driver-efficiency-if-none-is'), { percent: true }),
  pipeCosts: {
    type: 'list',
    least: 0,
    most: 500,
    label: word('field.pipe-cost'),
    of: {
      size: text(word('field.nominal-size'), { required: true }),
      schedule: text(word('field.schedule')),
      perMetre: number(0, 1e9, word('field.cost-per-metre'), { required: true }),
    },
  },
};

export const SCENARIO_ROLES = ['minimum', 'normal', 'maximum', 'rated', 'start-up', 'upset'] as const;

export const SCENARIO_FIELDS: Fields = {
  ...named,
  role: choice(SCENARIO_ROLES, word('field.role')),
  judged: yesNo(word('field.included-in-the-verdict'), { default: true }),
  hoursPerYear: number(0, 8784, word('field.hours-per-year')),
  fluid: text(word('field.fluid')),
  temperature: quantity('temperature', 1, 3000, word('field.temperature')),
  thermal: yesNo(word('field.temperature-along-the-way')),
  ambientTemperature: quantity('temperature', 1, 1000, word('field.ground-or-air-temperature')),
};

/** Grades of acceptance of a pump's curve, ISO 9906:2012. */
export const CURVE_GRADES = ['1U', '1E', '1B', '2B', '2U', '3B'] as const;

/**
 * How far an input may be from what is entered. A band and a deviation are written in the unit of the input, or as a share of it in per
 * cent, so that they are texts here; `reach/uncertain.ts` reads them.
 */
export const UNCERTAINTY_FIELDS: Fields = {
  input: text(word('field.input'), { required: true }),
  band: text(word('field.half-width-of-the-band')),
  deviation: text(word('field.standard-deviation')),
  grade: choice(CURVE_GRADES, word('field.grade-of-the-curve')),
  reason: text(word('field.reason'), { most: 2000 }),
};

/** What an instrument showed on a day; `reach/readings.ts` reads the value in the dimension of its figure. */
export const READING_FIELDS: Fields = {
  name: text(word('field.instrument')),
  scenario: text(word('field.scenario'), { required: true }),
  at: text(word('field.location'), { required: true }),
  figure: choice(READ_FIGURES, word('field.contents'), { required: true }),
  value: text(word('field.reading'), { required: true }),
  elevation: quantity('length', -15_000, 15_000, word('field.elevation-of-the-gauge')),
  deviation: text(word('field.instrument-standard-deviation')),
  time: text(word('field.date-and-time')),
  used: yesNo(word('field.used-in-a-fit'), { default: true }),
};

/** longest logo, characters: some 200 KB of a picture */
export const LONGEST_LOGO = 280_000;

/** What a report of the study is made of and who stands for it; `packages/report` knows the parts. */
export const REPORT_FIELDS: Fields = {
  parts: { type: 'texts', most: 50, label: word('field.parts') },
  paper: choice(['A4', 'Letter'], word('field.paper')),
  scenario: text(word('field.scenario-of-the-calculation')),
  wholeWorking: yesNo(word('field.all-margins-in-the-calculation')),
  checkedBy: text(word('field.checked-by')),
  approvedBy: text(word('field.approved-by')),
  revision: text(word('field.revision')),
  date: text(word('field.date')),
  template: text(word('field.from-template')),
  company: text(word('field.company-or-plant')),
  logo: text(word('field.logo-png-or-jpeg-as-a-data'), { most: LONGEST_LOGO }),
  titleFields: {
    type: 'list',
    label: word('field.more-title-block-lines'),
    least: 0,
    most: 20,
    of: { label: text(word('field.label'), { required: true }), text: text(word('field.text')) },
  },
  headings: {
    type: 'list',
    label: word('field.own-headings'),
    least: 0,
    most: 50,
    of: { part: text(word('field.part'), { required: true }), text: text(word('field.heading'), { required: true }) },
  },
  revisions: {
    type: 'list',
    label: word('field.revisions'),
    least: 0,
    most: 100,
    of: {
      revision: text(word('field.revision'), { required: true }),
      date: text(word('field.date')),
      text: text(word('field.description-of-change'), { most: 1000 }),
      preparedBy: text(word('field.prepared-by')),
      checkedBy: text(word('field.checked-by')),
      approvedBy: text(word('field.approved-by')),
    },
  },
  ledger: {
    type: 'record',
    label: word('field.ledger'),
    fields: {
      filter: text(word('field.filter')),
      group: choice(['scenario', 'line', 'kind', 'figure'], word('field.group')),
      hidden: { type: 'texts', most: 10, label: word('field.hidden-columns') },
      across: yesNo(word('field.scenarios-side-by-side')),
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
