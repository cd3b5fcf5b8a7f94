import type { RankedPump } from '@cedar-knot/core';
import { Button } from '../../ui/controls.js';
import { PumpCurves, type AskedPoint, type PumpLine } from '../entry/PumpCurves.js';
import { msg } from './words.js';

/** Candidates that are ticked, laid over each other; a single one can be added to the pump that is there. */
export function TickedCurves({
  lines,
  points,
  single,
  onAdd,
}: {
  lines: readonly PumpLine[];
  points: readonly AskedPoint[];
  single: RankedPump | undefined;
  onAdd: (c: RankedPump, how: 'beside' | 'before') => void;
}) {
  return (
    <section aria-label={msg('view.pumps.comparisonOfSelectedPumps')} className="panel min-w-0 flex-[1.7] px-2 pt-1.5">
      <h2 className="flex items-baseline gap-2 px-1 text-[14px] font-semibold">
        {msg('view.pumps.comparisonOfSelectedPumps')}
        <span className="text-inkq text-[12px] font-normal">{msg('view.pumps.oneUnitMarksHeadRequired')}</span>
        {single && (
          <span className="ml-auto text-[12px] font-normal whitespace-nowrap">
            <Button tone="bare" className="!h-[18px] !px-1.5 text-[12px]" onClick={() => onAdd(single, 'beside')}>
              {msg('view.pumps.addInParallel')}
            </Button>
            <Button tone="bare" className="!h-[18px] !px-1.5 text-[12px]" onClick={() => onAdd(single, 'before')}>
              {msg('view.pumps.addAsBooster')}
            </Button>
          </span>
        )}
      </h2>
      {lines.length > 0 ? (
        <PumpCurves lines={lines} asked={points} />
      ) : (
        <p className="text-inkq px-1 py-4 text-[12px]">{msg('view.pumps.selectUpToSixCandidates')}</p>
      )}
    </section>
  );
}
