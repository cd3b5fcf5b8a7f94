import { useLayoutEffect, useRef } from 'react';
import type { Axis, Trace } from '../../ui/chart/chartOptions.js';
import type { PlotArea } from '../../ui/chart/ApexChart.js';
import type { CurvesModel } from './model.js';
import type { Areas } from './Overlay.js';

/**
 * The lines of the three charts while a handle is held: drawn anew at every frame, in the frame that the charts keep. On a canvas,
 * since lines of a document are laid out and painted by parts, which took longer than a frame.
 */
export function MovingLayer({
  model,
  areas,
  tops,
  size,
}: {
  model: CurvesModel;
  areas: Areas;
  tops: { head: number; efficiency: number; npsh: number };
  size: { width: number; height: number };
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const density = globalThis.devicePixelRatio || 1;
  useLayoutEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen) return;
    pen.setTransform(density, 0, 0, density, 0, 0);
    pen.clearRect(0, 0, size.width, size.height);
    for (const [area, top, y, traces] of [
      [areas.head, tops.head, model.head, model.headTraces],
      [areas.efficiency, tops.efficiency, model.efficiency, model.efficiencyTraces],
      [areas.npsh, tops.npsh, model.npsh, model.npshTraces],
    ] as const)
      if (area) drawLines(pen, area, top, model.flow, y, traces);
    canvas.current!.dataset.drawn = String(Number(canvas.current!.dataset.drawn ?? 0) + 1);
  });
  return (
    <canvas
      ref={canvas}
      width={Math.round(size.width * density)}
      height={Math.round(size.height * density)}
      className="pointer-events-none absolute inset-0"
      style={{ width: size.width, height: size.height }}
      aria-hidden="true"
      data-moving
    />
  );
}

function drawLines(pen: CanvasRenderingContext2D, area: PlotArea, top: number, x: Axis, y: Axis, traces: readonly Trace[]): void {
  const px = (v: number): number => area.x + ((v - x.min) / (x.max - x.min)) * area.width;
  const py = (v: number): number => top + area.y + area.height - ((v - y.min) / (y.max - y.min)) * area.height;
  pen.save();
  pen.beginPath();
  pen.rect(area.x, top + area.y, area.width, area.height);
  pen.clip();
  for (const t of traces) {
    pen.strokeStyle = t.color;
    pen.lineWidth = t.width;
    pen.setLineDash((t.dash ?? '').split(' ').map(Number).filter((n) => n > 0)); // prettier-ignore
    pen.beginPath();
    let isDown = false;
    for (let i = 0; i < t.x.length; i++) {
      const v = t.y[i];
      // broken where there is no value
      if (v === null || v === undefined || !Number.isFinite(v)) isDown = false;
      else if (isDown) pen.lineTo(px(t.x[i]!), py(v));
      else {
        pen.moveTo(px(t.x[i]!), py(v));
        isDown = true;
      }
    }
    pen.stroke();
  }
  pen.restore();
}
