import { KV_PER_CV, noiseOf, type Margin, type ValveNoise, type ValveRow, writeShortForm } from '@cedar-knot/core';
import { checkName, checkValue, findingText, marginReason } from '@cedar-knot/wording';
import { Link } from 'react-router';
import { letterOf } from '../../state/address.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import type { OpeningBand } from '../../state/openingBand.js';

const WORST = ['fails', 'near', 'holds', 'not-applicable'] as const;

/** What every scenario asks of the valve, its authority, its range, and what is said of it. */
export function NeedsPanel({
  valve,
  figures,
  row,
  band,
  rangeability,
  isOwn,
  isAlone,
}: {
  valve: string;
  figures: ValveFigures;
  /** the valve that is looked at */
  row: ValveRow | null;
  band: OpeningBand;
  rangeability: number | undefined;
  /** it is the study's own, at its own flow: what its scenarios judge is shown */
  isOwn: boolean;
  /** it stands in no system, which would take a part of the loss */
  isAlone: boolean;
}) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const shown = useStudy((s) => s.shown);
  const activate = useStudy((s) => s.activate);
  const select = useStudy((s) => s.select);
  const given = useStudy((s) => {
    const e = s.study.lines.flatMap((l) => l.elements).find((x) => x.id === valve);
    // what it holds, without the name of the valve that stands there
    return e ? writeShortForm('control-valve', { ...e, valve: undefined }) : '';
  });
  const us = d.system === 'us';
  const coefficient = us ? 'Cv' : 'Kv';
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const needs = Object.entries(figures.required).filter(([, n]) => n.flow > 0);
  const kvs = needs.flatMap(([, n]) => (n.kv ? [n.kv * (us ? 1 / KV_PER_CV : 1)] : []));
  const marginsOf = (id: string): Margin[] => shown[id]?.outcome.result?.margins.filter((m) => m.where === valve) ?? [];
  const largest = [...needs].sort((a, b) => b[1].flow - a[1].flow)[0];
  const missed = Object.entries(shown).flatMap(([id, s]) =>
    (s.outcome.result?.findings ?? []).filter((f) => f.where === valve && f.code === 'set-point-missed').map((f) => ({ id, f })),
  );
  const opens = Object.entries(row?.scenarios ?? {}).filter(([, s]) => s.opening !== null);
  const most = [...opens].sort((a, b) => b[1].opening! - a[1].opening!)[0];
  const least = [...opens].sort((a, b) => a[1].opening! - b[1].opening!)[0];
  const loudest = needs
    .flatMap(([id, n]) => {
      const medium = shown[id]?.outcome.medium;
      if (!medium || n.drop === null || n.inletPressure === null || !(n.drop > 0)) return [];
      const stand = row?.scenarios[id];
      const noise = noiseOf(stand?.xfRatio ?? null, stand?.chokedRatio ?? null, n.inletPressure - n.drop, medium.vapourPressure);
      return noise ? [{ id, noise, sigma: (n.inletPressure - medium.vapourPressure) / n.drop }] : [];
    })
    .sort((a, b) => LOUDER.indexOf(a.noise) - LOUDER.indexOf(b.noise) || a.sigma - b.sigma)[0];
  const spare = (id: string, edge: 0 | 1): number | null => {
    const flow = row?.scenarios[id]?.controls?.[edge];
    const asked = figures.required[id]?.flow;
    return flow === undefined || !asked ? null : flow / asked - 1;
  };
  const percent = (x: number): string => `${x < 0 ? '−' : '+'}${Math.abs(x * 100).toFixed(1)} %`;
  const others = isOwn
    ? needs.flatMap(([id]) => marginsOf(id).filter((m) => !SHOWN.has(m.check)).map((m) => ({ id, m }))) // prettier-ignore
    : [];
  const judged = others.filter(({ m }) => m.verdict === 'near' || m.verdict === 'fails');
  return (
    <section aria-label="What each scenario asks" className="panel flex w-[330px] flex-none flex-col overflow-y-auto px-3 py-1.5">
      <h2 className="text-[14px] font-semibold">What each {isAlone ? 'duty' : 'scenario'} asks</h2>
      {!isAlone && (
        <p className="text-inkq flex-none truncate text-[12px]">
          {valve} {given},{' '}
          <Link to="../system" relative="path" onClick={() => select(valve)} className="text-cedar underline">
            changed in System
          </Link>
        </p>
      )}
      <table className="w-full text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[22px] text-right text-[12px]">
            <td />
            <th className="font-normal">{d.unit('flow')}</th>
            <th className="font-normal whitespace-nowrap">Δp {d.unit('pressureDifference')}</th>
            <th className="font-normal">{coefficient}</th>
            <th className="font-normal">travel</th>
            <th className="font-normal" title="xF over the xFz at which cavitation begins">
              xF/xFz
            </th>
            <td className="w-[16px]" />
          </tr>
        </thead>
        <tbody>
          {needs.map(([id, n]) => {
            const stand = row?.scenarios[id];
            const verdicts = isOwn ? marginsOf(id).map((m) => m.verdict) : [stand?.verdict ?? 'not-applicable'];
            const verdict = WORST.find((v) => verdicts.includes(v)) ?? 'not-applicable';
            return (
              <tr key={id} className="h-[21px] text-right" data-asked={id}>
                <td className="text-left">
                  <button type="button" aria-label={`Scenario ${letterOf(index(id))}`} onClick={() => activate(id)}>
                    <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                  </button>
                </td>
                <td>{d.number(n.flow, 'flow')}</td>
                <td>
                  <Figure id={valve} figure="drop" scenario={id}>
                    {d.number(n.drop, 'pressureDifference')}
                  </Figure>
                </td>
                <td>
                  <Figure id={valve} figure={us ? 'cv' : 'kv'} scenario={id}>
                    <b className="font-semibold">{n.kv === null ? '–' : Number((us ? n.cv! : n.kv).toPrecision(3))}</b>
                  </Figure>
                  {n.regime !== 'turbulent' && (
                    <span className="text-near block text-[11px] leading-[12px]">
                      {n.regime === 'choked' ? 'choked' : 'not turbulent'}
                    </span>
                  )}
                </td>
                <td data-travel={id}>
                  {stand?.opening == null ? '–' : <Travel opening={stand.opening} verdict={stand.verdict} />}
                </td>
                <td>
                  {stand?.xfRatio == null ? (
                    <span className="text-inkq" title={marginReason(marginOf(marginsOf(id), 'valve-cavitation'))}>
                      –
                    </span>
                  ) : (
                    <span className={stand.xfRatio > 1 ? 'text-near' : ''}>{stand.xfRatio.toFixed(2)}</span>
                  )}
                </td>
                <td className="pl-1">
                  <VerdictMark kind={verdict} size={9} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {figures.unsolved.length > 0 && (
        <p className="text-fails text-[12px]">▲ no solution in {figures.unsolved.map((id) => letterOf(index(id))).join(', ')}</p>
      )}
      {missed.map(({ id, f }) => (
        <p key={id} className="text-fails text-[12px]" data-missed={id}>
          ▲ {letterOf(index(id))}: {findingText(f, d.system)}
        </p>
      ))}
      {largest && !isAlone && (
        <Authority id={largest[0]} valve={valve} need={largest[1]} index={index(largest[0])} isOwn={isOwn} />
      )}
      <h3 className="mt-1 text-[13.5px] font-semibold">Least, normal and largest</h3>
      <dl className="text-[12.5px]">
        {kvs.length > 1 && (
          <Line
            name={`range asked, ${coefficient} ${Number(Math.max(...kvs).toPrecision(3))} : ${Number(Math.min(...kvs).toPrecision(3))}`}
          >
            <b className="font-semibold">{(Math.max(...kvs) / Math.min(...kvs)).toFixed(1)}</b>
            {rangeability !== undefined && ` of ${rangeability}`}
          </Line>
        )}
        {most && spare(most[0], 1) !== null && (
          <Line name={`flow left at ${Math.round(band.high * 100)} % travel in ${letterOf(index(most[0]))}`}>
            <b className={`font-semibold ${spare(most[0], 1)! < 0 ? 'text-fails' : ''}`}>{percent(spare(most[0], 1)!)}</b>
          </Line>
        )}
        {loudest && (
          <Line name={`noise, σ ${loudest.sigma.toFixed(2)} in ${letterOf(index(loudest.id))}`}>
            <span className={loudest.noise === 'turbulent' ? '' : 'text-near'}>{NOISE[loudest.noise]}</span>
          </Line>
        )}
        {least && row?.scenarios[least[0]]?.controls && (
          <Line name={`controls down to, in ${letterOf(index(least[0]))}`}>
            <b className="font-semibold">{d.number(row.scenarios[least[0]]!.controls![0], 'flow')}</b> {d.unit('flow')}
          </Line>
        )}
      </dl>
      {judged.length > 0 && (
        <>
          <h3 className="mt-1 text-[13.5px] font-semibold">Other checks</h3>
          <ul className="text-[12px]">
            {judged.map(({ id, m }) => (
              <li key={`${id} ${m.check}`} className="flex min-h-[20px] items-center gap-1.5">
                <VerdictMark kind={m.verdict} size={9} />
                <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                <span className="min-w-0 flex-1">{checkName(m.check)}</span>
                <Figure id={valve} figure={m.check} scenario={id}>
                  {checkValue(m.check, m.value, d.system)}
                </Figure>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const LOUDER: readonly ValveNoise[] = ['flashing', 'choked', 'cavitating', 'turbulent'];
const NOISE: Readonly<Record<ValveNoise, string>> = {
  turbulent: 'of the flow alone',
  cavitating: 'cavitating, loud',
  choked: 'choked, loud, wears the trim',
  flashing: 'flashing, wears the body',
};

/** checks whose value stands in the table above */
const SHOWN: ReadonlySet<string> = new Set(['valve-opening', 'valve-cavitation', 'set-point']);

const marginOf = (margins: readonly Margin[], check: string): Margin =>
  margins.find((m) => m.check === check) ?? ({ check, verdict: 'not-applicable', value: null, limit: null } as unknown as Margin);

function Travel({ opening, verdict }: { opening: number; verdict: Margin['verdict'] }) {
  const tone = verdict === 'fails' ? 'text-fails' : verdict === 'near' ? 'text-near' : '';
  return <span className={tone}>{Math.round(opening * 100)}</span>;
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="border-soft flex min-h-[20px] items-center gap-2 border-b">
      <dt className="min-w-0 flex-1">{name}</dt>
      <dd className="text-right whitespace-nowrap">{children}</dd>
    </div>
  );
}

/** how much of the loss along the way is the valve's, at the largest flow */
function Authority({
  id,
  valve,
  need,
  index,
  isOwn,
}: {
  id: string;
  valve: string;
  need: ValveFigures['required'][string];
  index: number;
  /** as the study has it: the check's own verdict is shown, and its working opens */
  isOwn: boolean;
}) {
  const d = useDisplay();
  const outcome = useStudy((s) => s.shown[id]?.outcome);
  const margin = outcome?.result?.margins.find((m) => m.check === 'valve-authority' && m.where === valve);
  const medium = outcome?.medium;
  if (need.authority === null || need.drop === null || !medium) return null;
  const own = need.drop / (medium.density * medium.gravity);
  const limit = margin?.limit ?? null;
  const width = 296;
  const x = Math.min(1, Math.max(0, need.authority)) * width;
  const supposed = limit !== null && need.authority < limit ? 'fails' : 'holds';
  const verdict = isOwn ? (margin?.verdict ?? 'not-applicable') : supposed;
  const value = <b className="text-ink ml-2 text-[13px] font-semibold">{need.authority.toFixed(2)}</b>;
  return (
    <>
      <h3 className="mt-1 flex items-center gap-1.5 text-[13.5px] font-semibold">
        Authority at the largest flow <ScenarioLetter index={index} letter={letterOf(index)} small />
      </h3>
      <svg width={width} height={22} className="flex-none" role="img" aria-label={`authority ${need.authority.toFixed(2)}`}>
        <defs>
          <pattern id="burnt" width={6} height={6} patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
            <line x1={0} x2={0} y1={0} y2={6} stroke="var(--sc-a)" strokeWidth={2} />
          </pattern>
        </defs>
        <rect x={x} y={3} width={width - x} height={16} fill="var(--gauge-pref)" />
        <rect x={0.5} y={3.5} width={Math.max(0, x - 1)} height={15} fill="url(#burnt)" stroke="var(--sc-a)" />
        {width - x > 150 && (
          <text x={Math.max(x + 6, limit === null ? 0 : limit * width + 6)} y={15} fontSize={12} fill="var(--ink)">
            pipes, fittings, devices {d.number(own / need.authority - own, 'head')} {d.unit('head')}
          </text>
        )}
        {limit !== null && (
          <line x1={limit * width} x2={limit * width} y1={0} y2={22} stroke="var(--gauge-tick)" strokeWidth={1.4} />
        )}
      </svg>
      <p className="text-inkq flex items-center gap-1 text-[12px]">
        valve {d.number(own, 'head')} {d.unit('head')}
        {limit !== null && <span>· least {limit}</span>}
        {isOwn ? (
          <Figure id={valve} figure="valve-authority" scenario={id}>
            {value}
          </Figure>
        ) : (
          value
        )}
        <VerdictMark kind={verdict} size={9} />
      </p>
    </>
  );
}
