import { Working } from '../working/Working.js';
import {
  SCENARIO_FIELDS,
  SCENARIO_ROLES,
  SITE_FIELDS,
  overallVerdict,
  worstMargins,
  type Field,
  type Operation,
  type RawEntry,
  type ScenarioResult,
} from '@cedar-knot/core';
import { checkName, findingText, said } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { inDisplayUnit, readEntry } from '../../state/entry.js';
import { SweepThis } from '../entry/SweepThis.js';
import { TypedField } from '../../ui/TypedField.js';
import { withoutPump } from '../../state/withoutPump.js';
import { NotJudged } from '../entry/NotJudged.js';
import { useDisplay, useStudy } from '../context.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** When no row is chosen: the active scenario's own entries, and all that is said of it. */
export function ScenarioPanel() {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const index = study.scenarios.findIndex((s) => s.id === active);
  const scenario = study.scenarios[index]!;
  const result = shown[active]?.outcome.result;
  return (
    <aside aria-label={msg('view.system.activeScenario')} className="panel flex w-[304px] flex-none flex-col overflow-y-auto">
      <header className="border-soft flex h-[34px] flex-none items-center gap-2 border-b px-3">
        <ScenarioLetter index={index} letter={letterOf(index)} />
        <h2 className="min-w-0 flex-1 truncate font-semibold">{scenario.name ?? active}</h2>
        <span className="text-inkq text-[12px]">{msg('view.system.noRowSelected')}</span>
      </header>
      <ScenarioEntries index={index} />
      {result && <Judgement result={result} />}
      {result?.heatBalance && <Heat balance={result.heatBalance} />}
      <SiteEntries />
    </aside>
  );
}

/** the scenario's own entries; whether temperatures are followed is one choice for all of them */
function ScenarioEntries({ index }: { index: number }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const scenario = study.scenarios[index]!;
  const put = (key: string, value: unknown): void => {
    if (value === undefined && !(key in scenario)) return;
    change(`${scenario.name ?? active} ${key}`, [{ op: 'set', path: ['scenarios', index, key], value } satisfies Operation]);
  };
  // for all of them: one that departs says so in its file
  const follow = (isFollowed: boolean): void =>
    void change(isFollowed ? msg('view.system.temperatureAlongTheLine') : msg('view.system.oneTemperatureEverywhere'), [
      { op: 'set', path: ['thermal'], ...(isFollowed ? { value: true } : {}) },
      ...study.scenarios.flatMap((s, i): Operation[] =>
        s.thermal === undefined ? [] : [{ op: 'set', path: ['scenarios', i, 'thermal'] }],
      ),
    ] as Operation[]);
  return (
    <div className="grid flex-none grid-cols-3 gap-x-2 gap-y-1 px-3 py-2">
      <label className="col-span-2 flex flex-col">
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{msg('view.system.fluid')}</span>
        <Select
          label={msg('view.system.fluid')}
          value={scenario.fluid}
          options={Object.entries(study.fluids ?? {}).map(([id, f]) => [id, typeof f.name === 'string' ? f.name : id])}
          onChange={(v) => put('fluid', v)}
          className="w-full"
        />
      </label>
      <TypedField
        label={msg('app.temperature')}
        name="temperature"
        value={scenario.temperature ?? ''}
        read={(typed) => readEntry(typed, SCENARIO_FIELDS.temperature!, scenario.temperature ?? '20 C', display.system)}
        onCommit={(v) => put('temperature', v)}
        optional
        mark={<SweepThis address={`${active}.temperature`} label={msg('view.system.temperatureOfTheLiquid')} />}
      />
      <label className="col-span-2 flex h-[48px] items-center gap-2 pt-[10px] leading-[15px]">
        <input type="checkbox" checked={scenario.thermal ?? study.thermal === true} onChange={(e) => follow(e.target.checked)} />
        <span className="text-inkq text-[11.5px]">{msg('view.system.temperatureAlongTheLineIn')}</span>
      </label>
      <TypedField
        label={msg('view.system.ambient')}
        name="ambientTemperature"
        value={scenario.ambientTemperature ?? ''}
        placeholder={study.site?.ambientTemperature ?? ''}
        read={(typed) =>
          readEntry(typed, SCENARIO_FIELDS.ambientTemperature!, scenario.ambientTemperature ?? '10 C', display.system)
        }
        onCommit={(v) => put('ambientTemperature', v)}
        optional
      />
      <label className="col-span-2 flex flex-col">
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{msg('view.system.role')}</span>
        <Select
          label={msg('view.system.role')}
          value={scenario.role}
          none={msg('view.system.none')}
          options={SCENARIO_ROLES.map((r) => [r, r])}
          onChange={(v) => put('role', v)}
          className="w-full"
        />
      </label>
      <TypedField
        label={said(SCENARIO_FIELDS.hoursPerYear!.label!)}
        name="hoursPerYear"
        value={scenario.hoursPerYear === undefined ? '' : String(scenario.hoursPerYear)}
        read={(typed) => readEntry(typed, SCENARIO_FIELDS.hoursPerYear!, undefined, display.system)}
        onCommit={(v) => put('hoursPerYear', v)}
        optional
      />
    </div>
  );
}

