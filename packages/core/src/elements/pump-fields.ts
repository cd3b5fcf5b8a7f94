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
import { word } from '../words/word.js';

export const PUMP_FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  mode: choice(['flow', 'head', 'inlet-pressure', 'power', 'curve', 'off'], word('field.specified-by'), {
    words: {
      flow: word('choice.flow'),
      head: word('choice.head'),
      'inlet-pressure': word('choice.suction-pressure'),
      power: word('choice.shaft-power'),
      curve: word('choice.curve'),
      off: word('choice.off'),
    },
  }),
  flow: flow(word('field.flow-all-units'), { short: word('field.short.flow-all-units') }),
  requiredFlow: quantity('flow', 0, 1e5, word('field.required-flow-all-units'), { short: word('field.short.required-q') }),
  requiredHead: quantity('head', 0, 1e5, word('field.required-head'), { short: word('field.short.required-h') }),
  head: head(word('field.head'), { solve: true }),
  pressure: gauge(word('field.suction-pressure-held'), { short: word('field.short.suction-p') }),
  variableSpeed: yesNo(word('field.speed-follows-the-duty'), { default: false, short: word('field.short.speed-follows') }),
  leastSuctionPressure: gauge(word('field.minimum-suction-pressure'), { short: word('field.short.suction-min') }),
  mostDischargePressure: gauge(word('field.maximum-discharge-pressure'), { short: word('field.short.discharge-max') }),
  shaftPower: quantity('power', 0, 1e10, word('field.shaft-power')),
  efficiency: number(1e-6, 1, word('field.efficiency'), { percent: true }),
  pump: text(word('field.pump'), { names: 'pumps' }),
  speed: speed(word('field.speed')),
  diameter: impeller(word('field.impeller-diameter'), { short: word('field.short.impeller-diameter') }),
  stages: number(1, 1000, word('field.stages'), { integer: true }),
  running: number(0, 100, word('field.units-running'), { integer: true, default: 1, short: word('field.short.running') }),
  installed: number(0, 100, word('field.units-installed'), { integer: true, short: word('field.short.installed') }),
  standby: number(0, 100, word('field.units-in-standby'), { integer: true, short: word('field.short.standby') }),
  wear: number(0, 0.99, word('field.wear-head-lost'), { percent: true, default: 0, short: word('field.short.wear') }),
  viscosityCorrection: yesNo(word('field.viscosity-correction'), { default: true, short: word('field.short.viscosity-corr') }),
  datum: elevation(word('field.npsh-datum')),
  rated: {
    type: 'record',
    label: word('field.rated-point'),
    fields: {
      flow: flow(word('field.rated-flow-all-units'), { required: true, short: word('field.short.rated-flow') }),
      head: head(word('field.rated-head'), { required: true }),
      grade: choice(['1B', '1E', '1U', '2B', '2U', '3B'], word('field.acceptance-grade-iso-9906')),
    },
  },
  bore: impeller(word('field.well-or-casing-bore'), { short: word('field.short.well-bore') }),
  cable: {
    type: 'record',
    label: word('field.motor-cable'),
    fields: {
      length: quantity('length', 0, 1e5, word('field.cable-length'), { required: true, short: word('field.short.cable') }),
      section: quantity('crossSection', 1e-8, 0.01, word('field.conductor-cross-section'), {
        required: true,
        short: word('field.short.cross-section'),
      }),
      material: choice(['copper', 'aluminium'], word('field.conductor'), { default: 'copper' }),
    },
  },
  starts: number(0, 1000, word('field.starts-per-hour'), { short: word('field.short.starts-h') }),
  startVoltage: number(0.2, 1.1, word('field.starting-voltage-over-rated-voltage'), {
    percent: true,
    default: 1,
    short: word('field.short.start-u'),
  }),
  service: choice(SERVICES, word('field.service-for-the-npsh-margin'), {
    words: SERVICE_WORDS,
    short: word('field.short.service'),
  }),
  straightInlet: quantity('length', 0, 1e4, word('field.straight-pipe-upstream-of-the-inlet'), {
    short: word('field.short.straight-inlet'),
  }),
  dissolvedGas: quantity('absolutePressure', 0, 1e8, word('field.gas-release-pressure'), {
    short: word('field.short.gas-release'),
  }),
  freeGas: number(0, 1, word('field.free-gas-at-the-inlet'), { percent: true, short: word('field.short.free-gas') }),
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
  flow: { needs: ['flow'], shown: ['flow', ...FOLLOWING], givens: { given: [word('given.flow')], solved: [word('given.head')] } },
  head: { needs: ['head'], shown: ['head', ...FOLLOWING], givens: { given: [word('given.head')], solved: [word('given.flow')] } },
  'inlet-pressure': {
    needs: ['pressure'],
    shown: ['pressure', ...FOLLOWING],
    givens: { given: [word('given.suction-pressure')], solved: [word('given.head')] },
  },
  power: {
    needs: ['shaftPower', 'efficiency'],
    shown: ['shaftPower', 'efficiency', 'requiredFlow', 'requiredHead'],
    givens: { given: [word('given.shaft-power'), word('given.efficiency')], solved: [word('given.flow'), word('given.head')] },
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
    givens: { given: [word('given.curve')], solved: [word('given.flow'), word('given.head')] },
  },
  off: { needs: [], shown: [], givens: { given: [word('given.off')], solved: [] } },
};

export const isOff = (e: Entries): boolean => e.mode === 'off' || numberOr(PUMP_FIELDS, e, 'running') === 0;
