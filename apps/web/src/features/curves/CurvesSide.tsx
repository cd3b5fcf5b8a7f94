import type { PumpTrace, ServiceCurves } from '@cedar-knot/core';
import { memo } from 'react';
import type { Display } from '../context.js';
import { Held } from './DragScale.js';
import { Handles } from './Handles.js';
import { KnotTable } from './KnotTable.js';
import type { CurvesModel } from './model.js';
import { diameterText } from './Overlay.js';
import { ReadFigures } from './ReadOut.js';
import { msg } from './words.js';

export interface SideFigures {
  curves: ServiceCurves;
  trace: PumpTrace | undefined;
  knots: CurvesModel['knots'];
  moved: string | null;
}

/** Handles, duties in figures, and the flow that is read. */
export const CurvesSide = memo(function CurvesSide({
  curves,
  trace,
  knots,
  moved,
  onGrab,
  onHold,
  readAt,
  onRead,
}: SideFigures & {
  onGrab: () => void;
  onHold: (isHeld: boolean) => void;
  readAt: number | null;
  onRead: (flow: number | null) => void;
}) {
  return (
    <aside
      aria-label={msg('view.curves.adjust')}
      className="panel flex w-[252px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2"
    >
      <p className="flex items-baseline gap-2">
        <span className="text-[14px] font-semibold">{msg('view.curves.adjust')}</span>
        <span className="text-inkq text-[12px]">{msg('view.curves.dragToAdjustAllScenarios')}</span>
      </p>
      <Held.Provider value={onHold}>
        <Handles pump={curves.pump} trace={trace} made={curves.made.map((m) => m.diameter)} onGrab={onGrab} moved={moved} />
      </Held.Provider>
      <div className="border-soft border-t pt-1.5">
        <KnotTable knots={knots} />
      </div>
      <ReadFigures flow={readAt} onFlow={onRead} />
    </aside>
  );
});

/** what moved since a handle was taken: Ø 385 → 370 mm, 2950 → 2800 rpm */
export function movedText(before: PumpTrace | undefined, now: PumpTrace | undefined, display: Display): string | null {
  if (!before || !now) return null;
  const [from, to] = [before, now].map((t) => (t.diameter === null ? '–' : diameterText(t.diameter, display)));
  const diameter = from === to ? null : `${from} → ${to} ${display.unit('diameter')}`;
  const [was, is] = [Math.round(before.speed), Math.round(now.speed)];
  const speed = was === is ? null : msg('view.curves.rpm', { was, is });
  const [low, high] = [before, now].map((t) => display.number(t.head[0], 'head', 4));
  const shutOff = low === high ? null : `${low} → ${high} ${display.unit('head')}`;
  const parts = [diameter && `Ø ${diameter}`, speed].filter((x) => x !== null);
  if (parts.length > 0) return parts.join(', ');
  return shutOff && msg('view.curves.shutOff', { shutOff });
}
