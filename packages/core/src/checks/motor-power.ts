import { usableShare } from '../pumps/derating.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { byItsCurve, columnOf, entryOf, result, running } from './pump-case.js';
import { word } from '../words/word.js';

/** Motor rating over shaft power, by the rated power of the motor, W: 1.25 to 22 kW, 1.15 to 55 kW, 1.10 above. */
export function motorFactor(ratedPower: number): number {
  return ratedPower <= 22_000 ? 1.25 : ratedPower <= 55_000 ? 1.15 : 1.1;
}

export const motorPower: Check = {
  label: word('check.motor-power'),
  short: word('check.motor-power.short'),
  limit: 1.1,
  near: { share: 0.05 },
  sense: 'least',
  worst: 'fails',
  source: word('check.motor-power.source'),
  reasons: ['off', 'no-curve', 'not-given'],
  entry: word('check.motor-power.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    if (!e.performance) return 'no-curve';
    const rated = e.pump?.motor?.ratedPower;
    if (rated === undefined || !r.shaftPower) return 'not-given';
    const unit = r.shaftPower / r.running;
    const share = usableShare(e.pump!.motor!, s.altitude, e.read.variableSpeed === true);
    return {
      value: (rated * share) / unit,
      limit: motorFactor(rated),
      how: () => ({
        formula: share === 1 ? 'Pr/(P/n)' : 'k·Pr/(P/n)',
        inputs: [
          worth('Pr', word('quantity.rated-power-of-the-motor'), rated, 'power', { from: 'pump.motor' }),
          ...(share === 1
            ? []
            : [
                worth('k', word('quantity.derating-for-altitude-ambient-temperature-and-drive'), share, 'ratio', {
                  from: 'pump.motor',
                }),
              ]),
          worth('P', word('quantity.shaft-power-of-all-running-units'), r.shaftPower!, 'power', { from: `${e.id}.shaftPower` }),
          worth('n', word('quantity.units-running'), r.running, 'ratio', { from: `${e.id}.running` }),
        ],
      }),
    };
  },
  missing: (e, s) => {
    if (!byItsCurve(e, s)) return [];
    const hasMotor = e.pump?.motor?.ratedPower !== undefined;
    const hasPower = result(e, s).shaftPower !== null;
    return [...(hasMotor ? [] : [`${entryOf(e)}.motor.ratedPower`]), ...(hasPower ? [] : [columnOf(e, 'efficiency')])];
  },
};
