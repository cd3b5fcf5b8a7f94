import type { RankedPump } from '@cedar-knot/core';

/** A pump that holds in one scenario, with what a test is about. */
export const candidate = (model: string, more: Partial<RankedPump> = {}): RankedPump => ({
  model,
  diameter: 0.2,
  speed: 2950,
  stages: 1,
  verdict: 'holds',
  worst: null,
  energyPerYear: 1e12,
  energyIsTypical: false,
  meanEfficiency: 0.7,
  headReserve: 0.1,
  incomplete: [],
  powerAtLargest: 2e4,
  npshRatio: 2,
  scenarios: {
    duty: { status: 'solved', flow: 0.03, head: 50, efficiency: 0.7, npshr: 3, shaftPower: 2e4, flowRatio: 1, speed: 2950 },
  },
  ...more,
});
