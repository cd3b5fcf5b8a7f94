import { bore, elevation, named, number, type Fields } from '../fields/field.js';
import { joined, numberPiece, quantityPiece, shown } from '../fields/short-form.js';
import { RATING_FIELDS } from '../fields/rating-fields.js';
import type { LossResult } from '../results/results.js';
import { ENDS, isKnown, lacks, type BuildContext, type BuiltElement, type ElementKind, type Entries } from './kind.js';
import { localWorking, reportLoss } from './loss-result.js';
import { RATED_IN_LINE, RATING_PIECES, RATING_WORDS, ratingText } from './rating-short-form.js';
import { word } from '../words/word.js';

const FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  k: number(0, 1e9, word('field.k')),
  inside: bore(word('field.inside-diameter'), { short: word('field.short.inside') }),
  ...RATING_FIELDS,
};

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['k'], context)) return undefined;
  const own = isKnown(e.inside) ? { bore: e.inside } : {};
  return { model: { id, kind: 'local', k: e.k as number, closed: false, forwardOnly: true, ...own } };
}

export const nonReturn: ElementKind<LossResult> = {
  label: word('kind.non-return'),
  prefix: 'NR',
  words: 'non[- ]return(?: valve)?|nrv|check(?: valve)?',
  fields: FIELDS,
  shown: () => ['k', 'inside', 'outletElevation'],
  givens: () => undefined,
  beginning: {},
  shortForm: {
    write: (e) => joined(e.k !== undefined ? `K ${shown(e.k)}` : '', e.inside ? `bore ${shown(e.inside)}` : '', ratingText(e)),
    example: 'K 1.8, bore 254.5 mm',
    clears: RATED_IN_LINE,
    vocabulary: ['K', 'bore', ...RATING_WORDS],
    pieces: [...RATING_PIECES, numberPiece('k', 'k'), quantityPiece('inside', 'diameter', 'bore|inside|id|dia')],
  },
  build,
  report: reportLoss,
  found: () => null,
  part: 'fittings',
  holder: 'loss',
  worked: ['headLoss', 'drop', ...ENDS],
  working: (w, r) => localWorking(w, r),
};
