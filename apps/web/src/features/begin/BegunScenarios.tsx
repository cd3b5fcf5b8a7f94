import type { BeginningUnits } from '@cedar-knot/core';
import { checkShort } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import type { BegunScenario } from '../../worker/begin.js';
import { displayIn } from '../context.js';
import { msg } from './words.js';

/** What will stand on the strip of the new study, to be left out where it is not wanted. */
export function BegunScenarios({
  scenarios,
  without,
  units,
  onKeep,
}: {
  scenarios: readonly BegunScenario[];
  without: readonly string[];
  units: BeginningUnits;
  onKeep: (id: string, isKept: boolean) => void;
}) {
  const d = displayIn(units);
  const kept = scenarios.filter((s) => !without.includes(s.id)).length;
  const [flow, metres] = [d.unit('flow'), d.unit('head')];
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="text-inkq border-soft h-[26px] border-y text-[12px]">
          <th className="px-4 text-left font-semibold">{msg('view.begin.scenarios')}</th>
          <th className="px-2 text-right font-normal">{msg('view.begin.flow', { unit: flow })}</th>
          <th className="px-2 text-right font-normal">{msg('view.begin.static', { unit: metres })}</th>
          <th className="px-2 text-right font-normal">{msg('view.begin.head', { unit: metres })}</th>
          <th className="px-4 text-right font-normal">{msg('view.begin.npsha', { unit: metres })}</th>
        </tr>
      </thead>
      <tbody>
        {scenarios.map((s, i) => {
          const isKept = !without.includes(s.id);
          return (
            <tr key={s.id} className="border-soft h-[26px] border-b" data-begun={s.id}>
              <td className="px-4">
                <label className={`flex items-center gap-2 ${isKept ? '' : 'text-inkq'}`}>
                  <input
                    type="checkbox"
                    checked={isKept}
                    // a study has one scenario at least
                    disabled={isKept && kept === 1}
                    onChange={(e) => onKeep(s.id, e.target.checked)}
                    aria-label={msg('view.begin.keepScenario', { name: s.name })}
                  />
                  <ScenarioLetter index={i} letter={letterOf(i)} small />
                  <span className="truncate">{s.name}</span>
                  {s.verdict !== 'holds' && <VerdictMark kind={s.verdict} />}
                </label>
              </td>
              <td className="px-2 text-right">{d.number(s.flow, 'flow')}</td>
              <td className="px-2 text-right">{d.number(s.staticHead, 'head')}</td>
              <td className="px-2 text-right font-semibold">{d.number(s.head, 'head')}</td>
              <td className="px-4 text-right">{d.number(s.npsha, 'head')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The duty that the pump will be chosen for, and what does not hold. */
export function Outcome({
  scenarios,
  all,
  units,
  isCurrent,
}: {
  scenarios: readonly BegunScenario[];
  all: readonly BegunScenario[];
  units: BeginningUnits;
  isCurrent: boolean;
}) {
  const d = displayIn(units);
  const [first] = scenarios;
  const letter = (s: BegunScenario): string => letterOf(all.indexOf(s));
  if (!first) return <p className="text-inkq flex-1 text-[12.5px]">{isCurrent ? '' : msg('view.begin.solving')}</p>;
  const highest = scenarios.reduce((a, b) => ((b.head ?? 0) > (a.head ?? 0) ? b : a));
  const wrong = scenarios.flatMap((s) => s.margins.map((m) => ({ s, m })));
  const [worst] = [...wrong].sort((a, b) => Number(a.m.verdict === 'near') - Number(b.m.verdict === 'near'));
  return (
    <div className={`min-w-0 flex-1 text-[12.5px] ${isCurrent ? '' : 'opacity-50'}`} role="status">
      <p>
        {msg('view.begin.operatingPoint', { letter: letter(first) })}{' '}
        <b className="text-[14px]">{d.number(first.flow, 'flow')}</b> {d.unit('flow')}{' '}
        <b className="text-[14px]">{d.number(first.head, 'head')}</b> {d.unit('head')}
        {highest !== first && (
          <span className="text-inkq ml-3">
            {msg('view.begin.governing', { letter: letter(highest) })} {d.number(highest.head, 'head')} {d.unit('head')}
          </span>
        )}
      </p>
      {worst ? (
        <p className="flex items-center gap-1.5" style={{ color: verdictColor(worst.m.verdict === 'near' ? 'near' : 'fails') }}>
          <VerdictMark kind={worst.m.verdict === 'near' ? 'near' : 'fails'} />
          {letter(worst.s)} {checkShort(worst.m.check)} {worst.m.where}
          {wrong.length > 1 ? ` +${wrong.length - 1}` : ''}
        </p>
      ) : (
        <p className="text-inkq">{msg('view.begin.allHold')}</p>
      )}
    </div>
  );
}
