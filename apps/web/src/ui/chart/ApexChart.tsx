import ApexCharts, { type ApexOptions } from 'apexcharts';
import { useEffect, useRef } from 'react';
import { SpokenTable } from './SpokenTable.js';

/** Where the plot lies inside its box, px; axes run from the minimum to the maximum that were asked for. */
export interface PlotArea {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Drawn {
  w: { globals: { translateX: number; translateY: number; gridWidth: number; gridHeight: number } };
}

/**
 * A thin holder of one chart: made once, then updated, at most once a frame. Reports where its plot lies after each drawing,
 * so that marks can be laid over it.
 */
export function ApexChart({
  options,
  height,
  onArea,
  label,
  spoken,
}: {
  options: ApexOptions;
  height: number;
  onArea: (area: PlotArea) => void;
  label: string;
  /** name of a curve as it is spoken; undefined leaves it out */
  spoken?: (name: string) => string | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ApexCharts | null>(null);
  const report = useRef(onArea);
  report.current = onArea;

  useEffect(() => {
    const drawn = (context: unknown): void => {
      const g = (context as Drawn).w.globals;
      report.current({ x: g.translateX, y: g.translateY, width: g.gridWidth, height: g.gridHeight });
    };
    const made = new ApexCharts(box.current!, {
      ...options,
      chart: { ...options.chart, events: { mounted: drawn, updated: drawn } },
    });
    chart.current = made;
    void made.render();
    return () => {
      chart.current = null;
      made.destroy();
    };
    // a new height needs a new chart; everything else is an update
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [height]);

  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const frame = requestAnimationFrame(() => void chart.current?.updateOptions(options, false, false, false));
    return () => cancelAnimationFrame(frame);
  }, [options]);

  return (
    <>
      <div ref={box} role="img" aria-label={label} style={{ height }} />
      <SpokenTable label={label} options={options} spoken={spoken} />
    </>
  );
}
