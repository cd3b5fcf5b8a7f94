import { CHECKS, unitsOf, type ChangedVerdict, type Margin, type Study } from '@cedar-knot/core';
import { checkValue, judgedName } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { useUnits } from '../../state/units.js';
import { ScenarioLetter, VerdictMark, verdictColor, type MarkKind } from '../../ui/marks.js';
import { byTurn } from '../../state/changes.js';
import type { Shown } from './useCompared.js';
import { msg } from './words.js';

/** Verdicts that turned, what turned bad first, with the values and the limit that was crossed. */
export function TurnedVerdicts({ shown: { after, compared } }: { shown: Shown }) {
  const { worse, better, neither } = byTurn(compared.verdicts);
  const { fails, near, holds } = compared.counts.after;
  return (
    <section
      className="panel flex min-w-0 flex-1 flex-col"
      aria-label={msg('view.compare.changedVerdicts')}
      data-turned={compared.verdicts.length}
    >
      <header className="flex h-[34px] flex-none items-center gap-2 px-3">
        <h2 className="text-[14px] font-semibold">{msg('view.compare.changedVerdicts')}</h2>
        <span className="text-inkq text-[12px]">
          {msg('view.compare.ofWorstFirst', { count: compared.verdicts.length, all: fails + near + holds })}
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto text-[12.5px]" tabIndex={0}>
        {compared.verdicts.length === 0 && <p className="text-inkq px-3 py-2">{msg('view.compare.noVerdict')}</p>}
        <Group title={msg('view.compare.worse')} list={worse} study={after} />
        <Group title={msg('view.compare.better')} list={better} study={after} />
        <Group title={msg('view.compare.neither')} list={neither} study={after} />
        {compared.stillFail > 0 && (
          <p className="flex items-center gap-2 px-3 py-1.5">
            <VerdictMark kind="fails" /> {msg('view.compare.stillFails', { count: compared.stillFail })}
          </p>
        )}
      </div>
    </section>
  );
}

function Group({ title, list, study }: { title: string; list: readonly ChangedVerdict[]; study: Study }) {
  const system = useUnits((s) => s.system) ?? unitsOf(study);
  if (list.length === 0) return null;
  return (
    <>
      <h3 className="bg-wash px-3 py-0.5 font-semibold">
        {title} <span className="text-inkq font-normal">{list.length}</span>
      </h3>
      <ul>
        {list.map((v) => {
          const index = study.scenarios.findIndex((s) => s.id === v.scenario);
          const { before, after } = v.margins;
          return (
            <li
              key={`${v.scenario} ${v.check} ${v.where}`}
              className="border-soft flex h-[26px] items-center gap-1.5 border-b px-3"
            >
              <VerdictMark kind={markOf(v.before)} />
              <span aria-hidden="true">→</span>
              <VerdictMark kind={markOf(v.after)} />
              <ScenarioLetter index={index} letter={letterOf(index)} small />
              <span className="min-w-0 flex-1 truncate">
                <b className="font-semibold">{judgedName(v.check)}</b>{' '}
                <span className="text-inkq">{v.where === v.scenario ? '' : v.where}</span>
              </span>
              <span className="whitespace-nowrap tabular-nums">
                <span className="text-inkq">{before ? `${checkValue(v.check, before.value, system)} → ` : ''}</span>
                <b style={{ color: verdictColor(markOf(v.after)) }}>{after ? checkValue(v.check, after.value, system) : '–'}</b>
              </span>
              <span className="text-inkq min-w-[74px] text-right text-[11.5px] whitespace-nowrap">
                {limitOf(after ?? before, v, system)}
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** a solution is there or not; a check that is not asked has no mark of its own */
function markOf(t: ChangedVerdict['before']): MarkKind {
  if (t === null) return 'not-applicable';
  return t === 'failed' ? 'fails' : t === 'solved' || t === 'limited' ? 'holds' : t;
}

/** the limit of the check as it stands on the later side, with its sense */
function limitOf(m: Margin | null, v: ChangedVerdict, system: Parameters<typeof checkValue>[2]): string {
  if (!m || m.limit === null || m.value === null) return '';
  const show = (x: number): string => checkValue(v.check, x, system);
  const isBand = m.upper !== undefined && Number.isFinite(m.upper);
  if (isBand) return `${show(m.limit)} … ${show(m.upper!)}`;
  return `${v.check !== 'solution' && CHECKS[v.check].sense === 'most' ? '≤' : '≥'} ${show(m.limit)}`;
}
