import { worth, type WorkingValue } from '../results/working.js';
import type { Check, How } from './check.js';
import { onCurve } from './pump-case.js';

/** The nearest of the shaft's and the casing's limit: power and shut-off pressure over what the maker allows. */
export const stageLimits: Check = {
  label: 'stage limits',
  limit: 1,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: 'the maker',
  reasons: ['off', 'no-curve', 'not-given'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { r, p } = c;
    const { maxShaftPower, casingPressure } = e.pump ?? {};
    const shares: { share: number; how: How }[] = [];
    if (maxShaftPower !== undefined && r.shaftPower !== null) {
      const inputs = [
        worth('P', 'shaft power of all running units', r.shaftPower, 'power', { from: `${e.id}.shaftPower` }),
        worth('n', 'units running', r.running, 'ratio', { from: `${e.id}.running` }),
        worth('Pmax', 'largest shaft power of the maker', maxShaftPower, 'power', { from: 'pump.maxShaftPower' }),
      ];
      shares.push({ share: r.shaftPower / r.running / maxShaftPower, how: { formula: 'P/n/Pmax', inputs } });
    }
    if (casingPressure !== undefined && r.inletPressure !== null) {
      const shutOff = p.head(0);
      const gauge = s.fluid.density * s.gravity * shutOff + r.inletPressure - s.atmosphere;
      const inputs: WorkingValue[] = [
        worth('ρ', 'density', s.fluid.density, 'density', { from: 'fluid.density' }),
        worth('g', 'gravity', s.gravity, 'acceleration', { from: 'site.gravity' }),
        worth('H0', 'shut-off head as it runs', shutOff, 'head'),
        worth('p1', 'static pressure at the inlet', r.inletPressure, 'absolutePressure', { from: `${e.id}.inletPressure` }),
        worth('pa', 'site atmosphere', s.atmosphere, 'absolutePressure', { from: 'site.atmosphericPressure' }),
        worth('pmax', 'casing pressure of the maker, gauge', casingPressure, 'pressureDifference', {
          from: 'pump.casingPressure',
        }),
      ];
      shares.push({ share: gauge / casingPressure, how: { formula: '(ρ·g·H0 + p1 − pa)/pmax', inputs } });
    }
    const worst = shares.reduce<(typeof shares)[number] | undefined>((a, b) => (a && a.share >= b.share ? a : b), undefined);
    return worst ? { value: worst.share, how: () => worst.how } : 'not-given';
  },
};
