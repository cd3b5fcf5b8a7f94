import { typicalMotorEfficiency, type RawEntry } from '@cedar-knot/core';

/** Rated powers, kW, with the frame at two, four and six poles. Source: IEC 60072-1 and EN 50347 (frames), IEC 60034-1 (steps). */
const RATINGS: readonly (readonly [kilowatts: number, two: string, four: string, six: string])[] = [
  [0.75, '80', '80', '90S'],
  [1.1, '80', '90S', '90L'],
  [1.5, '90S', '90L', '100L'],
  [2.2, '90L', '100L', '112M'],
  [3, '100L', '100L', '132S'],
  [4, '112M', '112M', '132M'],
  [5.5, '132S', '132S', '132M'],
  [7.5, '132S', '132M', '160M'],
  [11, '160M', '160M', '160L'],
  [15, '160M', '160L', '180L'],
  [18.5, '160L', '180M', '200L'],
  [22, '180M', '180L', '200L'],
  [30, '200L', '200L', '225M'],
  [37, '200L', '225S', '250M'],
  [45, '225M', '225M', '280S'],
  [55, '250M', '250M', '280M'],
  [75, '280S', '280S', '315S'],
  [90, '280M', '280M', '315M'],
  [110, '315S', '315S', '315M'],
  [132, '315M', '315M', '315M'],
  [160, '315M', '315M', '315L'],
  [200, '315L', '315L', '355M'],
  [250, '355M', '355M', '355M'],
  [315, '355L', '355L', '355L'],
  [400, '400L', '400L', '400L'],
  [500, '400L', '400L', '400L'],
  [630, '450', '450', '450'],
  [800, '500', '500', '500'],
  [1000, '500', '500', '560'],
];

const LARGEST = RATINGS[RATINGS.length - 1]![0];

/** efficiencies at 50, 75 and 100 % load: the best lies near three quarters */
function efficiencies(kilowatts: number): number[] {
  const full = typicalMotorEfficiency(kilowatts * 1000);
  return [full - 0.006, full + 0.002, full].map((x) => Number(x.toFixed(3)));
}

/** cos φ rises with the power */
const powerFactor = (kilowatts: number, poles: number): number =>
  Number(Math.min(0.9, 0.78 + 0.04 * Math.log10(kilowatts + 1) + 0.02 * (2 - poles)).toFixed(2));

/** The smallest motor that is made for a power W; pairs of poles; what is larger than any gets its own. */
export function motorFor(power: number, poles: number, mains: number): RawEntry {
  const kilowatts = RATINGS.find(([kw]) => kw * 1000 >= power)?.[0] ?? Math.max(LARGEST, Math.ceil(power / 50_000) * 50);
  return {
    ratedPower: `${kilowatts} kW`,
    efficiency: efficiencies(kilowatts),
    powerFactor: powerFactor(kilowatts, poles),
    voltage: mains === 60 ? '460 V' : '400 V',
    frequency: `${mains} Hz`,
    phases: 3,
  };
}

/** Invented motors over the steps of IEC frames, two to six poles, 50 and 60 Hz. */
export function generateMotors(): Record<string, RawEntry> {
  const motors: Record<string, RawEntry> = {};
  for (const mains of [50, 60])
    for (const [i, poles] of [2, 4, 6].entries())
      for (const rating of RATINGS) {
        const kilowatts = rating[0];
        const motor = motorFor(kilowatts * 1000, poles / 2, mains);
        motors[`tarn-${String(kilowatts).replace('.', '-')}-${poles}p-${mains}`] = {
          name: `Tarn ${kilowatts} kW ${poles}p ${mains} Hz`,
          maker: 'Tarn Drives',
          poles,
          frame: rating[i + 1],
          duty: 'S1',
          ...motor,
        };
      }
  return motors;
}
