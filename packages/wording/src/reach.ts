import type { NoFit } from '@cedar-knot/core';

const NO_FIT: Readonly<Record<NoFit, string>> = {
  'no-readings': 'No reading is used: enter what instruments showed, and tick those that count.',
  'fewer-readings': 'There are fewer readings than inputs to be found: enter more, or choose one input.',
  'no-input': 'Nothing stands there that could be found: choose another input.',
  'not-solved': 'The study does not solve where it was read: see what it says of that scenario.',
  'not-felt':
    'These readings do not feel this input: it could be anything. Read something that it moves, or choose another input.',
  'not-apart': 'The two inputs move these readings alike: they cannot be told apart. Read elsewhere too, or choose one of them.',
};

/** Why readings give no fit, and what would. */
export const noFitText = (reason: NoFit): string => NO_FIT[reason];
