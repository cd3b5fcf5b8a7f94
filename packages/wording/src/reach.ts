import { displayUnit, toUnit, type Dimension, type NoFit, type Takes, type UnitSystem } from '@cedar-knot/core';
import { shortNumber } from './marks.js';
import { prettyUnit } from './numbers.js';
import { msg, said } from './words.js';

const NO_FIT: Readonly<Record<NoFit, string>> = {
  'no-readings': msg('reach.no-readings'),
  'fewer-readings': msg('reach.fewer-readings'),
  'no-input': msg('reach.no-input'),
  'not-solved': msg('reach.not-solved'),
  'not-felt': msg('reach.not-felt'),
  'not-apart': msg('reach.not-apart'),
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
  atmosphere: msg('reach.atmosphere'),
  surface: msg('reach.surface'),
  level: msg('reach.level'),
  height: msg('reach.height'),
  supply: msg('reach.supply'),
  vapour: msg('reach.vapour'),
  pipes: msg('reach.pipes'),
  element: '',
  rest: msg('reach.rest'),
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
        ? msg('reach.takesOf', {
            who,
            isKind: part.kind === 'pipes' ? 'yes' : 'no',
            m: m(-part.here),
            m2: m(part.whole),
            beside,
            m3: part.there < 0 ? m(-part.there) : 'nothing',
          })
        : msg('reach.givesIn', { who, m: m(part.here), beside, m2: m(part.there) }),
    );
  }
  const named = inputs.filter((i, k) => (k === 0 ? !part : i.share >= ALSO));
  for (const { here, there } of named) {
    const label = said(here.name);
    const name = label.charAt(0).toUpperCase() + label.slice(1);
    sentences.push(
      `${name}: ${amount(here.value, here.dimension, system)}, in ${beside} ${amount(there.value, there.dimension, system)}.`,
    );
  }
  return sentences.join(' ');
}
