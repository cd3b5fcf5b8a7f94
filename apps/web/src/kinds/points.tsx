import type { PointKindName } from '@cedar-knot/core';
import type { ReactElement } from 'react';
import { INK } from './kind.js';

/** Symbols of points, and of a line in the sheet, around 0, 0. */
export const POINT_GLYPHS: Readonly<Record<PointKindName | 'line', (r: number) => ReactElement>> = {
  vessel: (r) => <rect x={-r} y={-r * 0.55} width={r * 2} height={r * 1.1} rx={r * 0.55} {...INK} />,
  pressure: (r) => (
    <g {...INK} fill="none">
      <path d={`M${-r * 0.9} 0H${r * 0.2}M${r * 0.2} ${-r * 0.8}V${r * 0.8}`} />
      <circle cx={r * 0.75} r={r * 0.3} />
    </g>
  ),
  flow: (r) => <path d={`M${-r} 0H${r * 0.8}M${r * 0.2} ${-r * 0.5}L${r * 0.9} 0L${r * 0.2} ${r * 0.5}`} {...INK} fill="none" />,
  well: (r) => (
    <g {...INK} fill="none">
      <path
        d={`M${-r * 0.7} ${-r * 0.8}H${r * 0.7}M${-r * 0.35} ${-r * 0.8}V${r * 0.9}M${r * 0.35} ${-r * 0.8}V${r * 0.9}M${-r * 0.35} ${r * 0.1}H${r * 0.35}`}
      />
    </g>
  ),
  line: (r) => <path d={`M${-r} ${r * 0.5}H${-r * 0.2}V${-r * 0.5}H${r}`} {...INK} fill="none" />,
  junction: (r) => <circle r={r * 0.3} fill="var(--ink)" />,
};
