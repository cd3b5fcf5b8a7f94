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

/* Where lines begin and end: what each kind of point holds, how it is typed, what it fixes. */

/** `"level": "low"` is the entry `lowLevel` of the same vessel */
export const LEVEL_WORDS = { low: 'lowLevel', normal: 'normalLevel', high: 'highLevel' } as const;

const level = (label: string, more: object = {}) => quantity('length', -1000, 10_000, label, more);
const outflow = (more: object = {}) => flow('Flow into the system', more);
/** of what a point feeds into the system, where temperature is followed */
const fed = quantity('temperature', 1, 3000, 'Temperature of what it feeds', { short: 'Temperature' });
/** bore of an intake in the liquid, for the submergence that keeps vortices away */
const intake = bore('Bore of the intake', { short: 'Intake bore' });

/** what is to arrive at a point, whatever its kind */
const REQUIRED: Fields = {
  requiredFlow: quantity('flow', 0, 1e5, 'Required flow into it', { short: 'Required Q' }),
  requiredPressure: gauge('Required pressure', { short: 'Required p' }),
};

const REQUIRES = 'requires|required(?: flow| pressure)?';
const REQUIREMENTS = Object.keys(REQUIRED);

export interface PointKind {
  label: string;
  prefix: string;
  fields: Fields;
  /** entries without which nothing can be worked out */
  needs: (e: Entries) => readonly string[];
  /** entries that its panel shows */
  shown: (e: Entries) => readonly string[];
  givens: (e: Entries) => { given: readonly string[]; solved: readonly string[] };
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

const sought = (e: Entries, ...keys: string[]): string[] => keys.filter((k) => e[k] === 'solve');

const levelWord: Piece = (at, draft) => {
  const found = at.take(/(?:level\s+)?(low|normal|high)(?:\s+level)?(?!\w)/iy);
  return found !== undefined && put(draft, 'level', found[1]!.toLowerCase());
};

const vessel: PointKind = {
  label: 'Vessel',
  prefix: 'V',
  fields: {
    ...named,
    elevation: elevation('Nozzle elevation', { short: 'Elevation' }),
    level: level('Liquid level above the nozzle', { solve: true, words: LEVEL_WORDS, short: 'Liquid level', default: '0 m' }),
    lowLevel: level('Low level'),
    normalLevel: level('Normal level'),
    highLevel: level('High level'),
    pressure: gauge('Pressure on the surface', { solve: true, short: 'Pressure', default: '0 bar(g)' }),
    flow: outflow(),
    temperature: fed,
    bore: intake,
    ...REQUIRED,
  },
  needs: () => [],
  shown: () => ['elevation', 'level', 'pressure', 'lowLevel', 'normalLevel', 'highLevel', ...REQUIREMENTS, 'temperature', 'bore'],
  givens: (e) =>
    sought(e, 'level', 'pressure').length > 0
      ? { given: ['flow'], solved: sought(e, 'level', 'pressure') }
      : { given: ['level', 'surface pressure'], solved: ['flow'] },
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
  label: 'Pressure',
  prefix: 'B',
  fields: {
    ...named,
    elevation: elevation('Elevation'),
    pressure: gauge('Pressure', { solve: true }),
    basis: choice(['static', 'total'], 'Pressure is', { default: 'static' }),
    flow: outflow(),
    temperature: fed,
    ...REQUIRED,
  },
  needs: () => ['pressure'],
  shown: () => ['elevation', 'pressure', ...REQUIREMENTS, 'temperature'],
  givens: (e) => (e.pressure === 'solve' ? { given: ['flow'], solved: ['pressure'] } : { given: ['pressure'], solved: ['flow'] }),
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
  label: 'Flow',
  prefix: 'Q',
  fields: { ...named, elevation: elevation('Elevation'), flow: outflow({ solve: true }), temperature: fed, ...REQUIRED },
  needs: () => ['flow'],
  shown: () => ['elevation', 'flow', ...REQUIREMENTS, 'temperature'],
  givens: (e) =>
    e.flow === undefined || e.flow === 'solve'
      ? { given: [], solved: ['flow', 'pressure'] }
      : { given: ['flow'], solved: ['pressure'] },
  shortForm: {
    write: (e) => joined(shown(e.flow), requiredText(e)),
    example: '-40 m3/h',
    vocabulary: ['flow'],
    pieces: [...REQUIRED_PIECES, quantityPiece('flow', 'flow', 'flow|outflow|inflow')],
  },
  worked: ['totalHead', 'staticPressure', 'temperature'],
};

const well: PointKind = {
  label: 'Well',
  prefix: 'W',
  fields: {
    ...named,
    elevation: elevation('Intake elevation', { short: 'Intake' }),
    restLevel: elevation('Water level at rest', { short: 'Rest level' }),
    specificCapacity: quantity('specificCapacity', 1e-9, 1e4, 'Specific capacity', { short: 'Capacity' }),
    wellLoss: quantity('wellLoss', 0, 1e9, 'Well loss, with the square of the flow', { short: 'Well loss' }),
    steps: {
      type: 'list',
      least: 2,
      most: 100,
      label: 'Step test',
      of: {
        flow: quantity('flow', 1e-9, 1e4, 'Flow', { required: true }),
        drawdown: quantity('length', 0, 5000, 'Drawdown', { required: true }),
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
    given: ['rest level', e.steps === undefined ? 'specific capacity' : 'step test'],
    solved: ['level', 'flow'],
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
  label: 'Junction',
  prefix: 'J',
  fields: {
    ...named,
    elevation: elevation('Elevation'),
    offtake: flow('Flow leaving here', { short: 'Offtake', default: '0 m3/h' }),
    temperature: fed,
    branch: text('Branch of the tee (its losses by flow ratio)', { names: 'lines', short: 'Tee: branch line' }),
    rounding: number(0, 0.5, 'Rounding of the tee’s edge, radius over bore of the run', { default: 0, short: 'Edge r/D' }),
    ...REQUIRED,
  },
  needs: () => [],
  shown: (e) => ['elevation', 'offtake', ...REQUIREMENTS, 'branch', ...(e.branch === undefined ? [] : ['rounding'])],
  givens: (e) => ({ given: e.offtake === undefined ? [] : ['offtake'], solved: ['pressure'] }),
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
  givens: (e: Entries) => { given: readonly string[]; solved: readonly string[] } | undefined;
} = {
  label: 'Line',
  prefix: 'T',
  fields: { ...named, flow: flow('Flow fixed'), closed: yesNo('Shut', { default: false }) },
  shown: () => ['flow', 'closed'],
  givens: (e) => (e.flow === undefined ? undefined : { given: ['flow'], solved: [] }),
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
