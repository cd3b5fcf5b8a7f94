import { numberOr } from '../fields/defaults.js';
import { drop, elevation, flow, named, number, quantity, type Fields } from '../fields/field.js';
import { RATING_FIELDS } from '../fields/rating-fields.js';
import { joined, numberPiece, put, quantityPiece, shown, words, type Piece, type ShortForm } from '../fields/short-form.js';
import type { LossResult } from '../results/results.js';
import { inWords, step, worth, type KeyedStep } from '../results/working.js';
import {
  ENDS,
  isKnown,
  lacks,
  type BuildContext,
  type BuiltElement,
  type ElementKind,
  type Entries,
  type WorkedElement,
} from './kind.js';
import { fixedLaw, PowerLaw, type Loss, type LossLaw } from './laws.js';
import { reportLoss } from './loss-result.js';
import type { DeviceModel, State } from './model.js';
import { RATED_IN_LINE, RATING_PIECES, RATING_WORDS, ratingText } from './rating-short-form.js';
import { word } from '../words/word.js';

const DEVICE_FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  drop: drop(word('field.pressure-drop'), { solve: true, short: word('field.short.drop') }),
  at: quantity('flow', 1e-12, 1e5, word('field.at-flow')),
  exponent: number(0.1, 5, word('field.exponent'), { default: 2 }),
  table: {
    type: 'list',
    least: 1,
    most: 500,
    label: word('field.drop-over-flow'),
    of: { flow: flow(word('field.flow'), { min: 0, required: true }), drop: drop(word('field.drop'), { required: true }) },
  },
  fouling: number(0, 1e4, word('field.fouling-factor-on-the-drop'), { default: 1, short: word('field.short.fouling-x') }),
  duty: quantity('power', -1e10, 1e10, word('field.heat-added-to-the-liquid'), { short: word('field.short.duty') }),
  outletTemperature: quantity('temperature', 1, 3000, word('field.outlet-temperature'), { short: word('field.short.outlet-t') }),
  ...RATING_FIELDS,
};

/** Linear between rows from 0, 0; quadratic through the last row beyond it. */
class TableLaw implements LossLaw {
  constructor(
    private readonly flows: readonly number[],
    private readonly heads: readonly number[],
  ) {}
  evaluate(flow: number, out: Loss): void {
    const q = Math.abs(flow);
    const n = this.flows.length;
    const last = this.flows[n - 1]!;
    if (q > last) {
      out.loss = this.heads[n - 1]! * (q / last) ** 2;
      out.slope = (2 * out.loss) / q;
    } else {
      let q0 = 0;
      let h0 = 0;
      for (let i = 0; i < n; i++) {
        const q1 = this.flows[i]!;
        const h1 = this.heads[i]!;
        if (q <= q1 && q1 > q0) {
          out.slope = (h1 - h0) / (q1 - q0);
          out.loss = h0 + out.slope * (q - q0);
          break;
        }
        q0 = q1;
        h0 = h1;
      }
    }
    if (flow < 0) out.loss = -out.loss;
  }
}

/** The law of a device in a state; undefined where its drop is sought, or holds without being overcome. */
export function deviceLaw(model: DeviceModel, state: State, rhoG: number): LossLaw | undefined {
  const { law, fouling } = model;
  switch (law.kind) {
    case 'sought':
      return undefined;
    case 'fixed':
      return fixedLaw((law.drop * fouling) / rhoG, state);
    case 'power':
      return new PowerLaw((law.drop * fouling) / rhoG / law.at ** law.exponent, law.exponent);
    case 'table':
      return new TableLaw(
        law.flows,
        law.drops.map((d) => (d * fouling) / rhoG),
      );
  }
}

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  const law = e.table ? tableLaw(id, e, context) : pointLaw(id, e, context);
  if (!law) return undefined;
  const model: DeviceModel = { id, kind: 'device', fouling: numberOr(DEVICE_FIELDS, e, 'fouling'), law };
  if (context.followed?.isThermal)
    model.heat = {
      ...(isKnown(e.duty) ? { duty: e.duty } : {}),
      ...(isKnown(e.outletTemperature) ? { outletTemperature: e.outletTemperature } : {}),
    };
  return { model };
}

