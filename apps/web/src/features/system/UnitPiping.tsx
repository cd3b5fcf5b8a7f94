import { UNIT_PIPING, UNIT_SIDES, unitElements, writeShortForm, type UnitSide } from '@cedar-knot/core';
import { Plus } from 'lucide-react';
import { locate } from '../../state/address.js';
import { unitPipingBegun } from '../../state/unitPiping.js';
import { GlyphIcon } from '../../kinds/index.js';
import { useDisplay, useStudy } from '../context.js';
import { Part } from './Part.js';
import { lossOf } from './sheetRows.js';
import { msg } from './words.js';

const SIDES: Readonly<Record<UnitSide, { name: string; add: string }>> = {
  suction: { name: msg('view.system.suctionSide'), add: msg('view.system.addASuctionPipe') },
  discharge: { name: msg('view.system.dischargeSide'), add: msg('view.system.addACheckValveAnd') },
};

/** The piping that each unit of a pump has for itself: entered once, passed by the share of every unit. */
export function UnitPiping({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const entry = locate(study, id)?.entry ?? {};
  return (
    <Part title={msg('view.system.pipingOfEachUnit')} isOpen={entry[UNIT_PIPING] !== undefined}>
      {UNIT_SIDES.map((side) => (
        <div key={side} className="pb-1">
          <div className="flex h-[22px] items-center text-[12px]">
            <span className="text-inkq">{SIDES[side].name}</span>
            <button
              type="button"
              className="text-cedar ml-auto flex items-center gap-1 hover:underline"
              onClick={() => change(msg('view.system.pipingOfEachUnit2', { id, side }), unitPipingBegun(study, id, side))}
            >
              <Plus size={12} aria-hidden="true" /> {SIDES[side].add}
            </button>
          </div>
          {unitElements(entry, side).map((e) => (
            <Branch key={e.id} id={e.id} kind={e.kind} text={writeShortForm(e.kind, e)} />
          ))}
        </div>
      ))}
      <p className="text-inkq text-[12px] leading-4">{msg('view.system.betweenHeaderAndNozzleWith')}</p>
    </Part>
  );
}

/** one element of a branch with its loss in the active scenario; a press opens its entries */
function Branch({ id, kind, text }: { id: string; kind: string; text: string }) {
  const select = useStudy((s) => s.select);
  const loss = useStudy((s) => lossOf(s.shown[s.active]?.outcome.result?.elements[id]));
  const display = useDisplay();
  return (
    <button
      type="button"
      onClick={() => select(id)}
      className="hover:bg-quiet flex h-[25px] w-full items-center gap-1.5 text-left text-[12.5px]"
    >
      <GlyphIcon kind={kind} size={18} />
      <b className="font-semibold">{id}</b>
      <span className="text-ink2 min-w-0 flex-1 truncate">{text}</span>
      <span className="whitespace-nowrap">
        {display.number(loss, 'head')} <span className="text-inkq">{display.unit('head')}</span>
      </span>
    </button>
  );
}
