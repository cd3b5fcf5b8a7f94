import { displayUnit, toUnit, type Dimension, type NoFit, type Takes, type UnitSystem } from '@cedar-knot/core';
import { prettyUnit, shortNumber } from './numbers.js';

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

const METRES: Dimension = 'head';

/** a value of a working in the unit that is shown */
function amount(si: number, dimension: string, system: UnitSystem): string {
  if (dimension === 'ratio' || dimension === 'coefficient' || dimension === 'area' || dimension === 'perHead')
    return shortNumber(si);
  const unit = displayUnit(dimension as Dimension, system);
  return `${shortNumber(toUnit(si, unit))} ${prettyUnit(unit.symbol)}`;
}

const PARTS: Readonly<Record<NonNullable<Takes['part']>['kind'], string>> = {
  atmosphere: 'The atmosphere',
  surface: 'The pressure on the surface',
  level: 'The level',
  height: 'The height over the pump',
  supply: 'The supply',
  vapour: 'The vapour pressure',
  pipes: 'The pipes',
  element: '',
  rest: 'What is left of the way',
};

/** share of a change from which on a second number is named beside the first */
const ALSO = 0.25;

/** What takes a margin, in a sentence: the part of the suction, or the numbers of its formula, here and in the scenario that has more. */
export function takesText(takes: Takes, beside: string, system: UnitSystem = 'metric'): string {
  const { part, inputs } = takes;
  const sentences: string[] = [];
  const m = (x: number): string => amount(x, METRES, system);
  if (part) {
    const who = part.kind === 'element' ? part.where! : PARTS[part.kind];
    const isTaking = part.here < 0;
    sentences.push(
      isTaking
        ? `${who} ${part.kind === 'pipes' ? 'take' : 'takes'} ${m(-part.here)} of the ${m(part.whole)} there is; in ${beside} ${part.there < 0 ? m(-part.there) : 'nothing'}.`
        : `${who} gives ${m(part.here)}; in ${beside} ${m(part.there)}.`,
    );
  }
  const named = inputs.filter((i, k) => (k === 0 ? !part : i.share >= ALSO));
  for (const { here, there } of named) {
    const name = here.name.charAt(0).toUpperCase() + here.name.slice(1);
    sentences.push(
      `${name}: ${amount(here.value, here.dimension, system)}, in ${beside} ${amount(there.value, there.dimension, system)}.`,
    );
  }
  return sentences.join(' ');
}
