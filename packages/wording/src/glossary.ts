import { CHECKS, CHECK_CODES, isCheckCode, type CheckCode, type UnitSystem } from '@cedar-knot/core';
import en from './en/glossary.js';
import { checkName, checkValue } from './findings.js';
import { said } from './words.js';
import { register, text, type TextOf } from './messages.js';

register(en);

const msg: TextOf<'glossary'> = text;

/* The terms and checks, each once: what it means, how it is calculated, where its limits come from. The help of the page, its labels and
   docs/glossary.md are made from this. */

/** formula of a check in the symbols of the trade */
const CHECK_FORMULAS: Readonly<Record<CheckCode, string>> = {
  'rated-head': 'H(Qr) / Hr',
  'head-reserve': 'H(Dmax) / H(D)',
  'shaft-power': 'P / Pmax',
  'casing-pressure': '(ρ·g·H0 + p1 − pa) / pmax',
  'bore-fit': 'Do / Db',
  'fluid-temperature': 't',
  'temperature-rise': 'g·H·(1/η − 1) / cp',
  'free-gas': 'Qg / (Qg + Ql)',
  'valve-shut-off': 'Δp0',
  'valve-velocity': 'Q / A',
  'npsh-ratio': 'NPSHA / NPSHR',
  'npsh-difference': 'NPSHA − NPSHR',
  'flow-region': 'Qu / QBEP',
  'minimum-flow': 'Qu / Qmin',
  'rated-flow': 'Qr / QBEP',
  'curve-range': 'Qu / Qend',
  'head-rise': 'H0 / H',
  'motor-power': 'k·Pr / P',
  'valve-opening': 'x',
  'valve-authority': 'Δpopen / Δpavailable',
  'valve-cavitation': 'xF / xFz',
  'valve-choked': 'Δp / Δpchoked',
  'valve-drop': 'Δp',
  'set-point': 'found / set point',
  velocity: 'v = Q / A',
  'highest-pressure': 'p',
  'lowest-pressure': 'p − pv',
  'suction-specific-speed': 'n·√(QBEP/ne) / NPSHR^0.75',
  'stage-limits': 'share of the maker’s limit',
  submergence: 'S',
  'well-level': 'H − z',
  'method-range': 'B',
  'lowest-temperature': 't',
  'speed-range': 'n / nmax',
  'suction-pressure': 'p1',
  'discharge-pressure': 'p2',
  'delivered-flow': 'Q / Qrequired',
  'delivered-pressure': 'p − prequired',
  standby: 'ninst − nrun',
  'pump-head': 'H',
  'pressure-class': '(p − pa) / prated(t)',
  'cable-drop': 'ΔU / U',
  'motor-cooling': 'v',
  'motor-starts': 'starts per hour',
  'starting-torque': 'Tm / Tp',
  'solids-passage': 'dfree / dsolid',
};

/** formula and source of a term; empty where it has none */
const TERMS = {
  flow: ['Q', 'ISO 17769-1'],
  head: ['H = Δp/(ρ·g) + Δz + Δv²/(2·g)', 'ISO 17769-1'],
  'total-head': ['p/(ρ·g) + v²/(2·g) + z', 'ISO 17769-1'],
  'static-head': ['Δz + Δp/(ρ·g)', 'ISO 17769-1'],
  'shut-off-head': ['H0', 'ISO 17769-1'],
  tdh: ['H', 'ISO 17769-1'],
  'system-curve': ['H = a + b·Q²', 'ISO 17769-1'],
  'pump-curve': ['', 'ISO 9906'],
  'duty-point': ['', 'ISO 17769-1'],
  'operating-point': ['', 'ISO 17769-1'],
  'rated-point': ['', 'ISO 9906'],
  bep: ['', 'ISO 17769-1'],
  por: ['', 'ANSI/HI 9.6.3'],
  aor: ['', 'ANSI/HI 9.6.3'],
  npsha: ['(p1 − pv)/(ρ·g) + v²/(2·g) + z', 'ISO 17769-1'],
  npshr: ['', 'ISO 9906'],
  npsh3: ['', 'ISO 9906'],
  'submergence-depth': ['S', 'ANSI/HI 9.8'],
  'suction-lift': ['', 'ISO 17769-1'],
  priming: ['', 'ISO 17769-1'],
  'suction-energy': ['De·n·S·SG', 'ANSI/HI 9.6.1'],
  'specific-speed': ['n·√Q / H^0.75', 'ISO 17769-1'],
  efficiency: ['ρ·g·Q·H / P', 'ISO 17769-1'],
  'shaft-power-term': ['ρ·g·Q·H / η', 'ISO 17769-1'],
  'motor-input-power': ['P / ηm', 'IEC 60034-2-1'],
  derating: ['k·Pr', 'IEC 60034-1'],
  trim: ['Q ∝ D, H ∝ D²', 'ISO 9906'],
  'affinity-laws': ['Q ∝ n, H ∝ n², P ∝ n³', 'Gülich, Centrifugal Pumps'],
  vfd: ['', 'IEC 61800-2'],
  'number-of-stages': ['H ∝ i', 'ISO 17769-1'],
  'minimum-continuous-flow': ['Qmin', 'ISO 13709'],
  'parallel-operation': ['', 'ISO 17769-1'],
  'standby-pump': ['', 'ISO 17769-1'],
  'control-valve': ['', 'IEC 60534-1'],
  kv: ['Q·√(SG/Δp)', 'IEC 60534-1'],
  cv: ['1.156·Kv', 'IEC 60534-1'],
  opening: ['x', 'IEC 60534-1'],
  'inherent-characteristic': ['', 'IEC 60534-2-4'],
  'installed-characteristic': ['', 'IEC 60534-2-4'],
  'choked-flow': ['Δp ≥ FL²·(p1 − FF·pv)', 'IEC 60534-2-1'],
  cavitation: ['', 'IEC 60534-8-2'],
  fl: ['', 'IEC 60534-2-1'],
  xfz: ['', 'IEC 60534-8-4'],
  sg: ['ρ/ρw', 'ISO 17769-1'],
  'vapour-pressure': ['pv', 'ISO 17769-1'],
  'hydraulic-grade-line': ['p/(ρ·g) + z', 'ISO 17769-1'],
  'friction-loss': ['f·L/D·v²/(2·g)', 'Darcy–Weisbach'],
  roughness: ['k', 'Colebrook 1939'],
  drawdown: ['s = B·Q + C·Q²', 'Jacob 1947'],
  'specific-capacity': ['Q/s', 'Jacob 1947'],
  'check-valve': ['', 'ISO 17769-1'],
  'head-tolerance': ['', 'ISO 9906'],
  scenario: ['', ''],
  margin: ['', ''],
  verdict: ['', ''],
  revision: ['', ''],
  uncertainty: ['', 'GUM (JCGM 100)'],
} as const satisfies Readonly<Record<string, readonly [formula: string, source: string]>>;

