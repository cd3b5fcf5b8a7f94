import type { Page } from '@playwright/test';

interface Axis {
  at: [number, number];
  value: [number, number];
}
type AxisName = 'head' | 'efficiency' | 'power' | 'npsh';

export const SHEET: { width: number; height: number; turn: number; flow: Axis } & Record<AxisName, Axis>;
export const DRAWN: Record<
  'head 315' | 'head 300' | 'head 282' | 'efficiency' | 'power' | 'npsh',
  { from: number; to: number; of: (q: number) => number }
>;
export function placeOf(axis: AxisName, q: number, y: number): { x: number; y: number };
export function printedSheet(page: Page): Promise<Buffer>;
