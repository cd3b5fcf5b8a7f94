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
import { inUnits, shortNumber } from './numbers.js';

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
    const how = v.state === 'shut' ? 'is shut' : 'is fully open';
    if (!Number.isFinite(n(v, 'found')))
      return `${w} ${how} and does not hold its ${inUnits(n(v, 'set'), dimension, u)}: nothing determines what is there at rest.`;
    const by = inUnits(Math.abs(n(v, 'set') - n(v, 'found')), v.mode === 'flow' ? 'flow' : 'pressureDifference', u);
    return `${w} ${how} and does not reach its set point: ${inUnits(n(v, 'found'), dimension, u)} instead of ${inUnits(n(v, 'set'), dimension, u)}, ${by} off.`;
  },
  'valve-choked': (w, v, u) =>
    `${w} is choked: its drop of ${inUnits(n(v, 'drop'), 'pressureDifference', u)} is beyond the ${inUnits(n(v, 'chokedDrop'), 'pressureDifference', u)} that still raises the flow.`,
  'valve-below-range': (w, v) => `${w} would have to pass Kv ${shortNumber(n(v, 'kv'))}, less than it has just off its seat.`,
  'off-curve': (w, v, u) =>
    `${w} runs off its published curve: ${inUnits(n(v, 'flow'), 'flow', u)} a unit, the curve ends at ${inUnits(n(v, 'last'), 'flow', u)}.`,
  'other-duties': (w, v, u) =>
    v.circulates
      ? `Heat alone drives the flow in ${w}; it can also be ${flows(v, u)}. The greatest is shown.`
      : `The curves of ${w} also cross at ${flows(v, u)}; the stable crossing with the greatest flow is shown.`,
  'pump-short': (w, v, u) =>
    `${w} delivers nothing: its shut-off head of ${inUnits(n(v, 'shutOff'), 'head', u)} is ${inUnits(n(v, 'short'), 'head', u)} short.`,
  'pump-reversed': (w, v, u) =>
    `Liquid flows backward through ${w} (${inUnits(n(v, 'flow'), 'flow', u)}): its head does not hold the static head and no non-return closes.`,
  'power-bounded': (w, v, u) =>
    `${w} of imposed power meets almost no flow; its head is bounded at ${inUnits(n(v, 'head'), 'head', u)}.`,
  'method-range': (w, v, u) => {
    if (v.method === 'viscosity')
      return n(v, 'b') > 40
        ? `${w}: B is ${shortNumber(n(v, 'b'))} and Cη ${shortNumber(n(v, 'ceta'))}; above B = 40 the viscosity method of ISO/TR 17766 has no tests behind it. A displacement pump may suit the liquid better.`
        : `${w}: Cη is ${shortNumber(n(v, 'ceta'))} at B = ${shortNumber(n(v, 'b'))}: the liquid takes more than half of the efficiency on water. A displacement pump may suit it better.`;
    if (v.method === 'valve-opening')
      return `${w}: at a valve Reynolds number of ${shortNumber(n(v, 'reynolds'))} IEC 60534-2-1, annex A, has a full-size trim pass less the further it opens; its opening is not sure there.`;
    if (v.method === 'valve')
      return `${w}: its coefficient is large for its bore, Kv/(0.865·d²) is ${shortNumber(n(v, 'ratio'))}; above ${shortNumber(n(v, 'most'))} the equations of IEC 60534-2-1 are not sure.`;
    if (v.method === 'drag-reduction')
      return `${w}: at a Reynolds number of ${shortNumber(n(v, 'reynolds'))} the flow is not fully turbulent, and what the additive takes away there is not known.`;
    if (v.method === 'gas')
      return `${w}: the gas is at ${shortNumber(n(v, 'reduced'))} times its pseudo-critical temperature; below 1.05 the compressibility of Dranchuk & Abou-Kassem is not sure.`;
    if (v.method === 'nearly-level')
      return `${w}: at a slope of ${shortNumber(n(v, 'slope') * 100)} % the hold-up by Beggs & Brill is not sure: Payne's factor is 1 at level, 0.924 just above it and 0.685 just below.`;
    return `${w}: Hazen–Williams holds for water near room temperature, bores above ${inUnits(0.05, 'diameter', u)} and up to ${inUnits(3, 'velocity', u)}; this is outside.`;
  },
  'npsh-low': (w, v, u) =>
    `${w} cavitates: NPSHA ${inUnits(n(v, 'npsha'), 'head', u)} is below NPSHR ${inUnits(n(v, 'npshr'), 'head', u)}.`,
  'below-vapour': (w, v, u) =>
    `The liquid boils at the outlet of ${w}: ${inUnits(n(v, 'pressure'), 'absolutePressure', u)} is below its vapour pressure of ${inUnits(n(v, 'vapourPressure'), 'absolutePressure', u)}.`,
  'below-atmosphere': (w, v, u) =>
    `The pressure at the outlet of ${w} is below atmosphere: ${inUnits(n(v, 'pressure'), 'absolutePressure', u)}.`,
  'transition-flow': (w, v) =>
    `${w}: Reynolds number ${shortNumber(n(v, 'reynolds'))} lies between laminar and turbulent, where no friction law is sure.`,
  'gas-released': (w, v, u) =>
    `Dissolved gas comes out before ${w}: the inlet is ${inUnits(-n(v, 'head'), 'head', u)} below the pressure of release. Raise the suction pressure or vent the suction line.`,
  'straight-inlet-short': (w, v, u) =>
    `${w}: ${inUnits(n(v, 'length'), 'length', u)} of straight pipe before the inlet, ${shortNumber(n(v, 'diameters'))} diameters. ANSI/HI 9.6.6 advises 5 or more.`,
  'motor-outside': (w, v, u) =>
    `${w}: at ${inUnits(n(v, 'ambient'), 'temperature', u)} and ${inUnits(n(v, 'altitude'), 'length', u)} IEC 60034-1 has no rule for the motor. Its derating is taken at 60 °C and 4000 m; enter the maker’s.`,
  'well-test-bent': (w, v) =>
    v.left === 'loss'
      ? `Step test of ${w}: the drawdown per flow does not rise with the flow. No well loss is taken; repeat the test or check its steps.`
      : `Step test of ${w}: the fitted line leaves no aquifer loss. All drawdown is taken as well loss; repeat the test or check its steps.`,
  'roughness-assumed': (w, v, u) =>
    `${w} names no roughness${v.material ? ` and "${v.material}" is not in the table` : ''}; ${inUnits(n(v, 'roughness'), 'roughness', u)} is taken.`,
  'diameter-outside': (w, v, u) =>
    `${w}: impeller Ø ${inUnits(n(v, 'diameter'), 'diameter', u, 4)} lies outside the diameters it is made in; the nearest curve is moved.`,
  'diameter-unknown': (w) =>
    `${w} names an impeller diameter, but the diameter of its curve is not known; the curve is taken as it stands.`,
  'trim-large': (w, v, u) =>
    `${w}: impeller Ø ${inUnits(n(v, 'diameter'), 'diameter', u, 4)} is cut by ${shortNumber((1 - n(v, 'share')) * 100, 2)} % from the only measured curve; affinity holds to about 15 %.`,
  'best-flow-assumed': (w, v, u) =>
    `${w}: the curve has no efficiency, so its best-efficiency flow is not known. The viscosity correction uses the end of the curve, ${inUnits(n(v, 'flow'), 'flow', u)}. Enter the efficiency, or the best-efficiency flow of the maker.`,
  'stages-not-made': (w, v) =>
    `${w} has ${shortNumber(n(v, 'stages'))} stages; made are ${(v.made as readonly number[]).join(', ')}.`,
  'power-zero': (w) => `${w} is given no power: it adds no head.`,
  'valve-boils': (w, v, u) =>
    `The liquid boils before ${w}: ${inUnits(n(v, 'pressure'), 'absolutePressure', u)} at its inlet is below the ${inUnits(n(v, 'least'), 'absolutePressure', u)} that a flow through it needs; its unchoked flow is shown.`,
  'valve-bore': (w, v, u) =>
    `${w} has a bore of ${inUnits(n(v, 'valve'), 'diameter', u, 4)} in a line of ${inUnits(n(v, 'line'), 'diameter', u, 4)} and names no bores of its pipes: with them its FP would be ${shortNumber(n(v, 'fp'))}.`,
  'valve-drop-beyond': (w, v) =>
    `${w} would need Kv ${shortNumber(n(v, 'kv'))} for the drop that is imposed, more than its rated ${shortNumber(n(v, 'rated'))}.`,
  'velocity-low': (w, v, u) =>
    `${w} is slow: ${inUnits(n(v, 'velocity'), 'velocity', u)}, below ${inUnits(n(v, 'least'), 'velocity', u)}; solids would settle.`,
  'exit-unsure': (w) => `${w} ends in liquid at rest with a bare K: whether the exit loss is in it cannot be told here.`,
  'bore-change': (w, v, u) =>
    `The bore changes from ${inUnits(n(v, 'before'), 'diameter', u, 4)} to ${inUnits(n(v, 'behind'), 'diameter', u, 4)} at ${w} without a reducer or an expansion.`,
  'no-flow': (w) => `Nothing flows through ${w}.`,
  'elevation-ignored': (w, v, u) =>
    `${w} is the last of its line and ends at the elevation of the point it leads to, ${inUnits(n(v, 'taken'), 'length', u)}, not at ${inUnits(n(v, 'given'), 'length', u)}.`,
  'exit-doubled': (w) =>
    `${w} has an exit fitting at a static pressure, which holds the velocity head already: the exit loss is counted twice.`,
  'exit-missing': (w) => `${w} ends in liquid at rest without an exit fitting: the velocity head is not counted as lost.`,
  'unknown-key': (_w, v) => `The entry ${String(v.path)} is not read by this program.`,
  'above-critical-roughness': (w, v) =>
    `${w}: relative roughness ${shortNumber(n(v, 'relative'))} is above 0.05, beyond the Colebrook–White tests.`,
  contradiction: (_w, v) =>
    `The entries contradict each other in this scenario at ${(v.where as readonly string[]).join(', ')}: two different flows or pressures are imposed there, or what is taken there is brought by nothing.`,
  'no-temperature': (_w, v) =>
    `No temperature settles at ${(v.where as readonly string[]).join(', ')}: the closed circuit gives away none of the heat that it takes up. A device's outlet temperature, or a pipe that loses heat, fixes it.`,
  'temperature-outside': (w, v, u) =>
    `The liquid would reach ${inUnits(n(v, 'temperature'), 'temperature', u)} in ${w}, where its properties are not known.`,
  'below-bubble-point': (w, v, u) =>
    `Gas comes out of the oil in ${w}: ${inUnits(n(v, 'pressure'), 'absolutePressure', u)} is below the bubble point of ${inUnits(n(v, 'bubblePoint'), 'absolutePressure', u)}.`,
  singular: (_w, v) => `Something at ${(v.where as readonly string[]).join(', ')} is not determined in this scenario.`,
  'no-resistance': (_w, v) =>
    `Nothing limits the flow in ${(v.where as readonly string[]).join(', ')}: there is no resistance between its ends.`,
  'not-converged': (_w, v) =>
    `No solution was found near ${(v.where as readonly string[]).slice(0, 4).join(', ')}; the residual is ${shortNumber(n(v, 'residual'))}.`,
  'states-cycle': (_w, v) =>
    `Valves or non-returns at ${(v.where as readonly string[]).join(', ')} find no lasting position in this scenario.`,
  'liquid-unsettled': (_w, v) =>
    `The liquid along ${(v.where as readonly string[]).join(', ')} does not settle: flow or pressure there still changes by ${shortNumber(n(v, 'change') * 100)} %. Where gas and liquid flow together more than one flow, or none, can go with two given pressures: give the flow and leave one pressure open.`,
};