function tableLaw(id: string, e: Entries, context: BuildContext): DeviceModel['law'] | undefined {
  const rows = (e.table as { flow: number; drop: number }[]).filter((r) => r.flow > 0);
  const rising = rows.every((r, i) => i === 0 || r.flow > rows[i - 1]!.flow);
  if (rising && rows.length > 0) return { kind: 'table', flows: rows.map((r) => r.flow), drops: rows.map((r) => r.drop) };
  context.add({ code: 'bad-value', path: context.pathOf('table'), where: [id], detail: { reason: 'not-rising' } });
  return undefined;
}

function pointLaw(id: string, e: Entries, context: BuildContext): DeviceModel['law'] | undefined {
  // a heater or cooler of which nothing else is said takes no pressure
  if (e.drop === undefined && (isKnown(e.duty) || isKnown(e.outletTemperature))) return { kind: 'fixed', drop: 0 };
  if (lacks(id, e, ['drop'], context)) return undefined;
  if (e.drop === 'solve') return { kind: 'sought' };
  const given = e.drop as number;
  if (e.at === undefined) return { kind: 'fixed', drop: given };
  return { kind: 'power', drop: given, at: e.at as number, exponent: numberOr(DEVICE_FIELDS, e, 'exponent') };
}

/** a sought drop is found at the flow that passes, and given at the flow that it is meant for */
function found(_key: string, read: Entries, r: LossResult): number | null {
  if (r.drop === null) return null;
  const at = read.at as number | undefined;
  const isScaled = at !== undefined && r.flow !== 0;
  const scale = isScaled ? (at / Math.abs(r.flow)) ** numberOr(DEVICE_FIELDS, read, 'exponent') : 1;
  return (r.drop * scale) / numberOr(DEVICE_FIELDS, read, 'fouling');
}

/** `0.52 bar at 310 m3/h`, `52 kPa @ 310 m3/h` */
const dropAt: Piece = (at, draft) => {
  const back = at.at;
  at.take(words('(?:pressure )?drop|dp|Δp|loss'));
  const given = at.quantity('pressureDifference');
  if (given === undefined || !put(draft, 'drop', given)) {
    at.at = back;
    return false;
  }
  at.blanks();
  delete draft.entries.at;
  if (at.take(words('at|@'))) {
    const flowing = at.quantity('flow');
    if (flowing !== undefined) draft.entries.at = flowing;
  }
  return true;
};

const shortForm: ShortForm = {
  write: (e) =>
    joined(
      e.drop === undefined && e.table ? '' : `${shown(e.drop)}${e.at ? ` at ${shown(e.at)}` : ''}`,
      e.table ? 'table' : '',
      e.exponent === undefined ? '' : `exponent ${shown(e.exponent)}`,
      e.fouling === undefined || e.fouling === 1 ? '' : `fouling ${shown(e.fouling)}`,
      ratingText(e),
    ),
  example: '0.52 bar at 310 m3/h, fouling 1.6',
  clears: RATED_IN_LINE,
  vocabulary: ['drop', 'fouling', 'exponent', 'table', ...RATING_WORDS],
  pieces: [
    ...RATING_PIECES,
    dropAt,
    numberPiece('fouling', 'fouling(?: factor)?|fouled|x|×'),
    numberPiece('exponent', 'exponent'),
    quantityPiece('at', 'flow', 'at|@', {}, true),
    // the table stands beside the sheet; its word alone changes nothing
    (at) => at.take(words('table')) !== undefined,
  ],
};

