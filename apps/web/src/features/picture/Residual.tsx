import { displayUnit, toUnit } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { useRef } from 'react';
import { leftOver, type CurveState, type PictureState } from '../../state/picture.js';
import { axisTicks } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import { kindName } from './CurvesPanel.js';
import { msg } from './words.js';

const HEIGHT = 96;
const LEFT = 40;
const RIGHT = 48;

/** What the points of the curve leave over against the stroke, over the flow. */
export function Residual({ state, curve }: { state: PictureState; curve: CurveState | undefined }) {
  const rest = curve ? leftOver(state, curve) : null;
  return curve && rest && rest.at.length >= 3 ? <Drawn curve={curve} rest={rest} /> : null;
}

function Drawn({ curve, rest }: { curve: CurveState; rest: NonNullable<ReturnType<typeof leftOver>> }) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const unit = displayUnit(curve.kind === 'power' ? 'power' : 'head', display.system);
  const shown = (si: number): number => (curve.kind === 'efficiency' ? si * 100 : toUnit(si, unit));
  const name = curve.kind === 'efficiency' ? '%' : prettyUnit(unit.symbol);
  const points = rest.at.filter((_, i) => i % Math.max(1, Math.floor(rest.at.length / 60)) === 0);
  const most = Math.max(...points.map((p) => Math.abs(shown(p.y))), 1e-6);
  const ticks = axisTicks(-most, most, 4);
  const flows = axisTicks(0, Math.max(...points.map((p) => display.value(p.x, 'flow'))), 5);
  const x = (q: number): number => LEFT + (q / flows.at(-1)!) * (width - LEFT - RIGHT);
  const y = (v: number): number => 6 + ((ticks.at(-1)! - v) / (ticks.at(-1)! - ticks[0]!)) * (HEIGHT - 26);
  return (
    <section aria-label={msg('view.picture.residual')} className="panel flex-none px-3 py-2">
      <p className="flex items-baseline gap-2">
        <b className="text-[14px] font-semibold">{msg('view.picture.residual')}</b>
        <span className="text-inkq text-[12px]">{msg('view.picture.pickedDrawn', { kindName: kindName(curve.kind), name })}</span>
      </p>
      <div ref={box}>
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            role="img"
            aria-label={msg('view.picture.residualOf', { kindName: kindName(curve.kind) })}
          >
            {ticks.map((t) => (
              <g key={t}>
                <line
                  x1={LEFT}
                  x2={width - RIGHT}
                  y1={y(t)}
                  y2={y(t)}
                  stroke={t === 0 ? 'var(--line-strong)' : 'var(--line-soft)'}
                />
                <text x={LEFT - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                  {t}
                </text>
              </g>
            ))}
            {flows.map((t) => (
              <text key={t} x={x(t)} y={HEIGHT - 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
                {t}
              </text>
            ))}
            {points.map((p, i) => (
              <g key={i}>
                <line
                  x1={x(display.value(p.x, 'flow'))}
                  x2={x(display.value(p.x, 'flow'))}
                  y1={y(0)}
                  y2={y(shown(p.y))}
                  stroke="var(--line-strong)"
                />
                <circle cx={x(display.value(p.x, 'flow'))} cy={y(shown(p.y))} r={2.2} fill="var(--cedar)" />
              </g>
            ))}
            <text x={width - 2} y={HEIGHT - 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
              {display.unit('flow')}
            </text>
          </svg>
        )}
      </div>
    </section>
  );
}
