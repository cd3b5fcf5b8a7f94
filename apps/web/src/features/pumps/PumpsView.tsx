import {
  applyOperations,
  PUMP_TYPES,
  PumpPerformance,
  usable,
  type ModelWhole,
  type Objective,
  type Operation,
  type RankedPump,
  type Study,
  type Vary,
} from '@cedar-knot/core';
import { Tabs } from 'radix-ui';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api, wordsOf, type RankAsked } from '../../api/client.js';
import { entryIn, letterOf } from '../../state/address.js';
import { spoken } from '../../state/catalogueList.js';
import { boosterBefore, pumpBeside } from '../../state/morePumps.js';
import { configureOperations } from '../../state/ranking.js';
import { carryOperations, takingOperations } from '../../state/takeModel.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { PumpCurves, type AskedPoint, type PumpLine } from '../entry/PumpCurves.js';
import { judgedEntry } from '../entry/judged.js';
import { Alternatives } from './Alternatives.js';
import { Candidates } from './Candidates.js';
import { DriveTab } from './DriveTab.js';
import { NearMisses, reasonText } from './NearMisses.js';
import { SideBySide } from './SideBySide.js';
import { StageLadderTab } from './StageLadderTab.js';
import { useRanking } from './useRanking.js';

const OBJECTIVES: readonly (readonly [Objective, string])[] = [
  ['energy', 'least energy a year'],
  ['best-efficiency', 'nearest to best efficiency'],
  ['stages', 'fewest stages'],
  ['npsh', 'greatest NPSH ratio'],
];
const WAYS: readonly (readonly [Vary, string])[] = [
  ['diameter', 'trimmed impeller'],
  ['speed', 'full impeller, speed by scenario'],
  ['none', 'as it is made'],
];
const MOST_TICKED = 6;
/** what is shown without the candidates’ curves under it */
const WHOLE_HEIGHT: ReadonlySet<string> = new Set(['ladder', 'drive', 'alternatives']);

