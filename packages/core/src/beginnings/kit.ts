import type { RawElement, RawEntry, RawScenario } from '../document/study.js';
import { sizeSeries, type SizeCandidate } from '../pipes/size.js';
import { displayUnit, writeQuantity } from '../units/quantity.js';
import type { Dimension } from '../units/units.js';
import { word, type Word } from '../words/word.js';

/** Puts a word of the core into the language in which the names of a new study are to be. */
export type Say = (word: Word) => string;

/** Units in which a new study is written. */
export type BeginningUnits = 'metric' | 'us';

/** m/s at which lines are chosen: what their friction costs falls with the bore, m. 1 m/s in 25 mm, 1.5 in 150 mm, 2.1 from 300 mm on */
const usualVelocity = (bore: number): number => Math.min(2.1, 0.9 + 4 * bore);

/** What the beginnings are put together from: entries of a study as a person would type them. */
export class Kit {
  constructor(
    readonly units: BeginningUnits,
    readonly say: Say,
  ) {}

  /** A quantity in the unit of the study, of so many figures; a pressure is gauge. */
  q(si: number, dimension: Dimension, figures = 6): string {
    const { symbol } = displayUnit(dimension, this.units);
    const suffix = dimension === 'pressure' ? '(g)' : '';
    const [number = ''] = writeQuantity(si, dimension, symbol).split(' ');
    return `${Number(Number(number).toPrecision(figures))} ${symbol}${suffix}`;
  }

  pipe(
    id: string,
    name: Word,
    length: number,
    size: SizeCandidate,
    fittings: readonly RawEntry[],
    more: object = {},
  ): RawElement {
    return {
      id,
      kind: 'pipe',
      name: this.say(name),
      length: this.q(length, 'length'),
      size: size.size,
      schedule: size.schedule,
      material: 'steel',
      ...(fittings.length > 0 ? { fittings } : {}),
      ...more,
    };
  }

  /** An oil by its density at 15 °C, kg/m³, and its kinematic viscosities at 20 and 60 °C, m²/s. */
  oil(name: Word, density: number, [at20, at60]: readonly [number, number]): object {
    const at = (celsius: number, viscosity: number): object => ({
      temperature: this.q(celsius + 273.15, 'temperature'),
      kinematicViscosity: this.q(viscosity, 'kinematicViscosity'),
    });
    return {
      kind: 'oil',
      name: this.say(name),
      density: this.q(density, 'density'),
      viscosities: [at(20, at20), at(60, at60)],
      vapourPressure: this.q(500, 'absolutePressure'),
    };
  }

  /** A scenario with what it overrides. */
  scenario(
    id: string,
    name: Word,
    role: string,
    temperature: number,
    set: Record<string, unknown>,
    fluid = 'water',
  ): RawScenario {
    return { id, name: this.say(name), role, fluid, temperature: this.q(temperature, 'temperature', 5), set };
  }

  /** The smallest size in which a flow is no faster than is usual in it; the largest that is made where none is. */
  sizeFor(flow: number): SizeCandidate {
    const all = this.sizes();
    return all.find((c) => flow / (0.25 * Math.PI * c.inside ** 2) <= usualVelocity(c.inside)) ?? all.at(-1)!;
  }

  /** The next larger size, as suctions have it. */
  larger(size: SizeCandidate): SizeCandidate {
    const all = this.sizes();
    return all.find((c) => c.inside > size.inside * 1.05) ?? size;
  }

  sizes(): SizeCandidate[] {
    return sizeSeries(this.units === 'us' ? 'NPS 6' : 'DN150', '40').filter((c) => c.inside > 0.02);
  }
}

export const WATER = { water: { kind: 'water' } };

/** The one line of a service. */
export const lineOf = (from: string, to: string, elements: readonly RawElement[]) => [
  { id: 'LN-1', from, to, elements: [...elements] },
];

export const elbows = (count: number): RawEntry => ({ type: 'elbow-90-long', count });
export const GATE: RawEntry = { type: 'gate' };
export const EXIT: RawEntry = { type: 'exit' };

/** A non-return valve of a usual loss. */
export const nonReturn = (id: string): RawElement => ({ id, kind: 'non-return', k: 2 });

/** Suction of a pump from a vessel: its entrance, a gate valve and two bends. */
export const suctionOf = (kit: Kit, id: string, length: number, size: SizeCandidate, outlet: number): RawElement =>
  kit.pipe(id, word('beginning.suction'), length, kit.larger(size), [{ type: 'entrance-sharp' }, GATE, elbows(2)], {
    outletElevation: kit.q(outlet, 'length'),
  });

/** below the lowest level, m: where a vessel is connected */
export const NOZZLE = 1;

/** A vessel by the elevations of its surface, and a level as an entry of it. */
export function vessel(kit: Kit, name: Word, surfaces: readonly number[], now: number): RawEntry & { kind: string } {
  const bottom = Math.min(...surfaces) - NOZZLE;
  const level = (z: number): string => kit.q(z - bottom, 'length');
  return { kind: 'vessel', name: kit.say(name), elevation: kit.q(bottom, 'length'), level: level(now) };
}
/** A level of a vessel as an entry of it, by the elevation of the surface. */
export const levelOf = (kit: Kit, surfaces: readonly number[], now: number): string =>
  kit.q(now - (Math.min(...surfaces) - NOZZLE), 'length');
