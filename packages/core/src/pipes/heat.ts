/*
 * Heat through the wall of a pipe, per metre of its length: an overall coefficient on the outside diameter, or insulation and soil as
 * resistances in series. The pipe's own wall and the film in it are passed over: they are small beside insulation or soil.
 */

export interface HeatWay {
  /** W/(m·K) */
  conductance: number;
  /** resistances, m·K/W, from the pipe outward; none where a coefficient was entered */
  layers: { inner: number; outer: number; conductivity: number; resistance: number }[];
  soil?: { diameter: number; depth: number; conductivity: number; resistance: number };
}

interface Entries {
  u?: unknown;
  insulation?: unknown;
  burial?: unknown;
}

/**
 * Heat through the wall, W/(m·K) per metre of pipe and kelvin between the liquid and what is around it: U·π·Do; else 1/(ΣR), layers by
 * ln(ro/ri)/(2·π·k), soil by acosh(2·z/D)/(2·π·k) with the depth z of the axis.
 *
 * Source: Incropera et al., Fundamentals of Heat and Mass Transfer, 6th ed., eq. 3.28 and shape factor 2 of table 4.1. Range: z > D/2.
 *
 * @param e entries in SI @param outside diameter of the pipe, m @returns undefined for a pipe without any: adiabatic
 */
export function wayOfHeat(e: Entries, outside: number): HeatWay | undefined {
  if (typeof e.u === 'number') return { conductance: e.u * Math.PI * outside, layers: [] };
  const rows = (e.insulation ?? []) as { thickness: number; conductivity: number }[];
  const burial = e.burial as { depth: number; conductivity: number } | undefined;
  if (rows.length === 0 && !burial) return undefined;
  let inner = outside;
  const layers = rows.map(({ thickness, conductivity }) => {
    const outer = inner + 2 * thickness;
    const layer = { inner, outer, conductivity, resistance: Math.log(outer / inner) / (2 * Math.PI * conductivity) };
    inner = outer;
    return layer;
  });
  let sum = layers.reduce((r, l) => r + l.resistance, 0);
  if (!burial) return { conductance: 1 / sum, layers };
  const { conductivity } = burial;
  // a pipe that the soil does not cover has none of it around
  const resistance = Math.acosh(Math.max(1 + 1e-9, (2 * burial.depth) / inner)) / (2 * Math.PI * conductivity);
  sum += resistance;
  return { conductance: 1 / sum, layers, soil: { diameter: inner, depth: burial.depth, conductivity, resistance } };
}