/** One sentence about one scenario, numbers in the display units. */
export function findingText(finding: Finding, units: UnitSystem = 'metric'): string {
  return TEXTS[finding.code](finding.where, finding.values, units);
}

const REASONS: Readonly<Record<Reason, string>> = {
  off: 'the pump is off',
  'no-curve': 'the pump has no curve here',
  'not-given': 'nothing is entered for it',
  'not-required': 'nothing is required',
  'no-best-flow': 'the curve has no efficiency, so no best-efficiency flow',
  'no-npshr': 'the curve has no NPSHR',
  'no-flow': 'nothing flows',
  'no-valve': 'no valve is chosen',
  'not-controlling': 'the valve controls nothing',
  'not-rated': 'this is not the rated scenario',
  'not-maximum': 'it is judged at maximum flow',
  'no-pressure': 'nothing determines the pressure there',
  'no-loss': 'nothing is lost along the way',
  'not-viscous': 'the liquid needs no viscosity correction',
  'no-level': 'the level is not known',
  'single-unit': 'one unit runs alone',
  'no-rated-point': 'the pump has no rated point',
  'one-diameter': 'no other diameters are given',
  'no-temperature': 'the scenario has no temperature',
  'no-efficiency': 'the efficiency is not known',
  'no-specific-heat': 'the fluid has no specific heat',
  'no-rating': 'no rating is known at this temperature',
};

