import type { Givens } from '../elements/kind.js';
import { choice, elevation, flow, gauge, named, number, bore, quantity, text, yesNo, type Fields } from '../fields/field.js';
import {
  joined,
  numberPiece,
  put,
  quantityPiece,
  shown,
  wordPiece,
  type Entries,
  type Piece,
  type ShortForm,
} from '../fields/short-form.js';
import { word, type Word } from '../words/word.js';

/* Where lines begin and end: what each kind of point holds, how it is typed, what it fixes. */

/** `"level": "low"` is the entry `lowLevel` of the same vessel */
export const LEVEL_WORDS = { low: 'lowLevel', normal: 'normalLevel', high: 'highLevel' } as const;

const level = (label: Word, more: object = {}) => quantity('length', -1000, 10_000, label, more);
const outflow = (more: object = {}) => flow(word('field.flow-into-the-system'), more);
/** of what a point feeds into the system, where temperature is followed */
const fed = quantity('temperature', 1, 3000, word('field.temperature-of-the-inflow'), { short: word('field.short.temperature') });
/** bore of an intake in the liquid, for the submergence that keeps vortices away */
const intake = bore(word('field.intake-bore'), { short: word('field.short.intake-bore') });

/** what is to arrive at a point, whatever its kind */
const REQUIRED: Fields = {
  requiredFlow: quantity('flow', 0, 1e5, word('field.required-flow'), { short: word('field.short.required-q') }),
  requiredPressure: gauge(word('field.required-pressure'), { short: word('field.short.required-p') }),
};

const REQUIRES = 'requires|required(?: flow| pressure)?';
const REQUIREMENTS = Object.keys(REQUIRED);

export interface PointKind {
  label: Word;
  prefix: string;
  fields: Fields;
  /** entries without which nothing can be worked out */
  needs: (e: Entries) => readonly string[];
  /** entries that its panel shows */
  shown: (e: Entries) => readonly string[];
  givens: (e: Entries) => Givens;
  shortForm: ShortForm;
  worked: readonly string[];
}

/** `requires 20 m3/h`, `requires 3 bar(g)`, in either order */
const REQUIRED_PIECES: readonly Piece[] = [
  quantityPiece('requiredFlow', 'flow', REQUIRES, {}, true),
  quantityPiece('requiredPressure', 'pressure', REQUIRES, {}, true),
];
const requiredText = (e: Entries): string =>
  [e.requiredFlow, e.requiredPressure].flatMap((x) => (x === undefined ? [] : [`requires ${shown(x)}`])).join(', ');

const sought = (e: Entries): Word[] => [
  ...(e.level === 'solve' ? [word('given.level')] : []),
  ...(e.pressure === 'solve' ? [word('given.pressure')] : []),
];

const levelWord: Piece = (at, draft) => {
  const found = at.take(/(?:level\s+)?(low|normal|high)(?:\s+level)?(?!\w)/iy);
  return found !== undefined && put(draft, 'level', found[1]!.toLowerCase());
};

const vessel: PointKind = {
  label: word('kind.vessel'),
  prefix: 'V',
  fields: {
    ...named,
    elevation: elevation(word('field.nozzle-elevation'), { short: word('field.short.elevation') }),
    level: level(word('field.liquid-level-above-nozzle'), {
      solve: true,
      words: LEVEL_WORDS,
      short: word('field.short.liquid-level'),
      default: '0 m',
    }),
    lowLevel: level(word('field.low-level')),
    normalLevel: level(word('field.normal-level')),
    highLevel: level(word('field.high-level')),
    pressure: gauge(word('field.pressure-on-the-surface'), {
      solve: true,
      short: word('field.short.pressure'),
      default: '0 bar(g)',
    }),
    flow: outflow(),
    temperature: fed,
    bore: intake,
    ...REQUIRED,
  },
  needs: () => [],
  shown: () => ['elevation', 'level', 'pressure', 'lowLevel', 'normalLevel', 'highLevel', ...REQUIREMENTS, 'temperature', 'bore'],
  givens: (e) =>
    sought(e).length > 0
      ? { given: [word('given.flow')], solved: sought(e) }
      : { given: [word('given.level'), word('given.surface-pressure')], solved: [word('given.flow')] },
  shortForm: {
    write: (e) =>
      joined(
        e.level !== undefined ? `level ${shown(e.level)}` : '',
        e.pressure !== undefined ? shown(e.pressure) : '',
        requiredText(e),
      ),
    example: 'level 1.6 m, 0.12 bar(g)',
    vocabulary: ['level', 'low', 'normal', 'high', 'open', 'atmospheric'],
    pieces: [
      ...REQUIRED_PIECES,
      levelWord,
      quantityPiece('level', 'length', 'level|liquid'),
      quantityPiece('pressure', 'pressure', 'at|pressure'),
      wordPiece('open|(?:at )?atmospheric|(?:at )?atmosphere', 'pressure', '0 bar(g)'),
    ],
  },
  worked: ['totalHead', 'staticPressure', 'temperature'],
};

