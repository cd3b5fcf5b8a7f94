import { attainableEfficiency, typicalShape, type RawEntry } from '@cedar-knot/core';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { FAMILIES, type Family } from './families.js';
import { motorFor } from './motors.js';

/*
 * Invented pumps whose curves behave as real ones do: the shape of head and power goes with the specific speed, the efficiency with
 * size and specific speed, NPSHR with the suction specific speed. The same ones every time.
 */

const SEED = 20_260_301;
const G = 9.80665;
/** kg/m³ */
const WATER = 998.2;
/** slip of a motor at rated load, share of the synchronous speed */
const SLIP = 0.018;
const FLOWS = [0, 0.2, 0.4, 0.55, 0.7, 0.85, 1, 1.1, 1.2, 1.3];
const DIAMETERS = 4;
/** nobody sells a pump below it */
const LEAST_EFFICIENCY = 0.33;

type Dice = (low: number, high: number) => number;

function diceOf(random: RandomGenerator): Dice {
  return (low, high) => low + ((high - low) * uniformInt(random, 0, 1_000_000)) / 1_000_000;
}

interface Size {
  family: Family;
  bore: number;
  /** best-efficiency flow m³/h at two poles and 50 Hz */
  flow: number;
  impeller: number;
  poles: number;
  mains: 50 | 60;
}

function sizes(): Size[] {
  return FAMILIES.flatMap((family) =>
    family.mains.flatMap((mains) =>
      family.poles.flatMap((poles) =>
        family.bores.flatMap(([bore, flow]) =>
          family.impellers.map((impeller) => ({ family, bore, flow, impeller, poles, mains })),
        ),
      ),
    ),
  );
}

/**
 * Invented pumps by id: every size of the makers' lists once, or so many of them and of further marks of the same sizes, each a little
 * different.
 *
 * @param count all of the lists where it is not given
 */
export function generatePumps(count?: number): Record<string, RawEntry> {
  const all = sizes();
  const made: { id: string; entry: RawEntry }[] = [];
  for (let mark = 1; mark === 1 || made.length < count!; mark++) {
    const before = made.length;
    all.forEach((size, i) => {
      const pump = makePump(size, mark, diceOf(xoroshiro128plus(SEED + 7919 * i + 104_729 * mark)));
      if (pump) made.push(pump);
    });
    if (made.length === before) throw new Error('no size lies in its family’s range');
    if (count === undefined) break;
  }
  return Object.fromEntries(evenly(made, count ?? made.length).map(({ id, entry }) => [id, entry]));
}

/** so many of a list, spread over it */
function evenly<T>(list: readonly T[], count: number): T[] {
  return list.filter((_, i) => Math.floor((i * count) / list.length) !== Math.floor(((i + 1) * count) / list.length));
}

const round = (x: number, step: number): number => Number((Math.round(x / step) * step).toPrecision(12));
/** as a maker prints it */
const printed = (x: number): number => Number(x.toPrecision(4));

