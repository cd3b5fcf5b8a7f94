import { CHOSEN_UNITS, displayUnit } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useStudy } from '../context.js';
import { quantityName, UnitRows } from './UnitRows.js';
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
    change(msg('view.person.unitOf', { quantity: quantityName(quantity) }), [{ op: 'set', path: ['displayUnits'], value }]);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={msg('view.person.unitsByQuantity')}
        title={msg('view.person.unitsByQuantity')}
        className={`flex h-[28px] w-[28px] flex-none items-center justify-center rounded-[3px] ${own ? 'text-cedar' : 'text-inkq'}`}
      >
        <SlidersHorizontal size={15} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={msg('view.person.unitsByQuantity')}
          className="panel z-50 grid w-[250px] grid-cols-[1fr_120px] items-center gap-x-3 gap-y-1.5 p-3 shadow-[var(--shadow-lift)]"
        >
          <UnitRows
            quantities={Object.keys(CHOSEN_UNITS)}
            chosen={(quantity) => own?.[quantity]}
            none={(quantity) =>
              msg('view.person.asInSet', { unit: prettyUnit(displayUnit(CHOSEN_UNITS[quantity]![0]!, base).symbol), set: base })
            }
            onChoose={put}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
