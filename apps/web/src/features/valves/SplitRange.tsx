import { rounded } from '@cedar-knot/wording';
import { KV_PER_CV, splitRange, type ValveNeed } from '@cedar-knot/core';
import { api, wordsOf } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { splitOperations } from '../../state/splitValves.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import type { KnownValve } from '../../worker/valveFigures.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { valveName } from './ValveTable.js';
import { msg } from './words.js';

/** Two ticked valves on one signal: the smaller opens first, the larger beside it. */
export function SplitRange({
  valve,
  ticked,
  required,
  upper,
  onClear,
  onProblem,
}: {
  valve: string;
  ticked: readonly KnownValve[];
  required: Readonly<Record<string, ValveNeed>>;
  /** travel up to which the smaller opens alone */
  upper: number;
  onClear: () => void;
  onProblem: (problem: string | null) => void;
}) {
  const d = useDisplay();
  const store = useStudyStore();
  const scenarios = useStudy((s) => s.study.scenarios);
  const [first, second] = [...ticked].sort((a, b) => a.input.ratedKv - b.input.ratedKv);
  if (!first) return null;
  const name = (v: KnownValve): string => valveName(v.model);
  if (!second)
    return (
      <p className="border-soft text-inkq flex items-center gap-2 border-b px-3 py-1 text-[12px]">
        {msg('view.valves.selectASecondValveFor', { name: name(first) })}
        <Button tone="bare" className="!h-[18px] !px-1 text-[12px]" onClick={onClear}>
          {msg('view.valves.clear')}
        </Button>
      </p>
    );
  const stands = Object.entries(required).flatMap(([id, n]) =>
    n.kv === null || !(n.kv > 0) ? [] : [{ id, need: n, kv: n.kv, ...splitRange(first.input, second.input, n.kv, upper) }],
  );
  const build = async (): Promise<void> => {
    try {
      const [a, b] = await Promise.all([api.model(first.model.id), api.model(second.model.id)]);
      onProblem(null);
      const { study, shown, active } = store.getState();
      const duties = stands.map((x) => ({ ...x, scenario: x.id, flow: x.need.flow }));
      const done = splitOperations(study, valve, [a, b], duties, shown[active]?.outcome.result ?? null);
      store.getState().rebuild(msg('view.valves.splitOverTwoValves', { valve }), done);
      onClear();
    } catch (e) {
      onProblem(wordsOf(e));
    }
  };
  const scale = d.system === 'us' ? 1 / KV_PER_CV : 1;
  return (
    <section
      aria-label={msg('view.valves.splitRange')}
      className="border-soft bg-quiet max-h-[176px] flex-none overflow-auto border-b px-3 py-1.5"
    >
      <h3 className="flex items-center gap-2 text-[13.5px] font-semibold">
        {msg('view.valves.splitRange')}
        <span className="text-inkq text-[12px] font-normal">
          {msg('view.valves.opensFirstToThenIn', { name: name(first), upper: Math.round(upper * 100), name2: name(second) })}
        </span>
        <span className="ml-auto" />
        <Button className="!h-[22px] text-[12px]" onClick={() => void build()}>
          {msg('view.valves.addIt')}
        </Button>
        <Button tone="bare" className="!h-[18px] !px-1 text-[12px]" onClick={onClear}>
          {msg('view.valves.clear')}
        </Button>
      </h3>
      <table className="text-[12.5px]">
        <thead>
          <tr className="text-inkq text-right text-[12px]">
            <td />
            <th className="px-3 font-normal">
              {msg('view.valves.requiredCoefficient', { isSystem: d.system === 'us' ? 'yes' : 'no' })}
            </th>
            <th className="px-3 font-normal">{msg('view.valves.signal')}</th>
            <th className="px-3 font-normal">{msg('view.valves.firstTravel')}</th>
            <th className="px-3 font-normal">{msg('view.valves.secondTravel')}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {stands.map((s) => {
            const i = scenarios.findIndex((x) => x.id === s.id);
            return (
              <tr key={s.id} className="h-[21px] text-right" data-split={s.id}>
                <td>
                  <ScenarioLetter index={i} letter={letterOf(i)} small />
                </td>
                <td className="px-3">{rounded(s.kv * scale, 3)}</td>
                <td className="px-3">{Math.round(s.signal * 100)}</td>
                <td className="px-3">{Math.round(s.first * 100)}</td>
                <td className="px-3">{s.second === 0 ? msg('view.valves.closed') : Math.round(s.second * 100)}</td>
                <td className="text-fails pl-2 text-left">{s.reaches ? '' : msg('view.valves.bothFullyOpenAreToo')}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
