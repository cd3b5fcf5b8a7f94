import { fluidKind, type Operation, type RawEntry } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { DropdownMenu } from 'radix-ui';
import { Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { focusSoon } from '../../state/focusSoon.js';
import {
  BEGINNINGS,
  EQUIPMENT,
  fieldsOf,
  freeEquipmentId,
  putEquipment,
  usersOf,
  type EquipmentList,
} from '../../state/equipment.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { CurvePicture } from '../entry/CurvePicture.js';
import { EntryFields, EntryTables, RecoveryTable, type Put } from '../entry/EntryEditor.js';
import { TakenFrom } from './TakenFrom.js';
import { msg } from './words.js';

interface Chosen {
  list: EquipmentList;
  id: string;
}

/** The fluids, pumps and valves that the study carries with it, and their data. */
export function Equipment() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [picked, setPicked] = useState<Chosen | null>(null);
  const [at] = useSearchParams();
  const wanted = at.get('entry');
  // an address leads to its entry: `pumps.p.motor.ratedPower`
  useEffect(() => {
    const [list, id, ...keys] = (wanted ?? '').split('.');
    if (!EQUIPMENT.some((e) => e.list === list) || id === undefined) return;
    setPicked({ list: list as EquipmentList, id });
    focusSoon(keys[0]?.endsWith('[]') ? 'table input' : `[name="${keys.join('.')}"]`);
  }, [wanted]);
  const first = EQUIPMENT.flatMap(({ list }) => Object.keys(study[list] ?? {}).map((id) => ({ list, id })))[0];
  const chosen = picked && study[picked.list]?.[picked.id] ? picked : (first ?? null);
  const add = (list: EquipmentList, kind: string): void => {
    const id = freeEquipmentId(study, list, kind);
    if (change(msg('view.system.add', { id }), putEquipment(study, list, id, structuredClone(BEGINNINGS[list][kind]!.entry))))
      setPicked({ list, id });
  };
  return (
    <div className="flex min-h-0 flex-1">
      <nav
        aria-label={msg('view.system.fluidsPumpsAndValves')}
        className="border-soft w-[236px] flex-none overflow-auto border-r py-1.5"
      >
        {EQUIPMENT.map(({ list, name, one }) => (
          <section key={list} className="mb-1.5">
            <div className="flex h-[26px] items-center px-3">
              <h3 className="text-inkq text-[12px]">{name}</h3>
              <Add list={list} one={one} onAdd={(kind) => add(list, kind)} />
            </div>
            {Object.entries(study[list] ?? {}).map(([id, entry]) => {
              const isChosen = chosen?.list === list && chosen.id === id;
              return (
                <button
                  key={id}
                  type="button"
                  aria-pressed={isChosen}
                  onClick={() => setPicked({ list, id })}
                  className={`flex h-[27px] w-full items-center gap-2 px-3 text-left ${isChosen ? 'bg-wash font-semibold' : ''}`}
                >
                  <span className="min-w-0 flex-1 truncate">{typeof entry.name === 'string' ? entry.name : id}</span>
                  <span className="text-inkq max-w-[90px] truncate text-[11px] font-normal">
                    {usersOf(study, list, id).join(', ')}
                  </span>
                </button>
              );
            })}
          </section>
        ))}
      </nav>
      {chosen ? (
        <Entry key={`${chosen.list}.${chosen.id}`} {...chosen} entry={study[chosen.list]![chosen.id]!} />
      ) : (
        <p className="text-inkq p-4">{msg('view.system.nothingHereYetAddA')}</p>
      )}
    </div>
  );
}

function Add({ list, one, onAdd }: { list: EquipmentList; one: string; onAdd: (kind: string) => void }) {
  const kinds = Object.entries(BEGINNINGS[list]);
  const className = 'text-cedar ml-auto flex h-[24px] items-center gap-1 text-[12px] hover:underline';
  const inside = (
    <>
      <Plus size={12} aria-hidden="true" /> {msg('view.system.addA', { one })}
    </>
  );
  if (kinds.length === 1)
    return (
      <button type="button" className={className} onClick={() => onAdd(kinds[0]![0])}>
        {inside}
      </button>
    );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={className}>{inside}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="panel z-50 min-w-[180px] p-1 shadow-[var(--shadow-lift)]">
          {kinds.map(([kind, { name }]) => (
            <DropdownMenu.Item
              key={kind}
              onSelect={() => onAdd(kind)}
              className="data-[highlighted]:bg-wash flex h-[28px] cursor-pointer items-center rounded-[3px] px-3 outline-none"
            >
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** by which equation each property of a fluid is worked out, and what of it no printed figure was there to check */
function Sources({ kind }: { kind: unknown }) {
  const sources = fluidKind(kind)?.sources;
  if (!sources) return null;
  const names = {
    density: msg('view.system.densityOf'),
    viscosity: msg('view.system.viscosityOf'),
    vapourPressure: msg('view.system.vapourPressure'),
    specificHeat: msg('view.system.specificHeat'),
  };
  return (
    <dl className="text-inkq grid grid-cols-[104px_1fr] gap-x-2 text-[12px] leading-4">
      {Object.entries(names).map(([key, name]) => {
        const source = sources[key as keyof typeof sources];
        return (
          source && (
            <div key={key} className="contents">
              <dt>{name}</dt>
              <dd className="text-ink2">{said(source)}</dd>
            </div>
          )
        );
      })}
    </dl>
  );
}

/** all entries of one thing, with its curve drawn as it is typed */
function Entry({ list, id, entry }: Chosen & { entry: RawEntry }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const fields = fieldsOf(list, entry);
  const users = usersOf(study, list, id);
  const put: Put = (path, value) => {
    const operation: Operation = { op: 'set', path: [list, id, ...path], ...(value === undefined ? {} : { value }) };
    change(`${id} ${path.join(' ')}`, [operation]);
  };
  return (
    <div className="flex min-w-0 flex-1 gap-6 overflow-auto px-4 py-2.5" data-equipment={id}>
      <div className="w-[330px] flex-none">
        <div className="flex h-[26px] items-center gap-3">
          <h3 className="text-[14px] font-semibold">{typeof entry.name === 'string' ? entry.name : id}</h3>
          <span className="text-inkq text-[12px]">{id}</span>
          <Button
            tone="bare"
            className="ml-auto !px-0"
            disabled={users.length > 0}
            title={users.length > 0 ? msg('view.system.usedBy', { users: users.join(', ') }) : undefined}
            onClick={() => change(msg('view.system.remove', { id }), [{ op: 'set', path: [list, id] }])}
          >
            {msg('view.system.remove2')}
          </Button>
        </div>
        {list !== 'fluids' && <TakenFrom list={list} id={id} entry={entry} />}
        <EntryFields of={id} fields={fields} entry={entry} onPut={put} />
      </div>
      <div className="flex min-w-0 flex-1 flex-col gap-3">
        {list === 'fluids' && <Sources kind={entry.kind} />}
        {list === 'pumps' && <CurvePicture entry={entry} />}
        {list === 'valves' && <RecoveryTable fields={fields} entry={entry} onPut={(rows) => put(['flTable'], rows)} />}
        <EntryTables fields={fields} entry={entry} onPut={put} />
      </div>
    </div>
  );
}
