import { numberOr } from '../fields/defaults.js';
import {
  choice,
  elevation,
  flow,
  gauge,
  head,
  impeller,
  named,
  number,
  quantity,
  speed,
  text,
  yesNo,
  type Fields,
} from '../fields/field.js';
import { SERVICES, SERVICE_WORDS } from '../pumps/suction-energy.js';
import type { Entries, Givens } from './kind.js';

export const PUMP_FIELDS: Fields = {
  ...named,
  outletElevation: elevation('Outlet elevation', { short: 'Outlet' }),
  mode: choice(['flow', 'head', 'inlet-pressure', 'power', 'curve', 'off'], 'Given', {
    words: {
      flow: 'flow',
      head: 'head',
      'inlet-pressure': 'suction pressure',
      power: 'shaft power',
      curve: 'curve',
      off: 'off',
    },
  }),
  flow: flow('Flow, all units', { short: 'Flow, all units' }),
  requiredFlow: quantity('flow', 0, 1e5, 'Required flow, all units', { short: 'Required Q' }),
  requiredHead: quantity('head', 0, 1e5, 'Required head', { short: 'Required H' }),
  head: head('Head', { solve: true }),
  pressure: gauge('Suction pressure held', { short: 'Suction p' }),
  variableSpeed: yesNo('Speed follows the duty', { default: false, short: 'Speed follows' }),
  leastSuctionPressure: gauge('Least suction pressure', { short: 'Suction ≥' }),
  mostDischargePressure: gauge('Highest discharge pressure', { short: 'Discharge ≤' }),
  shaftPower: quantity('power', 0, 1e10, 'Shaft power'),
  efficiency: number(1e-6, 1, 'Efficiency', { percent: true }),
  pump: text('Pump', { names: 'pumps' }),
  speed: speed('Speed'),
  diameter: impeller('Impeller diameter', { short: 'Impeller Ø' }),
  stages: number(1, 1000, 'Stages', { integer: true }),
  running: number(0, 100, 'Units running', { integer: true, default: 1, short: 'Running' }),
  installed: number(0, 100, 'Units installed', { integer: true, short: 'Installed' }),
  standby: number(0, 100, 'Units in standby', { integer: true, short: 'Standby' }),
  wear: number(0, 0.99, 'Wear, head lost', { percent: true, default: 0, short: 'Wear' }),
  viscosityCorrection: yesNo('Viscosity correction', { default: true, short: 'Viscosity corr.' }),
  datum: elevation('NPSH datum'),
  rated: {
    type: 'record',
    label: 'Rated point',
    fields: {
      flow: flow('Rated flow, all units', { required: true, short: 'Rated flow' }),
      head: head('Rated head', { required: true }),
      grade: choice(['1B', '1E', '1U', '2B', '2U', '3B'], 'Grade of acceptance, ISO 9906'),
    },
  },
  bore: impeller('Bore that it goes into', { short: 'Well bore' }),
  cable: {
    type: 'record',
    label: 'Cable to the motor',
    fields: {
      length: quantity('length', 0, 1e5, 'Cable length', { required: true, short: 'Cable' }),
      section: quantity('crossSection', 1e-8, 0.01, 'Section of a conductor', { required: true, short: 'Section' }),
      material: choice(['copper', 'aluminium'], 'Conductor', { default: 'copper' }),
    },
  },
  starts: number(0, 1000, 'Starts an hour', { short: 'Starts/h' }),
  startVoltage: number(0.2, 1.1, 'Voltage at the start, share of rated', { percent: true, default: 1, short: 'U at start' }),
  service: choice(SERVICES, 'Service, for the NPSH margin', { words: SERVICE_WORDS, short: 'Service' }),
  straightInlet: quantity('length', 0, 1e4, 'Straight pipe before the inlet', { short: 'Straight inlet' }),
  dissolvedGas: quantity('absolutePressure', 0, 1e8, 'Pressure at which dissolved gas comes out', { short: 'Gas comes out' }),
  freeGas: number(0, 1, 'Free gas at the inlet', { percent: true, short: 'Free gas' }),
};

/** what a pump whose duty is given may be held against */
const FOLLOWING = [
  'requiredFlow',
  'requiredHead',
  'pump',
  'variableSpeed',
  'running',
  'standby',
  'installed',
  'efficiency',
  'leastSuctionPressure',
  'mostDischargePressure',
] as const;

/** what each mode needs, and what its panel shows beside that */
export const MODES: Readonly<Record<string, { needs: readonly string[]; shown: readonly string[]; givens: Givens }>> = {
  flow: { needs: ['flow'], shown: ['flow', ...FOLLOWING], givens: { given: ['flow'], solved: ['head'] } },
  head: { needs: ['head'], shown: ['head', ...FOLLOWING], givens: { given: ['head'], solved: ['flow'] } },
  'inlet-pressure': {
    needs: ['pressure'],
    shown: ['pressure', ...FOLLOWING],
    givens: { given: ['suction pressure'], solved: ['head'] },
  },
  power: {
    needs: ['shaftPower', 'efficiency'],
    shown: ['shaftPower', 'efficiency', 'requiredFlow', 'requiredHead'],
    givens: { given: ['shaft power', 'efficiency'], solved: ['flow', 'head'] },
  },
  curve: {
    needs: ['pump'],
    shown: [
      'pump',
      'speed',
      'diameter',
      'stages',
      'running',
      'standby',
      'installed',
      'requiredFlow',
      'requiredHead',
      'wear',
      'viscosityCorrection',
      'bore',
      'freeGas',
    ],
    givens: { given: ['curve'], solved: ['flow', 'head'] },
  },
  off: { needs: [], shown: [], givens: { given: ['off'], solved: [] } },
};

export const isOff = (e: Entries): boolean => e.mode === 'off' || numberOr(PUMP_FIELDS, e, 'running') === 0;
