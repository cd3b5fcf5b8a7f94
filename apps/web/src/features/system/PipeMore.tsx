import { ELEMENT_KINDS, quantityOf, type Field, type RawEntry } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { useState } from 'react';
import { locate, setShared } from '../../state/address.js';
import type { TableField } from '../../state/equipment.js';
import { inDisplayUnit, readEntry } from '../../state/entry.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { RowsTable } from '../entry/RowsTable.js';
import { Entry } from './Entry.js';
import { GroundRows } from './GroundRows.js';
import { Part } from './Part.js';
import { msg } from './words.js';

const FIELDS = ELEMENT_KINDS.pipe.fields;
const STEEL = ['grade', 'designFactor', 'dragReduction'] as const;
const HEAT = ['u', 'ambient'] as const;

/** What a pipe across the land has beside a pipe in a plant: its ground, its steel, and the heat that it loses. */
export function PipeMore({ id, seen }: { id: string; seen: RawEntry }) {
  const isThermal = useStudy((s) => s.study.thermal === true || s.study.scenarios.some((x) => x.thermal === true));
  const isLong = (quantityOf(seen.length, 'length') ?? 0) >= 1000;
  const hasHeat = HEAT.some((k) => seen[k] !== undefined) || seen.insulation !== undefined || seen.burial !== undefined;
  return (
    <>
      <Part title={msg('view.system.groundAlongIt')} isOpen={isLong || seen.profile !== undefined}>
        <GroundRows id={id} seen={seen} />
      </Part>
      <Part title={msg('view.system.steelAndFriction')} isOpen={STEEL.some((k) => seen[k] !== undefined)}>
        <div className="grid grid-cols-3 gap-x-2 gap-y-1.5">
          {STEEL.map((k) => (
            <Entry key={k} id={id} name={k} field={FIELDS[k]!} value={seen[k]} />
          ))}
        </div>
        <p className="text-inkq pt-1 text-[12px] leading-4">{msg('view.system.withoutADesignPressureThe')}</p>
      </Part>
      <Part title={msg('view.system.heat')} isOpen={isThermal || hasHeat}>
        <div className="grid grid-cols-3 gap-x-2 gap-y-1.5">
          {HEAT.map((k) => (
            <Entry key={k} id={id} name={k} field={FIELDS[k]!} value={seen[k]} />
          ))}
        </div>
        <Layers id={id} seen={seen} />
        {!isThermal && <p className="text-inkq pt-1 text-[12px] leading-4">{msg('view.system.temperatureAlongTheLineIs')}</p>}
      </Part>
    </>
  );
}

/** insulation from the pipe outward, and the soil around it: in place of a coefficient */
function Layers({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const [isAdding, setAdding] = useState(false);
  const rows = (locate(study, id)?.entry.insulation ?? []) as RawEntry[];
  const burial = (seen.burial ?? {}) as RawEntry;
  const put = (key: string, label: string, value: unknown): void =>
    void change(`${id} ${label}`, setShared(study, id, key, value));
  const soil = FIELDS.burial as Extract<Field, { type: 'record' }>;
  if (seen.u !== undefined) return null;
  return (
    <div className="pt-1.5">
      {rows.length > 0 || isAdding ? (
        <RowsTable
          label={msg('view.system.insulationOf', { id })}
          field={FIELDS.insulation as TableField}
          rows={rows.length > 0 ? rows : [{}]}
          onRows={(next) => put('insulation', 'insulation', next.length > 0 ? next : undefined)}
        />
      ) : (
        <button
          type="button"
          className="text-cedar text-[12px] hover:underline"
          onClick={() => {
            setAdding(true);
            put('insulation', 'insulation', [{ thickness: '50 mm', conductivity: '0.035 W/m/K' }]);
          }}
        >
          {msg('view.system.addInsulation50MmOf')}
        </button>
      )}
      <div className="grid grid-cols-2 gap-x-2 pt-1">
        {(['depth', 'conductivity'] as const).map((key) => (
          <TypedField
            key={key}
            label={said(soil.fields[key]!.label ?? key)}
            name={`burial-${key}`}
            value={burial[key] === undefined ? '' : String(burial[key])}
            read={(typed) =>
              readEntry(typed, soil.fields[key]!, burial[key] ?? inDisplayUnit(soil.fields[key]!, display.system), display.system)
            }
            onCommit={(value) => {
              // both belong together: the other one begins with what is usual
              const usual = { depth: '1.2 m', conductivity: '1.2 W/m/K' };
              put('burial', 'burial', value === undefined ? undefined : { ...usual, ...burial, [key]: value });
            }}
            optional
          />
        ))}
      </div>
    </div>
  );
}
