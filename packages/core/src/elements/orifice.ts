import { numberOr } from '../fields/defaults.js';
import { bore, elevation, named, number, type Fields } from '../fields/field.js';
import { joined, numberPiece, put, shown, words, type Piece } from '../fields/short-form.js';
import { orificeK } from '../fittings/orifice.js';
import type { LossResult } from '../results/results.js';
import { step, worth } from '../results/working.js';
import { ENDS, lacks, type BuildContext, type BuiltElement, type ElementKind, type Entries } from './kind.js';
import { localWorking, reportLoss } from './loss-result.js';
import { word } from '../words/word.js';

const ORIFICE_FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  bore: bore(word('field.orifice-bore')),
  inside: bore(word('field.pipe-inside-diameter'), { short: word('field.short.inside') }),
  cd: number(0.1, 1, word('field.discharge-coefficient'), { default: 0.61 }),
};

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['bore', 'inside'], context)) return undefined;
  const inside = e.inside as number;
  const beta = (e.bore as number) / inside;
  if (!(beta < 1)) {
    context.add({ code: 'bad-value', path: context.pathOf('bore'), where: [id], detail: { reason: 'bore-too-large' } });
    return undefined;
  }
  const k = orificeK(beta, numberOr(ORIFICE_FIELDS, e, 'cd'));
  return { model: { id, kind: 'local', k, bore: inside, closed: false, forwardOnly: false } };
}

/** `bore 40 mm in 80 mm`, `40 mm in 80 mm` */
const boreIn: Piece = (at, draft) => {
  const back = at.at;
  at.take(words('bore|ø|d'));
  const hole = at.quantity('diameter');
  at.blanks();
  const within = hole !== undefined && at.take(words('in|inside|within|/')) ? at.quantity('diameter') : undefined;
  if (hole !== undefined && within !== undefined && put(draft, 'bore', hole) && put(draft, 'inside', within)) return true;
  at.at = back;
  return false;
};

export const orifice: ElementKind<LossResult> = {
  label: word('kind.orifice'),
  prefix: 'FO',
  words: 'orifice(?: plate)?|restriction',
  fields: ORIFICE_FIELDS,
  shown: () => ['bore', 'inside', 'cd', 'outletElevation'],
  givens: () => undefined,
  beginning: {},
  shortForm: {
    write: (e) => joined(`bore ${shown(e.bore)} in ${shown(e.inside)}`, e.cd === undefined ? '' : `Cd ${shown(e.cd)}`),
    example: 'bore 40 mm in 80 mm',
    vocabulary: ['bore', 'in', 'Cd'],
    pieces: [boreIn, numberPiece('cd', 'cd|c')],
  },
  build,
  report: reportLoss,
  found: () => null,
  part: 'fittings',
  holder: 'loss',
  worked: ['headLoss', 'drop', ...ENDS],
  working: (w, r) => {
    const { read, id } = w;
    const own = (key: string) => ({ from: `${id}.${key}` });
    const hole = worth('d', word('quantity.orifice-bore'), read.bore as number, 'diameter', { unit: 'mm', ...own('bore') });
    const inside = worth('D', word('quantity.inside-diameter'), read.inside as number, 'diameter', {
      unit: 'mm',
      ...own('inside'),
    });
    const beta = worth('β', word('quantity.bore-over-inside-diameter'), hole.value / inside.value, 'ratio', own('beta'));
    const c = numberOr(ORIFICE_FIELDS, read, 'cd');
    const cd = worth('C', word('quantity.discharge-coefficient'), c, 'ratio', own('cd'));
    const k = worth('K', word('quantity.loss-coefficient'), orificeK(beta.value, c), 'ratio', own('k'));
    return localWorking(w, r, [
      step('beta', beta, 'd/D', [hole, inside], word('source.definition')),
      step('k', k, '(√(1 − β^4·(1 − C²))/(C·β²) − 1)²', [beta, cd], word('source.iso-5167-2-eq-8')),
    ]);
  },
};
