import { rounded } from '@cedar-knot/wording';
import type { ApexOptions } from 'apexcharts';
import { axisTicks } from '../ticks.js';
import { resolved } from '../scenarioStyle.js';

export interface Trace {
  name: string;
  x: readonly number[];
  y: readonly (number | null)[];
  color: string;
  width: number;
  dash?: string;
}

export interface Axis {
  min: number;
  max: number;
  ticks: number;
}

/** An axis with round ticks that holds low to high. */
export function axis(low: number, high: number, parts: number): Axis {
  const ticks = axisTicks(low, high, parts);
  return { min: ticks[0]!, max: ticks.at(-1)!, ticks: Math.max(1, ticks.length - 1) };
}

const LABEL_WIDTH = 40;

/** Options of one of the charts that stand over each other on the same flow axis. */
export function chartOptions(traces: readonly Trace[], x: Axis, y: Axis, height: number, showFlow: boolean): ApexOptions {
  const quiet = resolved('--ink-quiet');
  const style = { colors: quiet, fontSize: '11px', fontFamily: 'Source Sans 3 Variable' };
  return {
    chart: {
      type: 'line',
      height,
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      parentHeightOffset: 0,
      background: 'transparent',
      redrawOnParentResize: true,
    },
    series: traces.map((t) => ({
      name: t.name,
      data: t.x.map((q, i) => ({ x: q, y: t.y[i] ?? null })),
    })),
    colors: traces.map((t) => t.color),
    // the library hands the dash on to SVG as it is, so a pattern is as good as a number
    stroke: {
      curve: 'straight',
      width: traces.map((t) => t.width),
      dashArray: traces.map((t) => t.dash ?? '0') as unknown as number[],
      lineCap: 'butt',
    },
    markers: { size: 0 },
    dataLabels: { enabled: false },
    legend: { show: false },
    tooltip: { enabled: false },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    grid: {
      borderColor: resolved('--line-soft'),
      xaxis: { lines: { show: true } },
      padding: { left: 4, right: 26, top: -5, bottom: showFlow ? 0 : -8 },
    },
    xaxis: {
      type: 'numeric',
      min: x.min,
      max: x.max,
      tickAmount: x.ticks,
      decimalsInFloat: 0,
      labels: { show: showFlow, style, formatter: (v) => rounded(Number(v), 6) },
      axisBorder: { color: resolved('--line-strong') },
      axisTicks: { show: false },
      tooltip: { enabled: false },
      crosshairs: { show: false },
    },
    yaxis: {
      min: y.min,
      max: y.max,
      tickAmount: y.ticks,
      labels: { minWidth: LABEL_WIDTH, maxWidth: LABEL_WIDTH, style, formatter: (v) => rounded(v, 6) },
      axisBorder: { show: true, color: resolved('--line-strong') },
    },
  };
}
