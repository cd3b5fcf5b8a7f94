import {
  CHECKS,
  entryLabel,
  isCheckCode,
  type Incomplete,
  type Finding,
  type FindingCode,
  type Margin,
  type Needed,
  type Reason,
  type UnitSystem,
} from '@cedar-knot/core';
import { shortNumber } from './marks.js';
import { inUnits } from './numbers.js';
import { msg, said } from './words.js';

type Values = Finding['values'];
const n = (v: Values, key: string): number => v[key] as number;
const flows = (v: Values, u: UnitSystem): string => {
  const stable = v.stable as readonly number[];
  return (v.flows as readonly number[])
    .map((q, i) => `${inUnits(q, 'flow', u)} (${stable[i] ? 'stable' : 'unstable'})`)
    .join(', ');
};

const TEXTS: Readonly<Record<FindingCode, (where: string, v: Values, u: UnitSystem) => string>> = {
  'set-point-missed': (w, v, u) => {
    const dimension = v.mode === 'flow' ? 'flow' : 'absolutePressure';
    const how = v.state === 'shut' ? msg('finding.isShut') : msg('finding.isFullyOpen');
    if (!Number.isFinite(n(v, 'found')))
      return msg('finding.set-point-missed', { where: w, how, set: inUnits(n(v, 'set'), dimension, u) });
    const by = inUnits(Math.abs(n(v, 'set') - n(v, 'found')), v.mode === 'flow' ? 'flow' : 'pressureDifference', u);
    return msg('finding.set-point-missed2', {
      where: w,
      how,
      found: inUnits(n(v, 'found'), dimension, u),
      set: inUnits(n(v, 'set'), dimension, u),
      by,
    });
  },
  'valve-choked': (w, v, u) =>
    msg('finding.valve-choked', {
      where: w,
      drop: inUnits(n(v, 'drop'), 'pressureDifference', u),
      chokedDrop: inUnits(n(v, 'chokedDrop'), 'pressureDifference', u),
    }),
  'valve-below-range': (w, v) => msg('finding.valve-below-range', { where: w, kv: shortNumber(n(v, 'kv')) }),
  'off-curve': (w, v, u) =>
    msg('finding.off-curve', { where: w, flow: inUnits(n(v, 'flow'), 'flow', u), last: inUnits(n(v, 'last'), 'flow', u) }),
  'other-duties': (w, v, u) =>
    v.circulates
      ? msg('finding.other-duties', { where: w, flows: flows(v, u) })
      : msg('finding.other-duties2', { where: w, flows: flows(v, u) }),
  'pump-short': (w, v, u) =>
    msg('finding.pump-short', {
      where: w,
      shutOff: inUnits(n(v, 'shutOff'), 'head', u),
      short: inUnits(n(v, 'short'), 'head', u),
    }),
  'pump-reversed': (w, v, u) => msg('finding.pump-reversed', { where: w, flow: inUnits(n(v, 'flow'), 'flow', u) }),
  'power-bounded': (w, v, u) => msg('finding.power-bounded', { where: w, head: inUnits(n(v, 'head'), 'head', u) }),
  'method-range': (w, v, u) => {
    if (v.method === 'viscosity')
      return n(v, 'b') > 40
        ? msg('finding.method-range', { where: w, b: shortNumber(n(v, 'b')), ceta: shortNumber(n(v, 'ceta')) })
        : msg('finding.method-range2', { where: w, ceta: shortNumber(n(v, 'ceta')), b: shortNumber(n(v, 'b')) });
    if (v.method === 'valve-opening') return msg('finding.method-range3', { where: w, reynolds: shortNumber(n(v, 'reynolds')) });
    if (v.method === 'valve')
      return msg('finding.method-range4', { where: w, ratio: shortNumber(n(v, 'ratio')), most: shortNumber(n(v, 'most')) });
    if (v.method === 'drag-reduction') return msg('finding.method-range5', { where: w, reynolds: shortNumber(n(v, 'reynolds')) });
    if (v.method === 'gas') return msg('finding.method-range6', { where: w, reduced: shortNumber(n(v, 'reduced')) });
    if (v.method === 'nearly-level') return msg('finding.method-range7', { where: w, slope: shortNumber(n(v, 'slope') * 100) });
    return msg('finding.method-range8', { where: w, unit: inUnits(0.05, 'diameter', u), unit2: inUnits(3, 'velocity', u) });
  },
  'npsh-low': (w, v, u) =>
    msg('finding.npsh-low', { where: w, npsha: inUnits(n(v, 'npsha'), 'head', u), npshr: inUnits(n(v, 'npshr'), 'head', u) }),
  'below-vapour': (w, v, u) =>
    msg('finding.below-vapour', {
      where: w,
      pressure: inUnits(n(v, 'pressure'), 'absolutePressure', u),
      vapourPressure: inUnits(n(v, 'vapourPressure'), 'absolutePressure', u),
    }),
  'below-atmosphere': (w, v, u) =>
    msg('finding.below-atmosphere', { where: w, pressure: inUnits(n(v, 'pressure'), 'absolutePressure', u) }),
  'transition-flow': (w, v) => msg('finding.transition-flow', { where: w, reynolds: shortNumber(n(v, 'reynolds')) }),
  'gas-released': (w, v, u) => msg('finding.gas-released', { where: w, unit: inUnits(-n(v, 'head'), 'head', u) }),
  'straight-inlet-short': (w, v, u) =>
    msg('finding.straight-inlet-short', {
      where: w,
      length: inUnits(n(v, 'length'), 'length', u),
      diameters: shortNumber(n(v, 'diameters')),
    }),
  'motor-outside': (w, v, u) =>
    msg('finding.motor-outside', {
      where: w,
      ambient: inUnits(n(v, 'ambient'), 'temperature', u),
      altitude: inUnits(n(v, 'altitude'), 'length', u),
    }),
  'well-test-bent': (w, v) =>
    v.left === 'loss' ? msg('finding.well-test-bent', { where: w }) : msg('finding.well-test-bent2', { where: w }),
  'roughness-assumed': (w, v, u) =>
    msg('finding.roughness-assumed2', {
      where: w,
      value: v.material ? msg('finding.roughness-assumed', { material: String(v.material) }) : '',
      roughness: inUnits(n(v, 'roughness'), 'roughness', u),
    }),
  'diameter-outside': (w, v, u) =>
    msg('finding.diameter-outside', { where: w, diameter: inUnits(n(v, 'diameter'), 'diameter', u, 4) }),
  'diameter-unknown': (w) => msg('finding.diameter-unknown', { where: w }),
  'trim-large': (w, v, u) =>
    msg('finding.trim-large', {
      where: w,
      diameter: inUnits(n(v, 'diameter'), 'diameter', u, 4),
      share: shortNumber((1 - n(v, 'share')) * 100, 2),
    }),
  'best-flow-assumed': (w, v, u) => msg('finding.best-flow-assumed', { where: w, flow: inUnits(n(v, 'flow'), 'flow', u) }),
  'stages-not-made': (w, v) =>
    msg('finding.stages-not-made', {
      where: w,
      stages: shortNumber(n(v, 'stages')),
      made: (v.made as readonly number[]).join(', '),
    }),
  'power-zero': (w) => msg('finding.power-zero', { where: w }),
  'valve-boils': (w, v, u) =>
    msg('finding.valve-boils', {
      where: w,
      pressure: inUnits(n(v, 'pressure'), 'absolutePressure', u),
      least: inUnits(n(v, 'least'), 'absolutePressure', u),
    }),
  'valve-bore': (w, v, u) =>
    msg('finding.valve-bore', {
      where: w,
      valve: inUnits(n(v, 'valve'), 'diameter', u, 4),
      line: inUnits(n(v, 'line'), 'diameter', u, 4),
      fp: shortNumber(n(v, 'fp')),
    }),
  'valve-drop-beyond': (w, v) =>
    msg('finding.valve-drop-beyond', { where: w, kv: shortNumber(n(v, 'kv')), rated: shortNumber(n(v, 'rated')) }),
  'velocity-low': (w, v, u) =>
    msg('finding.velocity-low', {
      where: w,
      velocity: inUnits(n(v, 'velocity'), 'velocity', u),
      least: inUnits(n(v, 'least'), 'velocity', u),
    }),
  'exit-unsure': (w) => msg('finding.exit-unsure', { where: w }),
  'bore-change': (w, v, u) =>
    msg('finding.bore-change', {
      before: inUnits(n(v, 'before'), 'diameter', u, 4),
      behind: inUnits(n(v, 'behind'), 'diameter', u, 4),
      where: w,
    }),
  'no-flow': (w) => msg('finding.no-flow', { where: w }),
  'elevation-ignored': (w, v, u) =>
    msg('finding.elevation-ignored', {
      where: w,
      taken: inUnits(n(v, 'taken'), 'length', u),
      given: inUnits(n(v, 'given'), 'length', u),
    }),
  'exit-doubled': (w) => msg('finding.exit-doubled', { where: w }),
  'exit-missing': (w) => msg('finding.exit-missing', { where: w }),
  'unknown-key': (_w, v) => msg('finding.unknown-key', { path: String(v.path) }),
  'above-critical-roughness': (w, v) =>
    msg('finding.above-critical-roughness', { where: w, relative: shortNumber(n(v, 'relative')) }),
  contradiction: (_w, v) => msg('finding.contradiction', { where: (v.where as readonly string[]).join(', ') }),
  'no-temperature': (_w, v) => msg('finding.no-temperature', { where: (v.where as readonly string[]).join(', ') }),
  'temperature-outside': (w, v, u) =>
    msg('finding.temperature-outside', { temperature: inUnits(n(v, 'temperature'), 'temperature', u), where: w }),
  'below-bubble-point': (w, v, u) =>
    msg('finding.below-bubble-point', {
      where: w,
      pressure: inUnits(n(v, 'pressure'), 'absolutePressure', u),
      bubblePoint: inUnits(n(v, 'bubblePoint'), 'absolutePressure', u),
    }),
  singular: (_w, v) => msg('finding.singular', { where: (v.where as readonly string[]).join(', ') }),
  'no-resistance': (_w, v) => msg('finding.no-resistance', { where: (v.where as readonly string[]).join(', ') }),
  'not-converged': (_w, v) =>
    msg('finding.not-converged', {
      where: (v.where as readonly string[]).slice(0, 4).join(', '),
      residual: shortNumber(n(v, 'residual')),
    }),
  'states-cycle': (_w, v) => msg('finding.states-cycle', { where: (v.where as readonly string[]).join(', ') }),
  'liquid-unsettled': (_w, v) =>
    msg('finding.liquid-unsettled', {
      where: (v.where as readonly string[]).join(', '),
      change: shortNumber(n(v, 'change') * 100),
    }),
};