/** what comes into a followed system as heat and what leaves it */
/** what holds at the plant, in every scenario */
function SiteEntries() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const site: RawEntry = study.site ?? {};
  const put = (key: string, label: string, value: unknown): void => {
    const kept = Object.entries({ ...site, [key]: value }).filter(([, v]) => v !== undefined);
    change(msg('view.system.site', { label: label.toLowerCase() }), [
      { op: 'set', path: ['site'], ...(kept.length > 0 ? { value: Object.fromEntries(kept) } : {}) },
    ]);
  };
  const datum = SITE_FIELDS.datum as Extract<Field, { type: 'choice' }>;
  return (
    <section aria-label={msg('view.system.site2')} className="border-soft border-t px-3 py-2">
      <h3 className="text-inkq text-[12px]">{msg('view.system.siteInEveryScenario')}</h3>
      <div className="grid grid-cols-3 gap-x-2 gap-y-1">
        {(['atmosphericPressure', 'ambientTemperature', 'altitude', 'frequency'] as const).map((key) => {
          const field = SITE_FIELDS[key]!;
          return (
            <TypedField
              key={key}
              label={said(field.short ?? field.label ?? key)}
              name={`site.${key}`}
              value={typeof site[key] === 'string' ? site[key] : ''}
              placeholder={field.default === undefined ? '' : String(field.default)}
              read={(typed) => readEntry(typed, field, site[key] ?? inDisplayUnit(field, display.system), display.system)}
              onCommit={(v) => put(key, said(field.label!), v)}
              optional
            />
          );
        })}
        <div>
          <span className="text-inkq flex min-h-[24px] items-end pb-0.5 text-[11.5px] leading-[13px]">{said(datum.label!)}</span>
          <Select
            label={said(datum.label!)}
            value={typeof site.datum === 'string' ? site.datum : undefined}
            none={msg('view.system.notSpecified')}
            options={datum.values.map((v) => [v, said(datum.words?.[v] ?? v)])}
            onChange={(v) => put('datum', said(datum.label!), v)}
            className="w-full"
          />
        </div>
      </div>
    </section>
  );
}

function Heat({ balance }: { balance: NonNullable<ScenarioResult['heatBalance']> }) {
  const d = useDisplay();
  const power = (watts: number): string => `${d.number(watts, 'power')} ${d.unit('power')}`;
  return (
    <section aria-label={msg('view.system.heatBalance')} className="border-soft border-t text-[12px] leading-4">
      <p className="px-3 pt-2">
        <span className="text-inkq">{msg('view.system.heatAbove0C')}</span>{' '}
        {msg('view.system.inOut', { power: power(balance.in), power2: power(balance.out) })}
      </p>
      <Working id="heatBalance" kind="heatBalance" />
    </section>
  );
}

/** pumps that run by what is imposed on them: nothing of a curve is judged */
function NoPumpYet({ result }: { result: ScenarioResult }) {
  const lines = useStudy((s) => s.study.lines);
  const select = useStudy((s) => s.select);
  return withoutPump(lines, result).map((id) => (
    <button key={id} type="button" onClick={() => select(id)} className="text-inkq text-left hover:underline">
      {msg('view.system.noPumpSelectedYet', { id })}
    </button>
  ));
}

/** margins that want a look, the worst first, and what was found */
function Judgement({ result }: { result: ScenarioResult }) {
  const select = useStudy((s) => s.select);
  const display = useDisplay();
  const worst = worstMargins(result.margins);
  return (
    <div className="border-soft flex flex-col gap-1.5 border-t px-3 py-2 text-[12px] leading-4">
      {worst.length === 0 && result.incomplete.length === 0 && (
        <p className="text-inkq">
          {overallVerdict(result) === 'holds'
            ? msg('view.system.allMarginsJudgedHereHold')
            : msg('view.system.nothingRunningHereToJudge')}
        </p>
      )}
      <NoPumpYet result={result} />
      <NotJudged incomplete={result.incomplete} />
      {worst.map((m) => (
        <button
          key={m.check + m.where}
          type="button"
          onClick={() => select(m.where)}
          className="flex items-center gap-1.5 text-left hover:underline"
        >
          <VerdictMark kind={m.verdict} />
          <span className="flex-1">{msg('app.at', { checkName: checkName(m.check), where: m.where })}</span>
        </button>
      ))}
      {result.findings.map((f) => (
        <button
          key={f.code + f.where}
          type="button"
          onClick={() => f.where && select(f.where)}
          className={`text-left hover:underline ${f.severity === 'note' ? 'text-inkq' : 'text-fails'}`}
        >
          {f.severity === 'note' ? '' : '▲ '}
          {findingText(f, display.system)}
        </button>
      ))}
    </div>
  );
}
