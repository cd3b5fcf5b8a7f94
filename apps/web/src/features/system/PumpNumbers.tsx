import type { ReactNode } from 'react';
import { useStudy } from '../context.js';

/** What a pump is by its numbers in the active scenario: specific speeds, and how lively its suction is. */
export function PumpNumbers({ id }: { id: string }) {
  const r = useStudy((s) => s.shown[s.active]?.outcome.result?.elements[id]);
  if (r?.kind !== 'pump' || r.specificSpeed === undefined) return null;
  return (
    <dl className="text-inkq flex flex-none flex-wrap gap-x-3 px-3 pb-2 text-[12px]" aria-label={`Specific speeds of ${id}`}>
      <Item name="specific speed" title="n·√Q/H^0.75 of one stage and eye at best efficiency: rpm, m³/s, m (ISO 17769-1)">
        {r.specificSpeed.toFixed(0)}
      </Item>
      {r.suctionSpecificSpeed !== undefined && (
        <Item name="suction" title="n·√Q/NPSHR^0.75 of one eye at best efficiency: rpm, m³/s, m (ISO 17769-1)">
          {r.suctionSpecificSpeed.toFixed(0)}
        </Item>
      )}
      {r.suctionEnergy !== undefined && (
        <Item name="suction energy" title="De·N·S·SG in inches, rpm and US units (ANSI/HI 9.6.1)">
          {(r.suctionEnergy / 1e6).toFixed(0)} million, {r.suctionEnergyLevel}
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