/** One sentence about one scenario, numbers in the display units. */
export function findingText(finding: Finding, units: UnitSystem = 'metric'): string {
  return TEXTS[finding.code](finding.where, finding.values, units);
}

const REASONS: Readonly<Record<Reason, string>> = {
  off: msg('finding.off'),
  'no-curve': msg('finding.no-curve'),
  'not-given': msg('finding.not-given'),
  'not-required': msg('finding.not-required'),
  'no-best-flow': msg('finding.no-best-flow'),
  'no-npshr': msg('finding.no-npshr'),
  'no-flow': msg('finding.no-flow2'),
  'no-valve': msg('finding.no-valve'),
  'not-controlling': msg('finding.not-controlling'),
  'not-rated': msg('finding.not-rated'),
  'not-maximum': msg('finding.not-maximum'),
  'no-pressure': msg('finding.no-pressure'),
  'no-loss': msg('finding.no-loss'),
  'not-viscous': msg('finding.not-viscous'),
  'no-level': msg('finding.no-level'),
  'single-unit': msg('finding.single-unit'),
  'no-rated-point': msg('finding.no-rated-point'),
  'one-diameter': msg('finding.one-diameter'),
  'no-temperature': msg('finding.no-temperature2'),
  'no-efficiency': msg('finding.no-efficiency'),
  'no-specific-heat': msg('finding.no-specific-heat'),
  'no-rating': msg('finding.no-rating'),
};

