import { DropdownMenu } from 'radix-ui';
import { SCENARIO_ROLES, type Operation, type RawScenario } from '@cedar-knot/core';
import { MoreHorizontal, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { letterOf, locate } from '../../state/address.js';
import {
  copyScenario,
  inputAt,
  inputsNamed,
  removeScenario,
  shareAgain,
  variableInputs,
  ownInputs,
  type Input,
} from '../../state/inputs.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useStudy, useStudyStore } from '../context.js';
import { HoursBar } from './HoursBar.js';
import { InputCell, SharedCell } from './InputCell.js';
import { SweepThis } from '../entry/SweepThis.js';
import { OwnEntry } from './OwnEntry.js';
import { ResultRows } from './ResultRows.js';
import { useMatrixKeys } from './useMatrixKeys.js';
import { msg } from './words.js';

/** widths of the first two columns together, and of a scenario's, px */
const HEAD_PX = 344;
const LEAST_COLUMN_PX = 132;
const MOST_COLUMN_PX = 190;

/** The matrix: scenarios across, the inputs that differ down; only an entry of a scenario’s own stands in a cell. */
export function ScenariosView() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [added, setAdded] = useState<readonly string[]>([]);
  const own = ownInputs(study);
  const waiting = added.flatMap((a) => (own.some((v) => v.address === a) ? [] : (inputAt(study, a) ?? [])));
  const rows = [...own, ...waiting];
  const { table, ...handlers } = useMatrixKeys(rows);
  const keys = { ref: table, ...handlers };
  const drop = (input: Input): void => {
    setAdded((list) => list.filter((a) => a !== input.address));
    const operations = shareAgain(study, input.address);
    if (operations.length > 0) change(msg('view.scenarios.sharedValueAgain', { address: input.address }), operations);
  };
  return (
    <>
      <div className="flex flex-none flex-wrap items-center gap-x-6 gap-y-2">
        <div>
          <h2 className="text-[18px] leading-[22px] font-semibold">{msg('app.scenarios')}</h2>
          <p className="text-inkq text-[12px]">{msg('view.scenarios.n8760HoursOfThe')}</p>
        </div>
        <HoursBar />
      </div>
      <section aria-label={msg('view.scenarios.scenarioMatrix')} className="view panel print-long min-h-0 flex-1 overflow-auto">
        <table
          {...keys}
          className="table-fixed border-separate border-spacing-0"
          style={{
            width: `max(${HEAD_PX + study.scenarios.length * LEAST_COLUMN_PX}px, min(100%, ${HEAD_PX + study.scenarios.length * MOST_COLUMN_PX}px))`,
          }}
        >
          <thead>
            <tr>
              <th className="bg-quiet text-inkq border-line sticky top-0 left-0 z-20 max-[640px]:left-auto w-[240px] border-b px-3 text-left text-[12px] font-normal">
                {msg('view.scenarios.differences')}
              </th>
              <th className="bg-quiet text-inkq border-line sticky top-0 z-10 w-[104px] border-r border-b px-3 text-right text-[12px] font-normal">
                {msg('view.scenarios.shared2')}
              </th>
              {study.scenarios.map((s, i) => (
                <ScenarioHead key={s.id} scenario={s} index={i} last={study.scenarios.length - 1} />
              ))}
            </tr>
          </thead>
          <tbody>
            {(['fluid', 'temperature', 'role', 'hoursPerYear', 'judged'] as const).map((key) => (
              <tr key={key} className="h-[28px]">
                <RowHead text={OWN_NAMES[key]} />
                <td className="border-soft border-r border-b" />
                {study.scenarios.map((s, i) => (
                  <OwnEntry key={s.id} scenario={s} index={i} name={key} roles={SCENARIO_ROLES} />
                ))}
              </tr>
            ))}
            {rows.map((input) => (
              <tr key={input.address} className="h-[28px]" data-input={input.address}>
                <RowHead strong={input.id} text={input.label.toLowerCase()} sweep={input.address} onDrop={() => drop(input)} />
                <SharedCell input={input} shared={locate(study, input.id)?.entry[input.key]} />
                {study.scenarios.map((s, i) => (
                  <InputCell
                    key={s.id}
                    input={input}
                    scenario={s.id}
                    name={s.name ?? s.id}
                    index={i}
                    own={s.set?.[input.address]}
                    shared={locate(study, input.id)?.entry[input.key]}
                  />
                ))}
              </tr>
            ))}
            <tr>
              <td colSpan={2 + study.scenarios.length} className="border-line bg-quiet border-b px-3 py-1">
                <VaryAnother
                  inputs={variableInputs(study).filter((v) => !rows.some((r) => r.address === v.address))}
                  onPick={(a) => setAdded((list) => [...list, a])}
                />
              </td>
            </tr>
            <ResultRows />
          </tbody>
        </table>
      </section>
    </>
  );
}

