import { CHOSEN_UNITS, displayUnit, unitsToChoose } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Select } from '../../ui/Select.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Units of the report by quantity, where it wants others than those of its system. */
export function StudyUnits() {
  const own = useStudy((s) => s.study.displayUnits);
  const base = useStudy((s) => s.study.units ?? 'metric');
  const change = useStudy((s) => s.change);
  const put = (quantity: string, symbol: string | undefined): void => {
    const next: Record<string, string> = { ...own };
    if (symbol === undefined) delete next[quantity];
    else next[quantity] = symbol;
    const value = Object.keys(next).length > 0 ? next : undefined;
    change(msg('view.report.unitOf', { quantity }), [{ op: 'set', path: ['displayUnits'], value }]);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={msg('view.report.unitsByQuantity')}
        title={msg('view.report.unitsByQuantity')}
        className={`flex h-[28px] w-[28px] flex-none items-center justify-center rounded-[3px] ${own ? 'text-cedar' : 'text-inkq'}`}
      >
        <SlidersHorizontal size={15} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={msg('view.report.unitsByQuantity')}
          className="panel z-50 grid w-[250px] grid-cols-[1fr_120px] items-center gap-x-3 gap-y-1.5 p-3 shadow-[var(--shadow-lift)]"
        >
          {Object.entries(CHOSEN_UNITS).map(([quantity, [dimension]]) => (
            <div key={quantity} className="contents">
              <span>{quantity}</span>
              <Select
                label={msg('view.report.unitOf', { quantity })}
                value={own?.[quantity]}
                none={msg('view.report.asInSet', { unit: prettyUnit(displayUnit(dimension!, base).symbol), set: base })}
                options={unitsToChoose(quantity).map((u) => [u, prettyUnit(u)])}
                onChange={(u) => put(quantity, u)}
              />
            </div>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
