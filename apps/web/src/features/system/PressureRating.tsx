import { RATING_KEYS, type Fields, type RawEntry } from '@cedar-knot/core';
import { locate, setShared } from '../../state/address.js';
import type { TableField } from '../../state/equipment.js';
import { useStudy } from '../context.js';
import { OverTemperature } from '../entry/EntryEditor.js';
import { Entry } from './Entry.js';
import { Part } from './Part.js';
import { msg } from './words.js';

/** What a part of a line may hold: its class, a rated pressure, or a table over temperature. */
export function PressureRating({ id, seen, fields }: { id: string; seen: RawEntry; fields: Fields }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const rows = locate(study, id)?.entry.ratingTable as RawEntry[] | undefined;
  const isOpen = rows !== undefined || RATING_KEYS.some((k) => seen[k] !== undefined);
  return (
    <Part title={msg('view.system.pressureClass')} isOpen={isOpen}>
      <div className="grid grid-cols-3 gap-x-2 gap-y-1.5">
        {RATING_KEYS.map((k) => (
          <Entry key={k} id={id} name={k} field={fields[k]!} value={seen[k]} />
        ))}
      </div>
      <p className="text-inkq pt-1 text-[12px] leading-4">{msg('view.system.forExamplePn16OrClass')}</p>
      <div className="flex flex-col pt-1">
        <OverTemperature
          field={fields.ratingTable as TableField}
          rows={rows}
          onRows={(next) => void change(msg('view.system.pressureRating', { id }), setShared(study, id, 'ratingTable', next))}
        />
      </div>
    </Part>
  );
}