/** Drop of an exchanger, filter or meter. */
function working(w: WorkedElement, r: LossResult): KeyedStep[] {
  const model = w.model as DeviceModel;
  if (r.drop === null) return [];
  const own = (key: string) => ({ from: `${w.id}.${key}` });
  const { law } = model;
  const s = w.medium;
  const q = worth('Q', word('quantity.flow'), r.flow, 'flow', own('flow'));
  const fouling = worth('F', word('quantity.fouling'), model.fouling, 'ratio', own('fouling'));
  const lost = worth('Δp', word('quantity.pressure-drop'), r.drop, 'pressureDifference', own('drop'));
  const h = worth('h', word('quantity.head-loss'), r.headLoss ?? NaN, 'head', own('headLoss'));
  const loss = step('headLoss', h, 'Δp/(ρ·g)', [lost, s.density, s.gravity], word('source.definition'));
  if (law.kind === 'power') {
    const given = worth('Δp0', word('quantity.drop-at-the-known-flow'), law.drop, 'pressureDifference', {
      ...own('drop'),
      entered: true,
    });
    const at = worth('Q0', word('quantity.known-flow'), law.at, 'flow', own('at'));
    const n = worth('n', word('quantity.exponent'), law.exponent, 'ratio', own('exponent'));
    const formula = 'sign(Q)·F·Δp0·(abs(Q)/Q0)^n';
    return [step('drop', lost, formula, [q, fouling, given, at, n], word('source.the-makers-point-turbulent-n-2')), loss];
  }
  if (law.kind === 'table') return [tableStep(law, { q, fouling, lost }, own('table')), loss];
  const words = word(law.kind === 'fixed' ? 'how.drop-times-fouling' : 'how.rest-of-the-head-balance');
  return [
    inWords('drop', lost, words, [q, fouling], law.kind === 'sought' ? word('source.solved') : word('source.the-maker')),
    loss,
  ];
}

function tableStep(
  law: Extract<DeviceModel['law'], { kind: 'table' }>,
  at: Record<'q' | 'fouling' | 'lost', ReturnType<typeof worth>>,
  from: { from: string },
): KeyedStep {
  const { flows, drops } = law;
  const q = Math.abs(at.q.value);
  const source = word('source.the-makers-table-from-zero');
  const i = flows.findIndex((x) => q <= x);
  const row = (k: number, mark: string) => [
    worth(
      `Q${mark}`,
      word(mark === '1' ? 'quantity.flow-of-the-row-below' : 'quantity.flow-of-the-row-above'),
      k < 0 ? 0 : flows[k]!,
      'flow',
      from,
    ),
    worth(`Δp${mark}`, word('quantity.drop-in-that-row'), k < 0 ? 0 : drops[k]!, 'pressureDifference', from),
  ];
  if (i < 0)
    return step('drop', at.lost, 'sign(Q)·F·Δp2·(abs(Q)/Q2)²', [at.q, at.fouling, ...row(flows.length - 1, '2')], source);
  const formula = 'sign(Q)·F·(Δp1 + (Δp2 − Δp1)·(abs(Q) − Q1)/(Q2 − Q1))';
  return step('drop', at.lost, formula, [at.q, at.fouling, ...row(i - 1, '1'), ...row(i, '2')], source);
}

export const device: ElementKind<LossResult> = {
  label: word('kind.device'),
  prefix: 'D',
  words: 'device|filter|strainer|cooler|heater|condenser|(?:heat )?exchanger|hx|meter|flow ?meter',
  fields: DEVICE_FIELDS,
  shown: () => ['drop', 'at', 'exponent', 'fouling', 'duty', 'outletTemperature', 'outletElevation'],
  givens: (e) => (e.drop === 'solve' ? { given: [], solved: [word('given.drop')] } : undefined),
  beginning: {},
  shortForm,
  build,
  report: reportLoss,
  found,
  part: 'devices',
  holder: 'loss',
  worked: ['drop', 'headLoss', 'heatDuty', ...ENDS],
  working,
};