const pressure: PointKind = {
  label: word('kind.pressure'),
  prefix: 'B',
  fields: {
    ...named,
    elevation: elevation(word('field.elevation')),
    pressure: gauge(word('field.pressure'), { solve: true }),
    basis: choice(['static', 'total'], word('field.pressure-type'), { default: 'static' }),
    flow: outflow(),
    temperature: fed,
    ...REQUIRED,
  },
  needs: () => ['pressure'],
  shown: () => ['elevation', 'pressure', ...REQUIREMENTS, 'temperature'],
  givens: (e) =>
    e.pressure === 'solve'
      ? { given: [word('given.flow')], solved: [word('given.pressure')] }
      : { given: [word('given.pressure')], solved: [word('given.flow')] },
  shortForm: {
    write: (e) => joined(shown(e.pressure), e.basis === 'total' ? 'total' : 'static', requiredText(e)),
    example: '2.5 bar(g), static',
    vocabulary: ['static', 'total'],
    pieces: [
      ...REQUIRED_PIECES,
      quantityPiece('pressure', 'pressure', 'pressure|at'),
      wordPiece('static', 'basis', 'static'),
      wordPiece('total|stagnation', 'basis', 'total'),
    ],
  },
  worked: ['totalHead', 'staticPressure', 'temperature'],
};

const flowPoint: PointKind = {
  label: word('kind.flow'),
  prefix: 'Q',
  fields: {
    ...named,
    elevation: elevation(word('field.elevation')),
    flow: outflow({ solve: true }),
    temperature: fed,
    ...REQUIRED,
  },
  needs: () => ['flow'],
  shown: () => ['elevation', 'flow', ...REQUIREMENTS, 'temperature'],
  givens: (e) =>
    e.flow === undefined || e.flow === 'solve'
      ? { given: [], solved: [word('given.flow'), word('given.pressure')] }
      : { given: [word('given.flow')], solved: [word('given.pressure')] },
  shortForm: {
    write: (e) => joined(shown(e.flow), requiredText(e)),
    example: '-40 m3/h',
    vocabulary: ['flow'],
    pieces: [...REQUIRED_PIECES, quantityPiece('flow', 'flow', 'flow|outflow|inflow')],
  },
  worked: ['totalHead', 'staticPressure', 'temperature'],
};

const well: PointKind = {
  label: word('kind.well'),
  prefix: 'W',
  fields: {
    ...named,
    elevation: elevation(word('field.intake-elevation'), { short: word('field.short.intake') }),
    restLevel: elevation(word('field.water-level-at-rest'), { short: word('field.short.rest-level') }),
    specificCapacity: quantity('specificCapacity', 1e-9, 1e4, word('field.specific-capacity'), {
      short: word('field.short.capacity'),
    }),
    wellLoss: quantity('wellLoss', 0, 1e9, word('field.well-loss-coefficient-flow-squared'), {
      short: word('field.short.well-loss'),
    }),
    steps: {
      type: 'list',
      least: 2,
      most: 100,
      label: word('field.step-test'),
      of: {
        flow: quantity('flow', 1e-9, 1e4, word('field.flow'), { required: true }),
        drawdown: quantity('length', 0, 5000, word('field.drawdown'), { required: true }),
      },
    },
    temperature: fed,
    bore: intake,
    ...REQUIRED,
  },
  needs: (e) => (e.steps === undefined ? ['restLevel', 'specificCapacity'] : ['restLevel']),
  shown: (e) => [
    'elevation',
    'restLevel',
    ...(e.steps === undefined ? ['specificCapacity', 'wellLoss'] : []),
    ...REQUIREMENTS,
    'temperature',
    'bore',
  ],
  givens: (e) => ({
    given: [word('given.rest-level'), e.steps === undefined ? word('given.specific-capacity') : word('given.step-test')],
    solved: [word('given.level'), word('given.flow')],
  }),
  shortForm: {
    write: (e) =>
      joined(
        `rest level ${shown(e.restLevel)}`,
        e.steps === undefined ? shown(e.specificCapacity) : `${(e.steps as unknown[]).length} steps`,
        e.wellLoss === undefined ? '' : `well loss ${shown(e.wellLoss)}`,
        requiredText(e),
      ),
    example: 'rest level 138 m, 10.5 m3/h/m',
    vocabulary: ['rest level', 'specific capacity'],
    pieces: [
      ...REQUIRED_PIECES,
      quantityPiece('specificCapacity', 'specificCapacity', 'specific capacity|capacity'),
      // the table stands beside the sheet
      (at) => at.take(/\d+ steps/iy) !== undefined,
      quantityPiece('wellLoss', 'wellLoss', 'well loss'),
      quantityPiece('restLevel', 'length', 'rest(?: level)?|static level|level'),
    ],
  },
  worked: ['totalHead', 'temperature', 'drawdown', 'aquiferLoss', 'wellLoss'],
};

