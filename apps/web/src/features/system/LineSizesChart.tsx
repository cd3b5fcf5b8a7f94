import type { LineSizes } from '@cedar-knot/core';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import type { PlotArea } from '../../ui/chart/ApexChart.js';
import { axis, chartOptions, type Trace } from '../../ui/chart/chartOptions.js';
import { lineStyle, resolved } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

/** height of the words over the picture, px */
const CAPTION = 14;

// the chart library is large, and the sheet does without it
const ApexChart = lazy(() => import('../../ui/chart/ApexChart.js').then((m) => ({ default: m.ApexChart })));

/** System head curve of the active scenario with each size, and the flow that it has now. */
export function LineSizesChart({ sizes, over }: { sizes: LineSizes; over: number | null }) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [area, setArea] = useState<PlotArea | null>(null);
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const pump = useStudy((s) => s.pump);
  const flowNow = useStudy((s) => (pump === null ? undefined : s.shown[active]?.outcome.result?.elements[pump]?.flow));
  const display = useDisplay();
  const index = scenarios.findIndex((s) => s.id === active);
  const drawn = useMemo(() => {
    const flows = sizes.flows.map((q) => display.value(q, 'flow'));
    const heads = sizes.sizes.map((s) => s.curve.map((h) => (h === null ? null : display.value(h, 'head'))));
    const known = heads.flat().filter((h) => h !== null);
    if (known.length === 0) return null;
    // small sizes run off the picture: the axis is made for the present one and its larger neighbours
    const kept = heads
      .slice(Math.max(0, sizes.now < 0 ? 0 : sizes.now - 1))
      .flat()
      .filter((h) => h !== null);
    const x = axis(0, flows.at(-1)!, 5);
    const y = axis(Math.min(0, ...known), Math.max(...kept), 5);
    return { flows, heads, x, y };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sizes, display.system]);
  const options = useMemo(() => {
    if (!drawn || height < 60) return null;
    const color = resolved(lineStyle(index).variable);
    const traces = drawn.heads.map((y, i): Trace => {
      const isNow = i === sizes.now;
      const shown = y.map((h) => (h !== null && h <= drawn.y.max ? h : null));
      return {
        name: sizes.sizes[i]!.size,
        x: drawn.flows,
        y: shown,
        color: isNow || i === over ? color : resolved('--ink-quiet'),
        width: i === over ? 3 : isNow ? 2.6 : 1.2,
      };
    });
    return chartOptions(traces, drawn.x, drawn.y, height - CAPTION, true);
  }, [drawn, sizes, over, index, height]);
  const place = (q: number, h: number): [number, number] => [
    area!.x + ((q - drawn!.x.min) / (drawn!.x.max - drawn!.x.min)) * area!.width,
    area!.y + (1 - (h - drawn!.y.min) / (drawn!.y.max - drawn!.y.min)) * area!.height,
  ];
  return (
    <div ref={box} className="border-soft relative w-[30%] max-w-[340px] flex-none border-l">
      <span className="text-inkq absolute top-1 left-2 z-10 text-[11.5px]">
        {msg('view.system.headOverFlowScenario', {
          unit: display.unit('head'),
          unit2: display.unit('flow'),
          name: scenarios[index]?.name ?? active,
        })}
      </span>
      {options && width > 0 && (
        <div className="absolute inset-0 top-[14px]">
          <Suspense fallback={null}>
            <ApexChart
              options={options}
              height={height - CAPTION}
              onArea={setArea}
              label={msg('view.system.systemHeadCurvesOfEvery')}
            />
          </Suspense>
        </div>
      )}
      {drawn && area && (
        <svg
          className="pointer-events-none absolute inset-0 top-[14px]"
          width={width}
          height={height - CAPTION}
          aria-hidden="true"
        >
          {flowNow !== undefined && (
            <line
              x1={place(display.value(flowNow, 'flow'), 0)[0]}
              x2={place(display.value(flowNow, 'flow'), 0)[0]}
              y1={area.y}
              y2={area.y + area.height}
              stroke="var(--cedar)"
              strokeDasharray="2 3"
            />
          )}
          <Labels drawn={drawn} sizes={sizes} place={place} area={area} over={over} />
        </svg>
      )}
    </div>
  );
}

/** the size's name at the end of its curve, kept apart from its neighbours */
function Labels({
  drawn,
  sizes,
  place,
  area,
  over,
}: {
  drawn: { flows: number[]; heads: (number | null)[][]; y: { max: number } };
  sizes: LineSizes;
  place: (q: number, h: number) => [number, number];
  area: PlotArea;
  over: number | null;
}) {
  const ends = drawn.heads.flatMap((heads, i) => {
    const last = heads.reduce<number>((at, h, k) => (h !== null && h <= drawn.y.max ? k : at), -1);
    // a curve that runs off the picture has its name where it leaves, the others at their ends
    const isCut = last >= 0 && heads[last + 1] != null;
    return last < 0 ? [] : [{ i, isCut, at: place(drawn.flows[last]!, heads[last]!) }];
  });
  const right = ends.filter((e) => !e.isCut).sort((a, b) => a.at[1] - b.at[1]);
  const ys = spread(
    right.map((e) => e.at[1]),
    12,
    area.y,
    area.y + area.height,
  );
  return (
    <>
      {ends.map((e) => {
        const k = right.indexOf(e);
        const isBold = e.i === sizes.now || e.i === over;
        return (
          <text
            key={e.i}
            x={e.at[0]}
            y={k >= 0 ? ys[k]! - 3 : area.y + 9}
            textAnchor={k >= 0 ? 'end' : 'middle'}
            fontSize={11}
            fontWeight={isBold ? 600 : 400}
            fill={isBold ? 'var(--ink)' : 'var(--ink-quiet)'}
            className="halo"
          >
            {sizes.sizes[e.i]!.size}
          </text>
        );
      })}
    </>
  );
}
