import { worth } from '../results/working.js';
import type { Check, CheckedPoint, CheckedScenario } from './check.js';
import { word } from '../words/word.js';

/** liquid above the intake of a vessel or a well, m; null where it is not known */
function liquidAbove(p: CheckedPoint, s: CheckedScenario): number | null {
  if (p.kind === 'vessel') {
    const level = p.read.level === 'solve' ? s.result.solved[`${p.id}.level`] : (p.read.level ?? 0);
    return typeof level === 'number' ? level : null;
  }
  const head = s.result.points[p.id]?.totalHead ?? null;
  return head === null ? null : head - (p.read.elevation as number);
}

/** Depth of liquid, m, that keeps vortices from an intake of a bore, m, at a flow, m³/s. */
function vortexDepth(d: number, flow: number, gravity: number): number {
  const v = flow / ((Math.PI / 4) * d * d);
  return d * (1 + (2.3 * v) / Math.sqrt(gravity * d));
}

/** Liquid above an intake against the depth that keeps vortices away: S = D·(1 + 2.3·Fr), Fr = v/√(g·D). */
export const submergence: Check = {
  label: word('check.submergence'),
  dimension: 'length',
  limit: 0,
  near: { share: 0.2 },
  sense: 'least',
  worst: 'fails',
  source: word('check.submergence.source'),
  reasons: ['not-given', 'no-flow', 'no-level'],
  entry: word('check.submergence.entry'),
  at: 'point',
  kinds: ['vessel', 'well'],
  judge: (p, s, isOwn) => {
    const d = p.read.bore as number | undefined;
    if (d === undefined && !isOwn) return 'not-given';
    const flow = s.drawnFrom(p.id);
    if (!(flow > 0)) return 'no-flow';
    const above = liquidAbove(p, s);
    if (above === null) return 'no-level';
    const input = worth('hl', word('quantity.liquid-level-above-the-intake'), above, 'length', { from: `${p.id}.level` });
    return {
      value: above,
      ...(d === undefined ? {} : { limit: vortexDepth(d, flow, s.gravity) }),
      how: () => ({ formula: 'hl', inputs: [input] }),
    };
  },
};