/** Why a check does not apply. */
export function marginReason(margin: Pick<Margin, 'check' | 'reason'>): string | undefined {
  if (margin.reason === undefined) return undefined;
  const isOfEntry = margin.reason === 'not-given' || margin.reason === 'not-required';
  const entry = isCheckCode(margin.check) ? CHECKS[margin.check].entry : undefined;
  return isOfEntry && entry !== undefined ? `${entry} is not entered` : REASONS[margin.reason as Reason];
}

/** What is missing for a check that could not be judged, where it leads. */
export function missingText({ check, where, missing }: Incomplete): string {
  const names = [...new Set(missing.map(entryLabel))];
  return `${checkName(check)} of ${where} is not judged: ${names.join(' and ')} ${names.length > 1 ? 'are' : 'is'} missing`;
}

/** The checks that could not be judged, each once: `not judged: NPSH ratio, motor`. */
export function notJudgedText(incomplete: readonly Pick<Incomplete, 'check'>[]): string {
  return `not judged: ${[...new Set(incomplete.map((x) => checkName(x.check)))].join(', ')}`;
}

/** Trade name of a check. */
export function checkName(check: string): string {
  return isCheckCode(check) ? CHECKS[check].label : check;
}

/** What a pump that fell out would need, in words. */
export function neededText(n: Needed, system: UnitSystem = 'metric'): string {
  switch (n.kind) {
    case 'head':
      return `${inUnits(n.more, 'head', system, 2)} more head`;
    case 'npsha':
      return `${inUnits(n.more, 'head', system, 2)} more NPSHA: level, less loss before it, or colder`;
    case 'motor':
      // ratings are made in whole steps of kilowatts, whatever is shown beside them
      return `a motor of ${n.rating / 1000} kW`;
    case 'flow':
      return `${inUnits(Math.abs(n.more), 'flow', system, 2)} ${n.more > 0 ? 'more' : 'less'} through it`;
    case 'rating':
      return `${shortNumber((n.factor - 1) * 100, 2)} % more than the maker allows`;
  }
}

/** Value or limit of a check in the display units; ratios with as many figures as they are judged by. */
export function checkValue(check: string, value: number | null | undefined, system: UnitSystem = 'metric'): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return '–';
  const dimension = isCheckCode(check) ? CHECKS[check].dimension : undefined;
  return dimension ? inUnits(value, dimension, system) : shortNumber(value);
}