/** Why a check does not apply. */
export function marginReason(margin: Pick<Margin, 'check' | 'reason'>): string | undefined {
  if (margin.reason === undefined) return undefined;
  const isOfEntry = margin.reason === 'not-given' || margin.reason === 'not-required';
  const entry = isCheckCode(margin.check) ? CHECKS[margin.check].entry : undefined;
  return isOfEntry && entry !== undefined
    ? msg('finding.isNotEntered', { entry: said(entry) })
    : REASONS[margin.reason as Reason];
}

/** What is missing for a check that could not be judged, where it leads. */
export function missingText({ check, where, missing }: Incomplete): string {
  const names = [...new Set(missing.map((x) => said(entryLabel(x))))];
  return msg('finding.ofIsNotJudgedCount', {
    checkName: checkName(check),
    where,
    names: names.join(' and '),
    count: names.length,
  });
}

/** The checks that could not be judged, each once: `not judged: NPSH ratio, motor`. */
export function notJudgedText(incomplete: readonly Pick<Incomplete, 'check'>[]): string {
  return msg('finding.notJudged', { value: [...new Set(incomplete.map((x) => checkName(x.check)))].join(', ') });
}

/** Name of a check on a card; the full one is had by hover. */
export function checkShort(check: string): string {
  return isCheckCode(check) ? said(CHECKS[check].short ?? CHECKS[check].label) : check;
}

/** Trade name of a check. */
export function checkName(check: string): string {
  return isCheckCode(check) ? said(CHECKS[check].label) : check;
}

/** What a pump that fell out would need, in words. */
export function neededText(n: Needed, system: UnitSystem = 'metric'): string {
  switch (n.kind) {
    case 'head':
      return msg('finding.moreHead', { more: inUnits(n.more, 'head', system, 2) });
    case 'npsha':
      return msg('finding.moreNpshaLevelLessLoss', { more: inUnits(n.more, 'head', system, 2) });
    case 'motor':
      // ratings are made in whole steps of kilowatts, whatever is shown beside them
      return msg('finding.aMotorOfKw', { rating: n.rating / 1000 });
    case 'flow':
      return msg('finding.needed-flow', {
        more: inUnits(Math.abs(n.more), 'flow', system, 2),
        isMore: n.more > 0 ? 'yes' : 'no',
      });
    case 'rating':
      return msg('finding.moreThanTheMakerAllows', { factor: shortNumber((n.factor - 1) * 100, 2) });
  }
}

/** Value or limit of a check in the display units; ratios with as many figures as they are judged by. */
export function checkValue(check: string, value: number | null | undefined, system: UnitSystem = 'metric'): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return '–';
  const dimension = isCheckCode(check) ? CHECKS[check].dimension : undefined;
  return dimension ? inUnits(value, dimension, system) : shortNumber(value);
}