function makePump(size: Size, mark: number, dice: Dice): { id: string; entry: RawEntry } | undefined {
  const { family, bore, impeller, poles, mains } = size;
  const speed = Math.round(((60 * mains) / poles) * (1 - SLIP));
  const flow = (size.flow * speed) / 2946 / 3600;
  const spread = 1 + (mark - 1) * 0.003;
  const best = flow * dice(0.94, 1.06) * spread;
  const u = (Math.PI * impeller * 1e-3 * speed) / 60;
  // head coefficient 2gH/u² falls with the specific speed
  let head = (0.5 * u * u) / G;
  const specificOf = (h: number): number => (speed * Math.sqrt(best / family.eyes)) / h ** 0.75;
  for (let i = 0; i < 8; i++) head = ((1.08 - 0.0042 * specificOf(head)) * u * u) / (2 * G);
  head *= dice(0.97, 1.03);
  const specificSpeed = specificOf(head);
  const [least, most] = family.specificSpeeds;
  if (!(specificSpeed >= least && specificSpeed <= most)) return undefined;
  const shape = typicalShape(specificSpeed);
  const rise = dice(0.95, 1.05);
  const counts = family.stages;
  const efficiency = Math.min(0.9, attainableEfficiency(best, specificSpeed, counts ? 3 : 1) * family.quality * dice(0.975, 1.0));
  if (efficiency < LEAST_EFFICIENCY) return undefined;
  const npshr = ((speed * Math.sqrt(best / family.eyes)) / (family.suction * dice(0.93, 1.07))) ** (4 / 3);
  const trims = Array.from({ length: DIAMETERS }, (_, i) => family.trim + ((1 - family.trim) * i) / (DIAMETERS - 1));
  const flowStep = best * 3600 > 100 ? 1 : best * 3600 > 20 ? 0.5 : 0.1;
  const curve = (trim: number): RawEntry[] => {
    // a trim takes a little more head than affinity says, and some efficiency
    const lost = 1 - trim;
    return FLOWS.map((x) => ({
      flow: `${round(best * 3600 * x * trim, flowStep)} m3/h`,
      head: `${printed(head * trim ** 2 * (1 - 0.1 * lost) * (1 + (shape.head(x) - 1) * rise))} m`,
      efficiency: round(Math.max(0, efficiency * (1 - 0.3 * lost) * shape.efficiency(x)), 0.001),
      npshr: `${printed(npshr * shape.npshr(x * trim) * (1 + 0.3 * lost))} m`,
    }));
  };
  const curves = trims.map((trim) => ({ diameter: `${round(impeller * trim, 1)} mm`, curve: curve(trim) }));
  // power at the end of the curve, or at no flow where it falls
  const power =
    ((WATER * G * best * head) / efficiency) *
    Math.max(shape.power(1.25), shape.shutOffPower) *
    (counts ? counts[Math.floor(counts.length / 2)]! : 1);
  const motor = motorFor(power * 1.05, poles, mains);
  const material = family.materials[Math.floor(dice(0, family.materials.length - 1e-9))]!;
  const size3 = `${bore}-${impeller}`;
  const suffix = `${family.poles.length > 1 ? ` ${2 * poles}p` : ''}${mains === 60 ? ' 60' : ''}${mark > 1 ? ` mk ${mark}` : ''}`;
  const name = `${family.maker} ${family.family} ${size3}${suffix}`;
  const id = name.toLowerCase().replace(/ /g, '-');
  const entry: RawEntry = {
    name,
    maker: family.maker,
    family: family.family,
    type: family.type,
    size: size3,
    speed: `${speed} rpm`,
    curves,
    minDiameter: curves[0]!.diameter,
    maxDiameter: curves[DIAMETERS - 1]!.diameter,
    trimStep: '1 mm',
    minFlow: `${round(best * 3600 * minimumShare(specificSpeed), flowStep)} m3/h`,
    allowableRegion: [Number(Math.max(0.5, minimumShare(specificSpeed)).toFixed(2)), 1.2],
    preferredRegion: [0.7, 1.2],
    liquids: [...family.liquids],
    uses: [...family.uses],
    materials: [...material],
    frequency: `${mains} Hz`,
    casingPressure: `${family.casing} bar(g)`,
    maxTemperature: `${family.hottest} degC`,
    motor,
    ...(family.eyes === 2 ? { eyes: 2 } : {}),
    ...(counts ? { stages: 1, stageOptions: counts.filter((n) => n * head <= family.casing * 10) } : {}),
    ...(family.bowl ? { outsideDiameter: `${round(impeller * family.bowl, 1)} mm` } : {}),
    // from four poles down to a third of the speed with a drive
    minSpeed: `${Math.round(speed * 0.5)} rpm`,
    maxSpeed: `${speed} rpm`,
  };
  return counts && (entry.stageOptions as number[]).length === 0 ? undefined : { id, entry };
}

/** least continuous flow over the best-efficiency flow: higher for pumps of high specific speed */
function minimumShare(specificSpeed: number): number {
  return Math.min(0.6, 0.22 + 0.0028 * specificSpeed);
}
