import type { Margin } from '@cedar-knot/core';
import type { GaugeScale } from '../../ui/PinGauge.js';

/** The bands and ticks of a margin on a scale; an empty scale where nothing is judged */
export function scaleOf(margin: Margin | undefined, [min, max]: readonly [number, number]): GaugeScale {
  if (!margin || margin.limit === null) return { min, max, allow: [min, min], prefer: [min, min], ticks: [] };
  const isMost = margin.upper === undefined && margin.nearAbove !== undefined;
  const low = isMost ? min : margin.limit;
  const high = isMost ? margin.limit : (margin.upper ?? max);
  const ticks = isMost ? [high] : margin.upper === undefined ? [low] : [low, high];
  return { min, max, allow: [low, high], prefer: [margin.nearBelow ?? low, margin.nearAbove ?? high], ticks };
}

/** A scale around the limits of a margin, wide enough that its value and both sides of a limit are seen. */
export function scaleAround(m: Margin): GaugeScale {
  const [low, high] = [m.limit ?? 0, m.upper !== undefined && Number.isFinite(m.upper) ? m.upper : (m.limit ?? 0)];
  const width = high > low ? high - low : Math.abs(low) || 1;
  const isLeast = m.upper === undefined && m.nearAbove === undefined;
  const span: [number, number] =
    high > low ? [low - 0.35 * width, high + 0.35 * width] : isLeast ? [low - 0.5 * width, low + 1.5 * width] : [Math.min(0, low), low + 0.4 * width]; // prettier-ignore
  return scaleOf(m, span);
}
