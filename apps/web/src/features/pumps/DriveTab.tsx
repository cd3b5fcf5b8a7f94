import { motorFactor, nextRating, usable, type ControlScheme, type EnergyByCause } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { letterOf, setShared } from '../../state/address.js';
import { bypassAround, leastFlow } from '../../state/bypass.js';
import type { DriveFigures } from '../../state/studyStore.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { judgedEntry } from '../entry/judged.js';

const SCHEMES: Readonly<Record<ControlScheme['kind'], readonly [name: string, how: string]>> = {
  throttle: ['throttled', 'as it stands; a valve takes what the head is too much'],
  trim: ['trimmed', 'impeller turned down as far as every scenario allows, a valve takes the rest'],
  speed: ['variable speed', 'just so fast in each scenario that the head is what is asked'],
  bypass: ['with a bypass', 'full speed and size; what flows too much returns to the supply'],
};
const CAUSES: readonly (readonly [keyof EnergyByCause, string, string])[] = [
  ['lift', 'lift and pressure', 'var(--ink-2)'],
  ['friction', 'pipes and fittings', 'var(--cedar)'],
  ['devices', 'equipment', 'var(--edge)'],
  ['valves', 'control valves', 'var(--cedar-deep)'],
  ['pump', 'pump', 'var(--gauge-pref)'],
  ['motor', 'motor and drive', 'var(--gauge-allow)'],
];
const BAR = 300;
const KWH = 3.6e6;

const megawattHours = (joules: number): string => (joules / 1000 / KWH).toFixed(Math.abs(joules) < 36e9 ? 1 : 0);

