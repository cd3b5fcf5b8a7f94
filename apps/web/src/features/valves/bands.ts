import type { Margin } from '@cedar-knot/core';
import type { Shown } from '../../state/studyStore.js';

/** Edges of the opening band of a valve, 0…1: allowed, and preferred inside of it. */
export interface OpeningBand {
  low: number;
  high: number;
  preferLow: number;
  preferHigh: number;
}

/** The widest of the opening bands that scenarios judge by: their own limits and the normal one's differ. */
export function openingBand(shown: Readonly<Record<string, Shown>>, valve: string): OpeningBand | null {
  const all = Object.values(shown).flatMap((s) => bandOf(s.outcome.result?.margins, valve) ?? []);
  if (all.length === 0) return null;
  const usual = [...all].sort((a, b) => b.high - b.low - (a.high - a.low))[0]!;
  return usual;
}

export function bandOf(margins: readonly Margin[] | undefined, valve: string): OpeningBand | null {
  const m = margins?.find((x) => x.check === 'valve-opening' && x.where === valve);
  if (m?.limit == null || m.upper === undefined) return null;
  return { low: m.limit, high: m.upper, preferLow: m.nearBelow ?? m.limit, preferHigh: m.nearAbove ?? m.upper };
}
