import { useEffect, useState } from 'react';
import { chartOptions } from '../../ui/chart/chartOptions.js';
import type { CurvesModel } from './model.js';

export function chartsOf(model: CurvesModel, heights: ReturnType<typeof chartHeights>) {
  return {
    head: chartOptions(model.headTraces, model.flow, model.head, heights.head, false),
    efficiency: chartOptions(model.efficiencyTraces, model.flow, model.efficiency, heights.efficiency, false),
    npsh: chartOptions(model.npshTraces, model.flow, model.npsh, heights.npsh, true),
  };
}

/** the head chart takes what the two lower ones leave */
export function chartHeights(total: number): { head: number; efficiency: number; npsh: number } {
  const efficiency = Math.round(Math.max(84, total * 0.17));
  const npsh = Math.round(Math.max(112, total * 0.21));
  return { head: Math.max(160, Math.round(total) - efficiency - npsh), efficiency, npsh };
}

/** charts resolve their colours when drawn, so a change of theme draws them anew */
export function useThemeCount(): number {
  const [count, setCount] = useState(0);
  useEffect(() => {
    const listen = (): void => setCount((c) => c + 1);
    window.addEventListener('cedar-knot-theme', listen);
    return () => window.removeEventListener('cedar-knot-theme', listen);
  }, []);
  return count;
}