/** Every pump of the catalogue in the place of the service's pump, judged in every scenario; compared, and taken into the study. */
export function PumpsView() {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const followed = useStudy((s) => s.pump);
  const pumps = study.lines.flatMap((l) => l.elements).filter((e) => e.kind === 'pump');
  const pump = pumps.find((e) => e.id === followed)?.id ?? pumps[0]?.id ?? null;
  const display = useDisplay();
  const [asked, setAsked] = useState<RankAsked>({ vary: 'diameter', objective: 'energy' });
  const [tab, setTab] = useState('candidates');
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [wholes, setWholes] = useState<Readonly<Record<string, ModelWhole>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [kept, setKept] = useState(0);
  const ranking = useRanking(study, pump, asked);
  const { candidates, fallen, counts, heads } = ranking;

  const tick = (id: string): void =>
    setTicked((t) => (t.includes(id) ? t.filter((x) => x !== id) : [...t, id].slice(-MOST_TICKED)));
  useEffect(() => {
    for (const id of ticked)
      if (!wholes[id]) api.model(id).then((m) => setWholes((w) => ({ ...w, [id]: m })), () => undefined); // prettier-ignore
    // what is known already is not asked again
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ticked]);

  const single = ticked.length === 1 ? candidates.find((c) => c.model === ticked[0]) : undefined;
  const index = (scenario: string): number => study.scenarios.findIndex((s) => s.id === scenario);
  const running = (scenario: string): number => {
    const found = pump === null ? undefined : entryIn(study, study.scenarios[index(scenario)], pump, 'running').value;
    return typeof found === 'number' && found > 0 ? found : 1;
  };
  const required = Object.entries(ranking.required);
  const points: AskedPoint[] = required.map(([s, r]) => ({
    flow: r.flow / running(s),
    head: r.head,
    index: index(s),
    letter: letterOf(index(s)),
  }));
  const lines = useMemo(
    () =>
      ticked.flatMap((id): PumpLine[] => {
        const c = candidates.find((x) => x.model === id);
        const input = wholes[id] && usable(judgedEntry(wholes[id].entry).read);
        if (!c || !input) return [];
        const speed = c.speed ?? input.maxSpeed ?? input.speed ?? input.curves.at(-1)!.speed;
        const setting = {
          speed,
          stages: c.stages,
          running: 1,
          wear: 0,
          ...(c.diameter === null ? {} : { diameter: c.diameter }),
        };
        const duties = Object.entries(c.scenarios).flatMap(([s, d]) =>
          d.head === null ? [] : [{ flow: d.flow / running(s), head: d.head, index: index(s) }],
        );
        return [{ id, name: wholes[id]!.name, performance: new PumpPerformance(input, setting), duties }];
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ticked, candidates, wholes, study],
  );

  /** the step that puts a candidate into the study as it stands */
  const stepOf = async (c: RankedPump, position: string): Promise<{ now: Study; name: string; operations: Operation[] }> => {
    const model = wholes[c.model] ?? (await api.model(c.model));
    const now = store.getState().study;
    const operations = [...takingOperations(now, model, position).operations, ...configureOperations(now, position, c)];
    return { now, name: model.name, operations };
  };
  const keep = async (c: RankedPump): Promise<void> => {
    if (pump === null) return;
    try {
      const { now, name, operations } = await stepOf(c, pump);
      const applied = applyOperations(now, operations);
      if (!applied.ok) throw new Error(applied.reason);
      await api.createAlternative(
        applied.study,
        `${now.title ?? 'Untitled'}, ${pump} ${name}`.slice(0, 300),
        store.getState().id,
      );
      setKept((k) => k + 1);
      setTab('alternatives');
      setProblem(null);
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };
  const take = async (c: RankedPump): Promise<void> => {
    if (pump === null) return;
    try {
      const { name, operations } = await stepOf(c, pump);
      if (!store.getState().change(`Take ${name} as ${pump}`, operations))
        setProblem('The study has changed meanwhile: try again.');
      else setProblem(null);
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };

  /** the study carries them, for the comparison in its report */
  const carry = async (list: readonly RankedPump[]): Promise<void> => {
    try {
      const models = await Promise.all(list.map(async (c) => wholes[c.model] ?? (await api.model(c.model))));
      const { study: now, change } = store.getState();
      setProblem(
        change(`${models.length} candidates into the report`, carryOperations(now, models))
          ? null
          : 'The study has changed meanwhile: try again.',
      );
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };

  /** another unit beside the pump, or before it in its line */
  const add = async (c: RankedPump, how: 'beside' | 'before'): Promise<void> => {
    if (pump === null) return;
    try {
      const model = wholes[c.model] ?? (await api.model(c.model));
      const { study: now, shown, active } = store.getState();
      const result = shown[active]?.outcome.result ?? null;
      const done = how === 'beside' ? pumpBeside(now, pump, model, c, result) : boosterBefore(now, pump, model, c);
      setProblem(done.ok ? null : done.reason);
      if (done.ok) store.getState().rebuild(how === 'beside' ? `${model.name} beside ${pump}` : `${model.name} as booster of ${pump}`, done); // prettier-ignore
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };

  if (pump === null)
    return (
      <div className="panel text-inkq flex flex-1 items-center justify-center">
        Pumps are ranked here as soon as the system has one.
      </div>
    );
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <aside aria-label="Required" className="panel flex w-[232px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2">
        <h2 className="text-[14px] font-semibold">Required</h2>
        {pumps.length > 1 && (
          <Select
            label="Position"
            value={pump}
            options={pumps.map((e) => [e.id, typeof e.name === 'string' ? `${e.id} ${e.name}` : e.id])}
            onChange={(id) => id && store.getState().follow(id)}
          />
        )}
        <table className="w-full text-[12.5px]">
          <thead>
            <tr className="text-inkq text-right text-[12px]">
              <td />
              <th className="font-normal">{display.unit('flow')}</th>
              <th className="font-normal">{display.unit('head')}, least</th>
              <th className="font-normal">NPSHA</th>
            </tr>
          </thead>
          <tbody>
            {required.map(([s, r]) => (
              <tr key={s} className="h-[23px] text-right" data-required={s}>
                <td className="text-left">
                  <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
                </td>
                <td className="whitespace-nowrap">
                  {display.number(r.flow / running(s), 'flow')}
                  {running(s) > 1 && <span className="text-inkq"> × {running(s)}</span>}
                </td>
                <td>{display.number(r.head, 'head')}</td>
                <td>{display.number(r.npsha, 'head')}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {required.length === 0 && (
          <p className="text-inkq text-[12px]">
            {ranking.isRunning ? 'Reading what each scenario asks …' : 'No judged scenario asks a flow of this pump.'}
          </p>
        )}
        <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">How</h3>
        <Select
          label="How a pump meets it"
          value={asked.vary}
          options={WAYS}
          onChange={(v) => setAsked((a) => ({ ...a, vary: v as Vary }))}
        />
        <Select
          label="Objective"
          value={asked.objective}
          options={OBJECTIVES}
          onChange={(v) => setAsked((a) => ({ ...a, objective: v as Objective }))}
        />
        <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">Filters</h3>
        <Select
          label="Type of pump"
          value={asked.type}
          none="any type"
          options={PUMP_TYPES.map((t) => [t, spoken(t)])}
          onChange={(type) => setAsked((a) => withFilter(a, 'type', type))}
        />
        <Select
          label="Mains"
          value={asked.frequency === undefined ? undefined : String(asked.frequency)}
          none="any mains"
          options={[
            ['50', '50 Hz'],
            ['60', '60 Hz'],
          ]}
          onChange={(v) => setAsked((a) => withFilter(a, 'frequency', v === undefined ? undefined : Number(v)))}
        />
        <Select
          label="Liquid"
          value={asked.liquid}
          none="any liquid"
          options={wordsOfAll(heads, 'liquids')}
          onChange={(v) => setAsked((a) => withFilter(a, 'liquid', v))}
        />
        <Select
          label="Material"
          value={asked.material}
          none="any material"
          options={wordsOfAll(heads, 'materials')}
          onChange={(v) => setAsked((a) => withFilter(a, 'material', v))}
        />
        <p className="text-inkq mt-auto pt-2 text-[12px]">
          Least head: the system with controlling valves at the upper edge of their opening band.{' '}
          <Link to="/catalogues/pumps" className="text-cedar underline">
            {heads.size} pumps
          </Link>{' '}
          in the catalogue.
        </p>
      </aside>
      <Tabs.Root value={tab} onValueChange={setTab} className="flex min-w-0 flex-1 flex-col gap-2">
        <section aria-label="Pumps" className="panel flex min-h-0 flex-1 flex-col">
          <header className="border-soft flex h-[36px] flex-none items-center gap-4 border-b px-3">
            <Tabs.List aria-label="What is shown" className="flex h-full gap-4 whitespace-nowrap max-[1120px]:gap-2.5">
              {[
                ['candidates', 'Candidates'],
                ['misses', 'Near misses'],
                ['side', 'Side by side'],
                ['ladder', 'Stage ladder'],
                ['drive', 'Drive and energy'],
                ['alternatives', 'Alternatives'],
              ].map(([value, text]) => (
                <Tabs.Trigger
                  key={value}
                  value={value!}
                  className="data-[state=active]:border-cedar text-ink2 h-full border-b-2 border-transparent data-[state=active]:font-semibold"
                >
                  {text}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            <span className="ml-auto" />
            {ranking.isRunning ? (
              <>
                <progress
                  value={ranking.done}
                  max={ranking.of || 1}
                  aria-label="How far the ranking is"
                  className="h-1.5 w-[90px]"
                  style={{ accentColor: 'var(--cedar)' }}
                />
                <Button tone="bare" className="!px-1 text-[12px]" onClick={ranking.stop}>
                  Stop
                </Button>
              </>
            ) : (
              <span
                className="text-inkq text-[12px] whitespace-nowrap"
                role="status"
                title="each in every judged scenario"
                data-ranked={counts.tried}
              >
                {counts.tried} tried, {counts.candidates} left
              </span>
            )}
          </header>
          {(problem ?? ranking.problem) && (
            <p role="alert" className="text-fails px-3 py-1 text-[12px]">
              ▲ {problem ?? ranking.problem}
            </p>
          )}
          <Tabs.Content value="candidates" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <Candidates
              candidates={candidates}
              heads={heads}
              ticked={ticked}
              onTick={tick}
              onTake={(c) => void take(c)}
              onKeep={(c) => void keep(c)}
              isRunning={ranking.isRunning}
              objective={OBJECTIVES.find(([o]) => o === asked.objective)![1]}
            />
          </Tabs.Content>
          <Tabs.Content value="misses" tabIndex={-1} className="min-h-0 flex-1 overflow-auto px-3 py-1">
            <NearMisses fallen={fallen} heads={heads} isRunning={ranking.isRunning} />
          </Tabs.Content>
          <Tabs.Content value="side" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <SideBySide
              candidates={candidates.filter((c) => ticked.includes(c.model))}
              heads={heads}
              onReport={() => void carry(candidates.filter((c) => ticked.includes(c.model)))}
            />
          </Tabs.Content>
          <Tabs.Content value="ladder" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
            <StageLadderTab pump={pump} />
          </Tabs.Content>
          <Tabs.Content value="drive" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <DriveTab pump={pump} />
          </Tabs.Content>
          <Tabs.Content value="alternatives" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <Alternatives pump={pump} kept={kept} />
          </Tabs.Content>
        </section>
        {!WHOLE_HEIGHT.has(tab) && (
          <div className="flex h-[262px] flex-none gap-2">
            <section aria-label="Ticked, laid over" className="panel min-w-0 flex-[1.7] px-2 pt-1.5">
              <h2 className="flex items-baseline gap-2 px-1 text-[14px] font-semibold">
                Ticked, laid over
                <span className="text-inkq text-[12px] font-normal">one unit; the feet are what each scenario needs</span>
                {single && (
                  <span className="ml-auto text-[12px] font-normal whitespace-nowrap">
                    <Button tone="bare" className="!h-[18px] !px-1.5 text-[12px]" onClick={() => void add(single, 'beside')}>
                      Add in parallel
                    </Button>
                    <Button tone="bare" className="!h-[18px] !px-1.5 text-[12px]" onClick={() => void add(single, 'before')}>
                      Add as booster
                    </Button>
                  </span>
                )}
              </h2>
              {lines.length > 0 ? (
                <PumpCurves lines={lines} asked={points} />
              ) : (
                <p className="text-inkq px-1 py-4 text-[12px]">Tick up to six candidates to lay them over each other.</p>
              )}
            </section>
            <section aria-label="Why the others fell out" className="panel min-w-0 flex-1 overflow-y-auto px-3 py-1.5">
              <h2 className="flex items-baseline gap-2 text-[14px] font-semibold">
                Why the others fell out
                <span className="text-inkq text-[12px] font-normal">{counts.fallen}, each by its first reason</span>
              </h2>
              <Reasons byReason={counts.byReason} />
              {counts.filtered + counts.unusable > 0 && (
                <p className="text-inkq mt-1 text-[12px]">
                  {counts.filtered > 0 && `${counts.filtered} by the filters`}
                  {counts.filtered > 0 && counts.unusable > 0 && ', '}
                  {counts.unusable > 0 && `${counts.unusable} have no curve that can be drawn`}
                </p>
              )}
            </section>
          </div>
        )}
      </Tabs.Root>
    </div>
  );
}

function withFilter<K extends 'type' | 'frequency' | 'liquid' | 'material'>(
  a: RankAsked,
  key: K,
  value: RankAsked[K] | undefined,
): RankAsked {
  const { [key]: _was, ...rest } = a;
  return (value === undefined ? rest : { ...rest, [key]: value }) as RankAsked;
}

function wordsOfAll(heads: ReturnType<typeof useRanking>['heads'], key: 'liquids' | 'materials'): [string, string][] {
  const all = new Set([...heads.values()].flatMap((m) => m.words[key] ?? []));
  return [...all].sort().map((w) => [w, spoken(w)]);
}

function Reasons({ byReason }: { byReason: Readonly<Record<string, number>> }) {
  const rows = Object.entries(byReason).sort((a, b) => b[1] - a[1]);
  const most = rows[0]?.[1] ?? 1;
  return (
    <ul className="mt-1 text-[12.5px]">
      {rows.map(([reason, n]) => (
        <li key={reason} className="flex h-[22px] items-center gap-2" data-reason={reason}>
          <span className="w-[128px] flex-none truncate">{reasonText(reason)}</span>
          <span className="h-[9px] bg-[var(--gauge-pref)]" style={{ width: `${(n / most) * 45}%` }} />
          <span className="ml-auto">{n}</span>
        </li>
      ))}
      {rows.length === 0 && (
        <li className="text-inkq flex items-center gap-1 py-2">
          <VerdictMark kind="not-applicable" /> none yet
        </li>
      )}
    </ul>
  );
}
