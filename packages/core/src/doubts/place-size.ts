import type { RawScenario, Study } from '../document/study.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { splitNumber } from '../units/quantity.js';
import { typedIn, type Found } from './doubt.js';

/* Pressures and levels that no plant has at such a place. */

/** Pa gauge that a vessel or a tapping in a plant of liquid lines hardly stands under */
const HIGHEST = 25e6;
/** Pa that nobody enters on purpose */
const LOWEST = 1000;

/** bar for kilopascals, pascals for bar */
export function pressureDoubts(study: Study, raw: RawScenario, { points }: ScenarioModel): Found[] {
  return points.flatMap((p): Found[] => {
    const typed = typedIn(study, raw, p.id, 'pressure');
    const pressure = p.read.pressure;
    const split = typed === undefined ? undefined : splitNumber(typed);
    if (typed === undefined || typeof pressure !== 'number' || !split) return [];
    const unit = split.rest.replace(/\s*\([ga]\)$/, '');
    const isHigh = pressure > HIGHEST;
    const isLow = unit === 'Pa' && split.number !== 0 && Math.abs(split.number) < LOWEST;
    if (!isHigh && !isLow) return [];
    const suffix = /\(([ga])\)$/.exec(split.rest)?.[0] ?? '(g)';
    const meant = isLow ? `${split.typed} bar${suffix}` : unit === 'bar' ? `${split.typed} kPa${suffix}` : undefined;
    return [{ code: 'pressure-size', id: p.id, key: 'pressure', values: { typed, pressure }, ...(meant ? { meant } : {}) }];
  });
}

/** m that liquid stands above a nozzle, or below, at the most */
const DEEPEST = 50;
const BELOW = -10;

/** an elevation above the datum where the liquid above the nozzle belongs */
export function levelDoubts(study: Study, raw: RawScenario, { points }: ScenarioModel): Found[] {
  return points.flatMap((p): Found[] => {
    const { level, elevation } = p.read;
    const typed = typedIn(study, raw, p.id, 'level');
    if (p.kind !== 'vessel' || typed === undefined || typeof level !== 'number' || typeof elevation !== 'number') return [];
    if (level <= DEEPEST && level >= BELOW) return [];
    const above = level - elevation;
    const meant = above >= BELOW && above <= DEEPEST ? `${Number(above.toPrecision(6))} m` : undefined;
    return [{ code: 'level-datum', id: p.id, key: 'level', values: { typed, elevation }, ...(meant ? { meant } : {}) }];
  });
}
