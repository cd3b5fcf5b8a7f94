/*
 * A first flow and head, before there is a system. All SI.
 */

/** Use of water a person or a square metre and day, and the hour of the day in which most is drawn. */
export interface Use {
  /** m³ a day of one */
  perDay: number;
  /** largest hour over the mean one */
  peak: number;
}

/** Filled or emptied in a time: V/t. Example: 90 m³ in 1 h → 0.025 m³/s */
export function flowOfVolume(volume: number, seconds: number): number {
  return volume / seconds;
}

/**
 * Carried by a liquid that warms or cools: Φ/(ρ·c·ΔT).
 * Example: 1 MW, 20 K, water at 983.2 kg/m³ and 4184 J/(kg·K) → 0.01215 m³/s
 *
 * @param heat W @param density kg/m³ @param capacity J/(kg·K) @param difference K
 */
export function flowOfHeat(heat: number, density: number, capacity: number, difference: number): number {
  return heat / (density * capacity * difference);
}

/** ṁ/ρ, kg/s and kg/m³ */
export function flowOfMass(mass: number, density: number): number {
  return mass / density;
}

const DAY = 86_400;

/** Drawn in the hour of largest use. Example: 1000 people at 0.15 m³ a day, peak 2.5 → 4.34 L/s */
export function flowOfUse(count: number, { perDay, peak }: Use): number {
  return (count * perDay * peak) / DAY;
}

/** What a pump has to give: lift, difference of pressure between the ends, losses on the way. */
export interface HeadParts {
  /** m from the suction level to the discharge level */
  lift: number;
  /** Pa at the discharge less that at the suction */
  pressure: number;
  /** m */
  losses: number;
}

/**
 * Static head and head at the flow: Hs = z + Δp/(ρ·g), H = Hs + losses.
 * Example: 20 m, 2 bar, 15 m of water (998.2 kg/m³): static 40.43 m, head 55.43 m
 */
export function headOf(
  { lift, pressure, losses }: HeadParts,
  density: number,
  gravity: number,
): { staticHead: number; head: number } {
  const staticHead = lift + pressure / (density * gravity);
  return { staticHead, head: staticHead + losses };
}
