import type { Place } from '@cedar-knot/core';
import { AXES, type AxisName, type CurveState, type PictureState } from '../../state/picture.js';

/** how an axis is called at its marks */
const SIGNS: Readonly<Record<AxisName, string>> = { flow: 'Q', head: 'H', efficiency: 'η', power: 'P', npshr: 'NPSH' };

interface PickedProps {
  state: PictureState;
  zoom: number;
  width: number;
  /** the curve that is being picked, and its points as they stand under the hand */
  current: CurveState | undefined;
  points: readonly Place[];
  selected: number | null;
  /** middle of the stroke under the pointer */
  caught: Place | null;
}

/** What was picked, over the picture: the frame, the marks of the axes, the curves with their points. */
export function Picked({ state, zoom, width, current, points, selected, caught }: PickedProps) {
  const path = (places: readonly Place[]): string =>
    places.map((p) => `${(p.x * zoom).toFixed(1)},${(p.y * zoom).toFixed(1)}`).join(' ');
  return (
    <g pointerEvents="none">
      {state.corners.length > 1 && (
        <polygon points={path(state.corners)} fill="none" stroke="var(--cedar)" strokeDasharray="3 3" />
      )}
      {state.corners.map((p, i) => (
        <rect
          key={i}
          x={p.x * zoom - 4}
          y={p.y * zoom - 4}
          width={8}
          height={8}
          fill="none"
          stroke="var(--cedar)"
          strokeWidth={1.6}
        />
      ))}
      {AXES.flatMap(({ name }) =>
        (['first', 'second'] as const).flatMap((which) => {
          const mark = state.axes[name][which];
          return mark.at
            ? [
                <Calibration
                  key={name + which}
                  x={mark.at.x * zoom}
                  y={mark.at.y * zoom}
                  text={`${SIGNS[name]} ${mark.value}`}
                  isRight={name !== 'flow' && mark.at.x > width / 2}
                />,
              ]
            : [];
        }),
      )}
      {state.curves.map((c) => {
        const isNow = c.id === current?.id;
        const own = isNow ? points : c.points;
        const order = [...own].sort((a, b) => a.x - b.x);
        return (
          <g key={c.id} opacity={isNow ? 1 : 0.65}>
            {c.followed.length > 0 && (
              <polyline points={path(c.followed)} fill="none" stroke="var(--cedar)" strokeWidth={isNow ? 1.8 : 1.2} />
            )}
            {c.followed.length === 0 && own.length > 1 && (
              <polyline
                points={path(c.kind === 'contour' ? own : order)}
                fill="none"
                stroke="var(--cedar)"
                strokeWidth={1}
                strokeDasharray="4 3"
              />
            )}
            {own.map((p, i) => (
              <circle
                key={i}
                cx={p.x * zoom}
                cy={p.y * zoom}
                r={isNow ? 4.2 : 2.6}
                fill="#fff"
                stroke="var(--cedar)"
                strokeWidth={isNow && i === selected ? 3 : 1.6}
              />
            ))}
          </g>
        );
      })}
      {caught && (
        <circle
          cx={caught.x * zoom}
          cy={caught.y * zoom}
          r={5}
          fill="none"
          stroke="var(--cedar)"
          strokeDasharray="2 2"
          strokeWidth={1.6}
        />
      )}
    </g>
  );
}

function Calibration({ x, y, text, isRight }: { x: number; y: number; text: string; isRight: boolean }) {
  const width = text.length * 6.4 + 10;
  const left = isRight ? x + 10 : x - width - 10;
  return (
    <g>
      <circle cx={x} cy={y} r={6} fill="none" stroke="var(--cedar)" strokeWidth={1.6} />
      <path d={`M${x - 10} ${y}H${x + 10}M${x} ${y - 10}V${y + 10}`} stroke="var(--cedar)" strokeWidth={1.2} />
      <rect x={left} y={y - 8} width={width} height={16} rx={2} fill="var(--cedar)" />
      <text x={left + width / 2} y={y + 4} fontSize={11} fontWeight={600} fill="var(--panel)" textAnchor="middle">
        {text}
      </text>
    </g>
  );
}
