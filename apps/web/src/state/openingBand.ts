import { CHECKS, dropAtFlow, kvAtOpening, pipingFactors, type Margin, type ValveInput } from '@cedar-knot/core';
import type { Shown } from './studyStore.js';
import { msg } from '../words.js';

/** Edges of the opening band of a valve, 0…1: allowed, and preferred inside of it. */
export interface OpeningBand {
  low: number;
  high: number;
  preferLow: number;
  preferHigh: number;
}

const [LOW, HIGH] = CHECKS['valve-opening'].limit as readonly [number, number];
/** where nothing is judged yet: the band by default */
const USUAL: OpeningBand = { low: LOW, high: HIGH, preferLow: LOW, preferHigh: HIGH };

/** The widest of the opening bands that scenarios judge by: their own limits and the normal one's differ. */
export function openingBand(shown: Readonly<Record<string, Shown>>, valve: string | null): OpeningBand {
  const all = Object.values(shown).flatMap((s) => bandOf(s.outcome.result?.margins, valve) ?? []);
  return [...all].sort((a, b) => b.high - b.low - (a.high - a.low))[0] ?? USUAL;
}

function bandOf(margins: readonly Margin[] | undefined, valve: string | null): OpeningBand | null {
  const m = margins?.find((x) => x.check === 'valve-opening' && x.where === valve);
  if (m?.limit == null || m.upper === undefined) return null;
  return { low: m.limit, high: m.upper, preferLow: m.nearBelow ?? m.limit, preferHigh: m.nearAbove ?? m.upper };
}

/** Head, m, that a valve takes at a flow, m³/s. */
export interface Burn {
  name: string;
  head: (flow: number) => number;
}

/** What a valve burns wide open and at the edges of its band, unchoked and turbulent. */
export function burnsOf(input: ValveInput, band: OpeningBand, medium: { density: number; gravity: number }): Burn[] {
  const percent = (x: number): string => msg('app.at3', { x: Math.round(x * 100) });
  const stands = [[msg('app.wideOpen'), 1], [percent(band.high), band.high], [percent(band.low), band.low]] as const; // prettier-ignore
  return stands.map(([name, travel]) => {
    const kv = kvAtOpening(input, travel);
    const effective = pipingFactors(input, kv).fp * kv;
    return { name, head: (q) => dropAtFlow(q, effective, medium.density) / (medium.density * medium.gravity) };
  });
}
