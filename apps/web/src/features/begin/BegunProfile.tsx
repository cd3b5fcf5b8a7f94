import { lineStyle } from '../../ui/scenarioStyle.js';
import { pathOf, PlotFrame } from '../../ui/chart/PlotFrame.js';
import type { BegunProfile as Profile, BegunScenario } from '../../worker/begin.js';
import { displayIn } from '../context.js';
import type { BeginningUnits } from '@cedar-knot/core';
import { msg } from './words.js';

const PAD = { left: 42, right: 14, top: 20, bottom: 22 };

/** Elevation of the line with its pumps, and the hydraulic grade in every scenario. */
export function BegunProfile({
  profile,
  scenarios,
  units,
}: {
  profile: Profile;
  scenarios: readonly BegunScenario[];
  units: BeginningUnits;
}) {
  const d = displayIn(units);
  const z = (si: number): number => d.value(si, 'length');
  const grades = profile.grades.map((g) => ({ ...g, index: scenarios.findIndex((s) => s.id === g.id) }));
  const all = [...profile.elevation, ...grades.flatMap((g) => g.values.filter((v): v is number => v !== null))].map(z);
  return (
    <PlotFrame
      label={msg('view.begin.profile')}
      x={{ low: 0, high: profile.x.at(-1)!, parts: 5, title: '', isTight: true, write: () => '' }}
      y={{
        low: Math.min(...all),
        high: Math.max(...all),
        parts: 4,
        title: msg('view.begin.elevation', { unit: d.unit('length') }),
      }}
      pad={PAD}
    >
      {(p) => (
        <>
          <path
            d={pathOf(profile.x.map((x, i) => [p.x(x), p.y(z(profile.elevation[i]!))]))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={3}
            strokeLinejoin="round"
          />
          {[...grades].reverse().map((g) => {
            const { color, dash } = lineStyle(g.index);
            const points = g.values.flatMap((v, i) => (v === null ? [] : [[p.x(profile.x[i]!), p.y(z(v))] as const]));
            return (
              <path
                key={g.id}
                d={pathOf(points)}
                fill="none"
                stroke={color}
                strokeWidth={g.index === 0 ? 2.6 : 1.5}
                strokeDasharray={dash}
                data-grade={g.id}
              />
            );
          })}
          {profile.ids.map(
            (id, i) =>
              id !== '' && (
                <text
                  key={`${id} ${i}`}
                  x={p.x((profile.x[i]! + profile.x[i - 1]!) / 2)}
                  y={p.bottom + 14}
                  fontSize={11}
                  fill="var(--ink-quiet)"
                  textAnchor="middle"
                >
                  {id}
                </text>
              ),
          )}
          {profile.pumps.map((i) => (
            <circle
              key={i}
              cx={p.x((profile.x[i]! + profile.x[i - 1]!) / 2)}
              cy={p.y(z(profile.elevation[i]!))}
              r={8}
              fill="var(--panel)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
        </>
      )}
    </PlotFrame>
  );
}