/** The motor in every scenario, where the electricity of a year goes, and the same duties by other ways of control. */
export function DriveTab({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const rebuild = useStudy((s) => s.rebuild);
  const curves = useStudy((s) => s.outcome?.curves ?? null);
  const [said, setSaid] = useState<string | null>(null);
  const ask = useStudy((s) => s.driveOf);
  const d = useDisplay();
  const [figures, setFigures] = useState<DriveFigures | null | undefined>(undefined);
  useEffect(() => {
    let gone = false;
    void ask(pump).then((f) => !gone && setFigures(f), () => !gone && setFigures(null)); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [ask, pump, study]);
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  if (figures === undefined) return <p className="text-inkq px-3 py-4">Reckoning …</p>;
  const known = figures?.duties.filter((x) => x.result.shaftPower !== null) ?? [];
  if (known.length === 0)
    return <p className="text-inkq px-3 py-4">{pump} has no power in any judged scenario: its curve tells no efficiency.</p>;
  const units = known.map((x) => x.result.shaftPower! / x.result.running);
  const fitting = nextRating(Math.max(...units), motorFactor);
  const rated = known[0]!.ratedPower;
  const energy = new Map(figures!.energy);
  const total = sum([...energy.values()]);
  const economics = study.economics as { energyPrice?: number; currency?: string } | undefined;
  const cost = (joules: number): string | null =>
    economics?.energyPrice === undefined
      ? null
      : `${Math.round((joules / KWH) * economics.energyPrice)
          .toLocaleString('en')
          .replaceAll(',', ' ')} ${economics.currency ?? ''}`;
  const isTypical = [...energy.values()].some((e) => e.isTypical);
  const entryName = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump)?.pump;
  const entry = typeof entryName === 'string' ? study.pumps?.[entryName] : undefined;
  const take = (): void => {
    if (fitting === undefined || !entry || typeof entryName !== 'string') return;
    const motor = { ...(entry.motor as object | undefined), ratedPower: `${fitting / 1000} kW` };
    change(`${entryName}: motor of ${fitting / 1000} kW`, [{ op: 'set', path: ['pumps', entryName, 'motor'], value: motor }]);
  };
  const buildBypass = (): void => {
    const pumpInput = entry ? usable(judgedEntry(entry).read) : undefined;
    const flows = known.map(({ id, result }) => {
      const trace = curves?.pumps.find((t) => t.scenarios.includes(id));
      return { scenario: id, flow: result.flow, least: leastFlow(pumpInput, result, trace?.minFlow ?? null) };
    });
    const place = study.lines.find((l) => l.elements.some((e) => e.id === pump));
    const after = place?.elements.find((e) => e.id === pump)?.outletElevation;
    const supply = study.points[place?.from ?? '']?.elevation;
    const built = bypassAround(
      study,
      pump,
      flows,
      typeof after === 'string' ? after : typeof supply === 'string' ? supply : undefined,
    );
    setSaid(built.ok ? null : built.reason);
    if (built.ok && rebuild(`Minimum-flow line at ${pump}`, built))
      setSaid(`${built.select} and its line are built: shut, and open where ${pump} has less than its least flow.`);
  };
  const largest = Math.max(...[...energy.values()].map((e) => e.total), 0);
  return (
    <div className="flex flex-col gap-3 px-3 py-2" data-drive={pump}>
      <section aria-label="Motor">
        <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
          Motor
          <span className="text-inkq text-[12px] font-normal">
            {rated === null
              ? 'none named: efficiency of a typical one (IEC 60034-30-1, IE3)'
              : `${d.number(rated, 'power')} ${d.unit('power')} for each unit`}
            {fitting !== undefined && (
              <>
                ; the least that leaves its margin everywhere is <b className="text-ink font-semibold">{fitting / 1000} kW</b>
              </>
            )}
          </span>
          {fitting !== undefined && fitting !== rated && entry && (
            <Button tone="bare" className="ml-auto !px-1 text-[12px]" onClick={take}>
              Take {fitting / 1000} kW
            </Button>
          )}
        </h3>
        <table className="w-full text-[12.5px]">
          <thead>
            <tr className="text-inkq h-[22px] text-right text-[12px]">
              <td className="w-[28px]" />
              <td />
              <th className="font-normal">h a year</th>
              <th className="font-normal">running</th>
              <th className="font-normal">{d.unit('flow')}</th>
              <th className="font-normal">head {d.unit('head')}</th>
              <th className="font-normal">shaft {d.unit('power')}</th>
              <th className="font-normal">rating / shaft</th>
              <th className="font-normal">motor η %</th>
              <th className="font-normal">overall η %</th>
              <th className="font-normal">input {d.unit('power')}</th>
              <th className="pl-3 font-normal">A</th>
              <th className="font-normal">cos φ</th>
              <th className="font-normal">kWh/m³</th>
            </tr>
          </thead>
          <tbody>
            {known.map(({ id, hours, result: r, margin }) => {
              const input = r.inputPower ?? null;
              return (
                <tr key={id} className="border-soft h-[25px] border-t text-right" data-motor={id}>
                  <td className="text-left">
                    <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                  </td>
                  <td className="max-w-[160px] truncate text-left">{study.scenarios[index(id)]?.name ?? id}</td>
                  <td>{hours === null ? '–' : hours.toFixed(0)}</td>
                  <td>{r.running}</td>
                  <td>{d.number(r.flow, 'flow')}</td>
                  <td>{d.number(r.head, 'head')}</td>
                  <td>{d.number(r.shaftPower, 'power')}</td>
                  <td className="whitespace-nowrap">
                    {margin && margin.value !== null ? (
                      <>
                        <VerdictMark kind={margin.verdict} size={9} /> {margin.value.toFixed(2)}{' '}
                        <span className="text-inkq">≥ {margin.limit?.toFixed(2)}</span>
                      </>
                    ) : (
                      '–'
                    )}
                  </td>
                  <td>{percent(r.motorEfficiency)}</td>
                  <td>{percent(input && r.hydraulicPower !== null ? r.hydraulicPower / input : null)}</td>
                  <td>{d.number(input, 'power')}</td>
                  <td>{r.current === undefined ? '–' : r.current.toFixed(0)}</td>
                  <td>{r.powerFactor === undefined ? '–' : r.powerFactor.toFixed(2)}</td>
                  <td>{input === null || !(r.flow > 0) ? '–' : (input / r.flow / KWH).toFixed(3)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
      <section aria-label="Energy by cause">
        <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
          Where a year’s electricity goes
          <span className="text-inkq text-[12px] font-normal">
            {total.total > 0
              ? `${megawattHours(total.total)} MWh${cost(total.total) ? `, ${cost(total.total)}` : ''}; every metre of head costs ρ·g·Q${isTypical ? '; typical motor' : ''}`
              : 'no scenario has hours a year'}
          </span>
        </h3>
        {total.total > 0 && (
          <table className="text-[12.5px]">
            <thead>
              <tr className="text-inkq h-[22px] text-right text-[12px]">
                <td className="w-[28px]" />
                <td className="w-[316px]" />
                {CAUSES.map(([key, name, color]) => (
                  <th key={key} className="px-2 font-normal">
                    <span className="mr-1 inline-block h-[8px] w-[8px]" style={{ background: color }} />
                    {name}
                  </th>
                ))}
                <th className="px-2 font-normal">MWh</th>
                {economics?.energyPrice !== undefined && <th className="px-2 font-normal">cost</th>}
              </tr>
            </thead>
            <tbody>
              {[...energy].map(([id, e]) => (
                <EnergyRow key={id} e={e} width={(BAR * e.total) / largest} cost={cost(e.total)}>
                  <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                </EnergyRow>
              ))}
              {energy.size > 1 && (
                <EnergyRow e={total} width={0} cost={cost(total.total)}>
                  <b className="font-semibold">all</b>
                </EnergyRow>
              )}
            </tbody>
          </table>
        )}
      </section>
      {said && (
        <p role="status" className="bg-wash rounded-[3px] px-2 py-1 text-[12px]">
          {said}
        </p>
      )}
      <Schemes
        schemes={figures!.schemes}
        index={index}
        onBypass={buildBypass}
        onTrim={(mm) => change(`${pump}: Ø ${mm} mm`, setShared(study, pump, 'diameter', `${mm} mm`))}
      />
    </div>
  );
}

const percent = (x: number | null | undefined): string => (x == null ? '–' : (100 * x).toFixed(1));

function sum(list: readonly EnergyByCause[]): EnergyByCause {
  const all: EnergyByCause = {
    lift: 0,
    friction: 0,
    devices: 0,
    valves: 0,
    pump: 0,
    motor: 0,
    total: 0,
    mass: 0,
    isTypical: false,
  };
  for (const e of list)
    for (const key of ['lift', 'friction', 'devices', 'valves', 'pump', 'motor', 'total', 'mass'] as const) all[key] += e[key];
  return all;
}

function EnergyRow({
  e,
  width,
  cost,
  children,
}: {
  e: EnergyByCause;
  width: number;
  cost: string | null;
  children: React.ReactNode;
}) {
  const parts = CAUSES.map(([key, , color]) => ({ key, color, share: Math.max(0, e[key] as number) }));
  const shown = parts.reduce((t, p) => t + p.share, 0) || 1;
  return (
    <tr className="border-soft h-[24px] border-t text-right">
      <td className="text-left">{children}</td>
      <td>
        {width > 0 && (
          <span className="flex h-[12px]" style={{ width }}>
            {parts.map((p) => (
              <span key={p.key} style={{ width: `${(100 * p.share) / shown}%`, background: p.color }} />
            ))}
          </span>
        )}
      </td>
      {CAUSES.map(([key]) => (
        <td key={key} className="px-2">
          {megawattHours(e[key] as number)}
        </td>
      ))}
      <td className="px-2">
        <b className="font-semibold">{megawattHours(e.total)}</b>
      </td>
      {cost !== null && <td className="px-2 whitespace-nowrap">{cost}</td>}
    </tr>
  );
}

function Schemes({
  schemes,
  index,
  onTrim,
  onBypass,
}: {
  schemes: readonly ControlScheme[];
  index: (s: string) => number;
  onTrim: (millimetres: number) => void;
  onBypass: () => void;
}) {
  const d = useDisplay();
  if (schemes.length === 0)
    return (
      <p className="text-inkq text-[12px]">
        Ways of control are compared where the pump runs on a curve and a flow is asked of it.
      </p>
    );
  const scenarios = Object.keys(schemes[0]!.scenarios);
  const [first] = schemes;
  return (
    <section aria-label="Ways of control">
      <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
        The same duties by other ways of control
        <span className="text-inkq text-[12px] font-normal">
          at what each scenario asks; with variable speed {first!.isTypical ? 'and a typical motor, ' : ''}the drive’s own loss
          counts
        </span>
      </h3>
      <table className="w-full text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[24px] text-right text-[12px]">
            <td />
            {scenarios.map((s) => (
              <th key={s}>
                <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
              </th>
            ))}
            <th className="font-normal">MWh a year</th>
            <th className="font-normal">less the first</th>
            <td className="w-[90px]" />
          </tr>
        </thead>
        <tbody>
          {schemes.map((s) => {
            const [name, how] = SCHEMES[s.kind];
            const saved =
              s.energyPerYear !== null && first!.energyPerYear !== null ? s.energyPerYear - first!.energyPerYear : null;
            const millimetres = s.diameter === null ? null : Number((s.diameter * 1000).toFixed(3));
            return (
              <tr key={s.kind} className="border-soft h-[40px] border-t text-right" data-scheme={s.kind}>
                <td className="text-left">
                  <b className="font-semibold">{name}</b>
                  {s.kind === 'trim' && s.diameter !== null && ` Ø ${d.number(s.diameter, 'diameter')} ${d.unit('diameter')}`}
                  <span className="text-inkq block text-[12px] leading-[14px]">{how}</span>
                </td>
                {scenarios.map((id) => {
                  const p = s.scenarios[id];
                  return (
                    <td key={id} className="whitespace-nowrap">
                      {p ? (
                        `${d.number(p.inputPower, 'power')} ${d.unit('power')}`
                      ) : (
                        <span className="text-fails">▲ not reached</span>
                      )}
                      <span className="text-inkq block text-[12px] leading-[14px]">
                        {p &&
                          (s.kind === 'speed'
                            ? `${p.speed.toFixed(0)} rpm`
                            : s.kind === 'bypass'
                              ? `${d.number(p.flow, 'flow')} ${d.unit('flow')}`
                              : `${d.number(p.head, 'head')} ${d.unit('head')}`)}
                      </span>
                    </td>
                  );
                })}
                <td>
                  <b className="font-semibold">{s.energyPerYear === null ? '–' : megawattHours(s.energyPerYear)}</b>
                </td>
                <td>{saved === null || s === first ? '–' : `${saved <= 0 ? '−' : '+'}${megawattHours(Math.abs(saved))}`}</td>
                <td className="pr-1">
                  {s.kind === 'trim' && millimetres !== null && (
                    <Button tone="bare" className="!px-1 text-[12px]" onClick={() => onTrim(millimetres)}>
                      Trim to it
                    </Button>
                  )}
                  {s.kind === 'bypass' && (
                    <Button
                      tone="bare"
                      className="!px-1 text-[12px]"
                      title="A line with a valve back to the supply, open where the pump has less than its least flow"
                      onClick={onBypass}
                    >
                      Build it
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