export type Term = keyof typeof TERMS;

export interface GlossaryEntry {
  key: string;
  isCheck: boolean;
  name: string;
  meaning: string;
  formula: string;
  /** of a check, in words: where it holds, and where it is near */
  limit: string;
  source: string;
}

/** Everything that the glossary explains, by name. */
export function glossary(system: UnitSystem = 'metric'): GlossaryEntry[] {
  const all = [...CHECK_CODES.map((code) => checkEntry(code, system)), ...(Object.keys(TERMS) as Term[]).map(termEntry)];
  return all.sort((a, b) => a.name.localeCompare(b.name, 'en', { sensitivity: 'base' }));
}

/** The entry of a check or a term; undefined where there is none. */
export function glossaryEntry(key: string, system: UnitSystem = 'metric'): GlossaryEntry | undefined {
  if (isCheckCode(key)) return checkEntry(key, system);
  return Object.hasOwn(TERMS, key) ? termEntry(key as Term) : undefined;
}

function termEntry(key: Term): GlossaryEntry {
  const [formula, source] = TERMS[key];
  return {
    key,
    isCheck: false,
    name: msg(`glossary.term.${key}.name`),
    meaning: msg(`glossary.term.${key}.meaning`),
    formula,
    limit: '',
    source,
  };
}

function checkEntry(code: CheckCode, system: UnitSystem): GlossaryEntry {
  return {
    key: code,
    isCheck: true,
    name: checkName(code),
    meaning: msg(`glossary.check.${code}`),
    formula: CHECK_FORMULAS[code],
    limit: limitOf(code, system),
    source: said(CHECKS[code].source),
  };
}

/** checks whose limit comes from the component, the liquid or the study */
const OWN_LIMIT: ReadonlySet<CheckCode> = new Set([
  'fluid-temperature',
  'lowest-temperature',
  'highest-pressure',
  'suction-pressure',
  'discharge-pressure',
  'motor-cooling',
  'motor-starts',
  'standby',
  'submergence',
  'valve-drop',
  'valve-shut-off',
] as const);

const SIGN = { least: '≥', most: '≤', band: '' } as const;

/** the default limit with its sign; a band as its two ends */
function limitOf(code: CheckCode, system: UnitSystem): string {
  const { limit, sense } = CHECKS[code];
  if (OWN_LIMIT.has(code)) return msg('glossary.asEntered');
  const shown = (x: number): string => checkValue(code, x, system);
  return typeof limit === 'number' ? `${SIGN[sense]} ${shown(limit)}`.trim() : `${shown(limit[0])} – ${shown(limit[1])}`;
}

/** entries whose label is a term of the glossary, or whose value a check is about */
export const OF_ENTRIES: Readonly<Record<string, Term | CheckCode>> = {
  roughness: 'roughness',
  npshr: 'npshr',
  npshrCriterion: 'npsh3',
  efficiency: 'efficiency',
  flow: 'flow',
  head: 'head',
  requiredFlow: 'delivered-flow',
  requiredPressure: 'delivered-pressure',
  kv: 'kv',
  cv: 'cv',
  ratedKv: 'kv',
  ratedCv: 'cv',
  fl: 'fl',
  xfz: 'xfz',
  opening: 'opening',
  characteristic: 'inherent-characteristic',
  rated: 'rated-point',
  stages: 'number-of-stages',
  diameter: 'trim',
  variableSpeed: 'vfd',
  minSpeed: 'speed-range',
  maxSpeed: 'speed-range',
  running: 'parallel-operation',
  standby: 'standby-pump',
  minFlow: 'minimum-continuous-flow',
  bestFlow: 'bep',
  preferredRegion: 'por',
  allowableRegion: 'aor',
  derating: 'derating',
  service: 'npsh-difference',
  density: 'sg',
  vapourPressure: 'vapour-pressure',
  specificCapacity: 'specific-capacity',
  pressureClass: 'pressure-class',
  ratedPressure: 'pressure-class',
  casingPressure: 'casing-pressure',
  designPressure: 'highest-pressure',
  maxTemperature: 'fluid-temperature',
  startsPerHour: 'motor-starts',
  startTorque: 'starting-torque',
  solidsPassage: 'solids-passage',
  freeGas: 'free-gas',
  grade: 'head-tolerance',
};

/** What the glossary has of an entry, by its key: `npshr`; undefined where the label says all. */
export const termOfEntry = (key: string): Term | CheckCode | undefined =>
  Object.hasOwn(OF_ENTRIES, key) ? OF_ENTRIES[key] : undefined;
