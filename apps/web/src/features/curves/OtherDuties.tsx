import type { ServiceCurves } from '@cedar-knot/core';
import type { Shown } from '../../state/studyStore.js';
import { interpolate } from '../../state/interpolate.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import type { Mapped } from './mapped.js';
import type { Knot } from './model.js';
import { msg } from './words.js';

export interface OtherDuty {
  scenario: string;
  flow: number;
  isStable: boolean;
}

/** further flows at which a curve that droops meets the system, by scenario */
export function othersOf(shown: Readonly<Record<string, Shown>>, pump: string): OtherDuty[] {
  return Object.entries(shown).flatMap(([scenario, { outcome }]) =>
    (outcome.result?.findings ?? [])
      .filter((f) => f.code === 'other-duties' && f.where === pump)
      .flatMap((f) => {
        const { flows, stable } = f.values as unknown as { flows: number[]; stable: number[] };
        return flows.map((flow, i) => ({ scenario, flow, isStable: stable[i] === 1 }));
      }),
  );
}

export function OtherDuties({
  others,
  curves,
  knots,
  x,
  y,
  flow,
  metres,
  inside,
}: Mapped & {
  others: readonly OtherDuty[];
  curves: ServiceCurves;
  knots: readonly Knot[];
  inside: (px: number) => boolean;
}) {
  return others.map((o) => {
    const s = curves.scenarios.find((t) => t.id === o.scenario);
    const knot = knots.find((k) => k.scenario === o.scenario);
    const h = s ? interpolate(curves.flows, s.head, o.flow) : NaN;
    if (!knot || !Number.isFinite(h) || !inside(x(flow(o.flow)))) return null;
    const color = lineStyle(knot.index).color;
    return (
      <circle
        key={`${o.scenario} ${o.flow}`}
        cx={x(flow(o.flow))}
        cy={y(metres(h))}
        r={5}
        fill="var(--panel)"
        stroke={color}
        strokeWidth={1.5}
        strokeDasharray={o.isStable ? '' : '2 2'}
        data-other-duty={o.scenario}
      >
        <title>{o.isStable ? msg('view.curves.alsoAnOperatingPoint') : msg('view.curves.unstableOperatingPoint')}</title>
      </circle>
    );
  });
}