const OWN_NAMES = {
  fluid: msg('view.scenarios.fluid'),
  temperature: msg('app.temperature'),
  role: msg('view.scenarios.role'),
  hoursPerYear: msg('view.scenarios.hoursPerYear'),
  judged: msg('view.scenarios.includedInTheVerdict'),
} as const;

function RowHead({ strong, text, sweep, onDrop }: { strong?: string; text: string; sweep?: string; onDrop?: () => void }) {
  return (
    <th
      scope="row"
      className="bg-panel border-soft group sticky left-0 z-10 max-[640px]:static border-b px-3 text-left font-normal"
    >
      <span className="flex items-center gap-1">
        <span className="min-w-0 flex-1 truncate" title={text}>
          {strong && <b className="font-semibold">{strong} </b>}
          {text}
        </span>
        {sweep && <SweepThis address={sweep} label={`${strong} ${text}`} />}
        {onDrop && (
          <button
            type="button"
            onClick={onDrop}
            aria-label={msg('view.scenarios.useTheShared', { strong: strong ?? '', text })}
            title={msg('view.scenarios.oneValueForAll')}
            className="text-inkq h-[24px] w-[24px] opacity-0 group-hover:opacity-100 focus:opacity-100"
          >
            ×
          </button>
        )}
      </span>
    </th>
  );
}

