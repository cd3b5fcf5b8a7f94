import type { ServiceCurves } from '@cedar-knot/core';
import type { Display } from '../context.js';
import type { Family } from './family.js';
import { interpolate } from '../../state/interpolate.js';
import type { Mapped } from './mapped.js';
import { msg } from './words.js';

/** where a published curve ends, and the least flow at which the maker lets it run on */
export function CurveEnds({ curves, x, y, flow, metres }: Mapped & { curves: ServiceCurves }) {
  return curves.pumps.map((p) => {
    const at = (q: number): [number, number] => [x(flow(q)), y(metres(interpolate(p.flow, p.head, q)))];
    const [ex, ey] = at(p.lastFlow);
    const least = p.minFlow === null || p.minFlow <= 0 ? null : at(p.minFlow);
    return (
      <g key={p.scenarios[0]} stroke="var(--ink)" strokeWidth={1.6}>
        <line x1={ex} x2={ex} y1={ey - 5} y2={ey + 5} data-curve-end />
        {least && (
          <>
            <path d={`M${least[0] + 4} ${least[1] - 6}h-4v12h4`} fill="none" data-min-flow />
            <text
              x={least[0]}
              y={least[1] + 19}
              fontSize={11}
              textAnchor="middle"
              fill="var(--ink-quiet)"
              stroke="none"
              className="halo"
            >
              {msg('view.curves.min')}
            </text>
          </>
        )}
      </g>
    );
  });
}

/** px from a curve to its name, clear of those beside it */
const LEADER = 96;

/** names of what is drawn beside the curve, and where the units that are left run out to when one stops */
export function FamilyMarks({ family, display, x, y, flow, metres }: Mapped & { family: Family; display: Display }) {
  const at = (p: { flow: number; head: number }): [number, number] => [x(flow(p.flow)), y(metres(p.head))];
  const name = (key: string, p: { flow: number; head: number }, text: string, dx = 4, dy = -4) => {
    const [px, py] = at(p);
    return (
      <text key={key} x={px + dx} y={py + dy} fontSize={11} fill="var(--ink-quiet)" className="halo">
        {text}
      </text>
    );
  };
  const end = (c: { flow: readonly number[]; head: readonly number[] }) => ({ flow: c.flow.at(-1)!, head: c.head.at(-1)! });
  const { runOut, quadratic } = family;
  return (
    <g>
      {family.contours.map((c) => {
        const top = c.lines.flat().reduce((a, b) => (b.head > a.head ? b : a));
        return name(`η${c.efficiency}`, top, `${Math.round(c.efficiency * 100)} %`, -8, -3);
      })}
      {family.speeds.map((c) => name(`n${c.speed}`, end(c), `${Math.round(c.speed)} rpm`, -30, 14))}
      {family.units.map((c) => name(`u${c.running}`, end(c), msg('view.curves.running', { running: c.running }), -46, 14))}
      {family.edges.map((c) => {
        const [px, py] = at(c.named);
        return (
          <g key={c.name}>
            <line x1={px} x2={px + LEADER} y1={py} y2={py} stroke="var(--line-strong)" />
            {name(`v${c.name}`, c.named, msg('view.curves.valve', { c: c.name }), LEADER + 4, 4)}
          </g>
        );
      })}
      {family.clear && name('clear', { flow: family.clear.flow[6]!, head: family.clear.head[6]! }, msg('view.curves.newOnWater'))}
      {runOut && (
        <g data-run-out={runOut.isBeyond ? 'beyond' : 'inside'}>
          <circle
            cx={at(runOut)[0]}
            cy={at(runOut)[1]}
            r={6}
            fill="none"
            stroke={runOut.isBeyond ? 'var(--fails)' : 'var(--ink)'}
            strokeWidth={1.6}
            strokeDasharray="3 2"
          />
          <text
            x={at(runOut)[0] + 14}
            y={at(runOut)[1] + 38}
            fontSize={11.5}
            fill={runOut.isBeyond ? 'var(--fails)' : 'var(--ink-2)'}
            className="halo"
          >
            {msg('view.curves.oneUnitTripsAtOf', {
              value: runOut.isBeyond ? '▲ ' : '',
              flow: display.number(runOut.flow, 'flow'),
              head: display.number(runOut.head, 'head'),
              unit: display.unit('head'),
              flowRatio: Math.round(runOut.flowRatio * 100),
              isIsBeyond: runOut.isBeyond ? 'yes' : 'no',
            })}
          </text>
        </g>
      )}
      {quadratic && (
        <text
          x={x(flow(0)) + 60}
          y={y(metres(quadratic.a)) + 30}
          fontSize={11.5}
          fill="var(--ink-2)"
          className="halo"
          data-quadratic
        >
          {msg('view.curves.hQWithinUpTo', {
            a: display.number(quadratic.a, 'head'),
            unit: display.unit('head'),
            value: (display.value(quadratic.b, 'head') / display.value(1, 'flow') ** 2).toPrecision(4),
            worst: display.number(quadratic.worst, 'head', 2),
            to: display.number(quadratic.to, 'flow'),
            unit2: display.unit('flow'),
          })}
        </text>
      )}
    </g>
  );
}
