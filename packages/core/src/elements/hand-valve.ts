import { bore, elevation, kv, named, number, yesNo, type Fields } from '../fields/field.js';
import { joined, numberPiece, quantityPiece, shown, wordPiece } from '../fields/short-form.js';
import { RATING_FIELDS } from '../fields/rating-fields.js';
import type { LossResult } from '../results/results.js';
import { KV_PER_CV } from '../units/flow-coefficient.js';
import { ENDS, isKnown, lacks, type BuildContext, type BuiltElement, type ElementKind, type Entries } from './kind.js';
import { localWorking, reportLoss } from './loss-result.js';
import { RATED_IN_LINE, RATING_PIECES, RATING_WORDS, ratingText } from './rating-short-form.js';
import { word } from '../words/word.js';

const FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  k: number(0, 1e9, word('field.k')),
  inside: bore(word('field.inside-diameter'), { short: word('field.short.inside') }),
  kv: kv(word('field.kv')),
  cv: kv(word('field.cv')),
  closed: yesNo(word('field.closed'), { default: false }),
  ...RATING_FIELDS,
};

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  const closed = e.closed === true;
  const base = { id, kind: 'local', closed, forwardOnly: false, ...(isKnown(e.inside) ? { bore: e.inside } : {}) } as const;
  const coefficient = isKnown(e.kv) ? e.kv : isKnown(e.cv) ? e.cv * KV_PER_CV : undefined;
  if (coefficient !== undefined) return { model: { ...base, kv: coefficient } };
  if (!closed && lacks(id, e, ['k'], context)) return undefined;
  return { model: { ...base, k: isKnown(e.k) ? e.k : 0 } };
}

export const handValve: ElementKind<LossResult> = {
  label: word('kind.hand-valve'),
  prefix: 'HV',
  words: 'hand[- ]valve|isolating valve|isolation valve',
  fields: FIELDS,
  shown: () => ['k', 'inside', 'kv', 'cv', 'closed', 'outletElevation'],
  givens: () => undefined,
  beginning: {},
  shortForm: {
    write: (e) =>
      joined(
        e.k !== undefined ? `K ${shown(e.k)}` : '',
        e.kv !== undefined ? `Kv ${shown(e.kv)}` : '',
        e.cv !== undefined ? `Cv ${shown(e.cv)}` : '',
        e.inside ? `bore ${shown(e.inside)}` : '',
        e.closed === true ? 'closed' : '',
        ratingText(e),
      ),
    example: 'K 0.3, bore 102.3 mm; Kv 60; closed',
    clears: RATED_IN_LINE,
    vocabulary: ['K', 'Kv', 'Cv', 'bore', 'closed', 'open', ...RATING_WORDS],
    pieces: [
      ...RATING_PIECES,
      numberPiece('k', 'k'),
      numberPiece('kv', 'kv'),
      numberPiece('cv', 'cv'),
      quantityPiece('inside', 'diameter', 'bore|inside|id|dia'),
      wordPiece('closed|shut', 'closed', true),
      wordPiece('open', 'closed', false),
    ],
  },
  build,
  report: reportLoss,
  found: () => null,
  part: 'fittings',
  holder: 'loss',
  worked: ['headLoss', 'drop', ...ENDS],
  working: (w, r) => localWorking(w, r),
};