const junction: PointKind = {
  label: word('kind.junction'),
  prefix: 'J',
  fields: {
    ...named,
    elevation: elevation(word('field.elevation')),
    offtake: flow(word('field.flow-leaving-here'), { short: word('field.short.offtake'), default: '0 m3/h' }),
    temperature: fed,
    branch: text(word('field.tee-branch-line-losses-by-flow-ratio'), {
      names: 'lines',
      short: word('field.short.tee-branch-line'),
    }),
    rounding: number(0, 0.5, word('field.tee-edge-radius-over-run-bore'), { default: 0, short: word('field.short.edge-r-d') }),
    ...REQUIRED,
  },
  needs: () => [],
  shown: (e) => ['elevation', 'offtake', ...REQUIREMENTS, 'branch', ...(e.branch === undefined ? [] : ['rounding'])],
  givens: (e) => ({ given: e.offtake === undefined ? [] : [word('given.offtake')], solved: [word('given.pressure')] }),
  shortForm: {
    write: (e) =>
      joined(
        e.offtake !== undefined ? `offtake ${shown(e.offtake)}` : '',
        e.branch !== undefined ? `branch ${shown(e.branch)}` : '',
        e.rounding !== undefined ? `r/D ${shown(e.rounding)}` : '',
        requiredText(e),
      ),
    example: 'offtake 20 m3/h; branch L-3',
    vocabulary: ['offtake', 'branch', 'r/D'],
    pieces: [
      ...REQUIRED_PIECES,
      quantityPiece('offtake', 'flow', 'offtake|demand|takes'),
      (at, draft) => {
        const found = at.take(/(?:tee\s+)?branch\s+([^\s,;]+)/iy);
        return found !== undefined && put(draft, 'branch', found[1]);
      },
      numberPiece('rounding', 'r/D|edge'),
    ],
  },
  worked: ['totalHead', 'staticPressure', 'temperature'],
};

export const POINT_KINDS = { vessel, pressure, flow: flowPoint, well, junction } as const;
export type PointKindName = keyof typeof POINT_KINDS;

export function isPointKind(kind: string): kind is PointKindName {
  return Object.hasOwn(POINT_KINDS, kind);
}

/** A line: a run of elements between two points, with its own flow or shut. */
export const LINE: Pick<PointKind, 'label' | 'prefix' | 'fields' | 'shown' | 'shortForm'> & {
  givens: (e: Entries) => Givens | undefined;
} = {
  label: word('kind.line'),
  prefix: 'T',
  fields: { ...named, flow: flow(word('field.flow-fixed')), closed: yesNo(word('field.shut'), { default: false }) },
  shown: () => ['flow', 'closed'],
  givens: (e) => (e.flow === undefined ? undefined : { given: [word('given.flow')], solved: [] }),
  shortForm: {
    write: (e) =>
      joined(
        `${shown(e.from)} to ${shown(e.to)}`,
        e.flow !== undefined ? `flow ${shown(e.flow)}` : '',
        e.closed === true ? 'shut' : '',
      ),
    example: 'J-1 to V-2; J-1 to V-2, shut; J-1 to V-2, flow 20 m3/h',
    vocabulary: ['to', 'flow', 'shut', 'open'],
    pieces: [
      (at, draft) => {
        const found = at.take(/(?:from\s+)?([^\s,;]+)\s+(?:to|→|->)\s+([^\s,;]+)/iy);
        return found !== undefined && put(draft, 'from', found[1]) && put(draft, 'to', found[2]);
      },
      quantityPiece('flow', 'flow', 'flow'),
      wordPiece('shut|closed', 'closed', true),
      wordPiece('open', 'closed', false),
    ],
  },
};
