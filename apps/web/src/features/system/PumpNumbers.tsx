import { fixed } from '@cedar-knot/wording';
import type { ReactNode } from 'react';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** What a pump is by its numbers in the active scenario: specific speeds, and how lively its suction is. */
export function PumpNumbers({ id }: { id: string }) {
  const r = useStudy((s) => s.shown[s.active]?.outcome.result?.elements[id]);
  if (r?.kind !== 'pump' || r.specificSpeed === undefined) return null;
  return (
    <dl
      className="text-inkq flex flex-none flex-wrap gap-x-3 px-3 pb-2 text-[12px]"
      aria-label={msg('view.system.specificSpeedsOf', { id })}
    >
      <Item name={msg('view.system.specificSpeed')} title={msg('view.system.nQH075')}>
        {fixed(r.specificSpeed, 0)}
      </Item>
      {r.suctionSpecificSpeed !== undefined && (
        <Item name="suction" title={msg('view.system.nQNpshr075')}>
          {fixed(r.suctionSpecificSpeed, 0)}
        </Item>
      )}
      {r.suctionEnergy !== undefined && (
        <Item name={msg('view.system.suctionEnergy')} title={msg('view.system.deNSSgIn')}>
          {msg('view.system.million', { suctionEnergy: fixed(r.suctionEnergy / 1e6, 0) })} {r.suctionEnergyLevel}
        </Item>
      )}
    </dl>
  );
}

function Item({ name, title, children }: { name: string; title: string; children: ReactNode }) {
  return (
    <div className="flex gap-1" title={title}>
      <dt>{name}</dt>
      <dd className="text-ink font-semibold">{children}</dd>
    </div>
  );
}