const ScenarioHead = memo(function ScenarioHead({
  scenario,
  index,
  last,
}: {
  scenario: RawScenario;
  index: number;
  last: number;
}) {
  const store = useStudyStore();
  const change = useStudy((s) => s.change);
  const activate = useStudy((s) => s.activate);
  const isActive = useStudy((s) => s.active === scenario.id);
  const [naming, setNaming] = useState<string | null>(null);
  const style = lineStyle(index);
  const name = scenario.name ?? scenario.id;
  const act = (label: string, operations: Operation[]): void => void change(label, operations);
  const rename = (): void => {
    if (naming !== null && naming.trim() !== '' && naming.trim() !== name)
      act(msg('view.scenarios.renameAScenario'), [{ op: 'set', path: ['scenarios', index, 'name'], value: naming.trim() }]);
    setNaming(null);
  };
  const item =
    'data-[highlighted]:bg-wash data-[disabled]:opacity-40 flex h-[28px] cursor-pointer items-center rounded-[3px] px-3 outline-none';
  return (
    <th
      className={`border-line sticky top-0 z-10 border-r border-b px-2 pt-1.5 pb-1 text-left ${isActive ? 'bg-panel' : 'bg-quiet'}`}
    >
      <svg className="absolute inset-x-0 top-0 h-[4px] w-full" aria-hidden="true">
        <line x1={0} x2="100%" y1={2} y2={2} stroke={style.color} strokeWidth={3} strokeDasharray={style.dash} />
      </svg>
      <span className="flex items-center gap-1.5">
        <button
          type="button"
          onClick={() => activate(scenario.id)}
          aria-label={msg('view.scenarios.makeActive', { name })}
          className="flex h-[24px] min-w-[24px] items-center pointer-coarse:min-w-[44px]"
        >
          <ScenarioLetter index={index} letter={letterOf(index)} />
        </button>
        {naming === null ? (
          <button
            type="button"
            onClick={() => setNaming(name)}
            className="min-w-0 flex-1 truncate text-left font-semibold"
            title={msg('view.scenarios.clickToRename', { name })}
          >
            {name}
          </button>
        ) : (
          <input
            autoFocus
            aria-label={msg('view.scenarios.nameOfTheScenario')}
            value={naming}
            onChange={(e) => setNaming(e.target.value)}
            onBlur={rename}
            onKeyDown={(e) => (e.key === 'Enter' ? rename() : e.key === 'Escape' && setNaming(null))}
            className="sheet-input min-w-0 flex-1"
          />
        )}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger
            aria-label={msg('view.scenarios.actionsFor', { name })}
            className="flex h-[24px] w-[24px] items-center justify-center"
          >
            <MoreHorizontal size={15} aria-hidden="true" />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="panel z-50 min-w-[150px] p-1 shadow-[var(--shadow-lift)]">
              <DropdownMenu.Item
                className={item}
                onSelect={() => act(msg('view.scenarios.copyAScenario'), copyScenario(store.getState().study, index).operations)}
              >
                {msg('app.copy')}
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={item}
                disabled={index === 0}
                onSelect={() =>
                  act(msg('view.scenarios.moveAScenario'), [{ op: 'move', path: ['scenarios'], from: index, to: index - 1 }])
                }
              >
                {msg('view.scenarios.moveLeft')}
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={item}
                disabled={index === last}
                onSelect={() =>
                  act(msg('view.scenarios.moveAScenario'), [{ op: 'move', path: ['scenarios'], from: index, to: index + 1 }])
                }
              >
                {msg('view.scenarios.moveRight')}
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={`${item} text-fails`}
                disabled={last === 0}
                onSelect={() => act(msg('view.scenarios.removeAScenario'), removeScenario(store.getState().study, index))}
              >
                {msg('view.scenarios.remove')}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </span>
    </th>
  );
});

/** so many are shown; a further word finds the others */
const MOST_FOUND = 8;

function VaryAnother({ inputs, onPick }: { inputs: readonly Input[]; onPick: (address: string) => void }) {
  const [text, setText] = useState('');
  const study = useStudy((x) => x.study);
  const all = inputsNamed(study, inputs, text);
  const found = all.slice(0, MOST_FOUND);
  const pick = (address: string): void => {
    onPick(address);
    setText('');
  };
  return (
    <div className="relative flex items-center gap-2">
      <Plus size={13} className="text-cedar" aria-hidden="true" />
      <input
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && found[0] && pick(found[0].address)}
        aria-label={msg('view.scenarios.varyAnotherInput')}
        placeholder={msg('view.scenarios.varyAnotherInputTagOr')}
        className="h-[24px] w-[420px] max-w-full bg-transparent outline-none placeholder:text-[var(--ink-quiet)]"
      />
      <p role="status" className="sr-only-text">
        {text.trim() === '' ? '' : msg('view.scenarios.inputsFound', { count: all.length })}
      </p>
      {text.trim() !== '' && found.length === 0 && (
        <p className="panel text-inkq absolute top-[26px] left-4 z-30 w-[340px] px-3 py-2 shadow-[var(--shadow-lift)]">
          {msg('view.scenarios.noInputFound', { text: text.trim() })}
        </p>
      )}
      {found.length > 0 && (
        <ul className="panel absolute top-[26px] left-4 z-30 w-[340px] p-1 shadow-[var(--shadow-lift)]">
          {found.map((i) => (
            <li key={i.address}>
              <button
                type="button"
                onClick={() => pick(i.address)}
                className="hover:bg-wash flex h-[26px] w-full items-center gap-1 rounded-[3px] px-2 text-left"
              >
                <b className="font-semibold">{i.id}</b> {i.label.toLowerCase()}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
