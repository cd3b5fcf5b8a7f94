import { isCheckCode, type CheckCode, type Margin } from '@cedar-knot/core';
import { checkName, checkValue, marginReason } from '@cedar-knot/wording';
import { useState } from 'react';
import { limitAt } from '../../state/limits.js';
import { VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { LimitEntry, limitText } from '../entry/LimitEntry.js';
import { Figure } from '../working/Figure.js';
import { msg } from './words.js';
import { Explain } from '../help/Explain.js';

/** What is judged at a thing in the active scenario: value, limit, mark. A limit is changed where it stands, with its reason. */
export function ElementChecks({ id }: { id: string }) {
  const active = useStudy((s) => s.active);
  const result = useStudy((s) => s.shown[active]?.outcome.result);
  const isStale = useStudy((s) => s.shown[active]?.stale === true);
  const [open, setOpen] = useState<CheckCode | null>(null);
  const margins = result?.margins.filter((m) => m.where === id) ?? [];
  const judged = margins.filter((m) => m.verdict !== 'not-applicable');
  const others = margins.filter((m) => m.verdict === 'not-applicable');
  if (margins.length === 0) return null;
  return (
    <section
      aria-label={msg('view.system.checksOf', { id })}
      className={`border-soft flex-none border-t px-3 py-2 ${isStale ? 'opacity-60' : ''}`}
    >
      {isStale && <p className="text-fails text-[12px] leading-4">{msg('view.system.notSolvedNowMarginsOf')}</p>}
      <ul className="flex flex-col text-[12px]">
        {judged.map((m) => (
          <CheckRow key={m.check} margin={m} isOpen={open === m.check} onOpen={setOpen} />
        ))}
      </ul>
      {others.length > 0 && (
        <details className="text-inkq text-[12px]">
          <summary className="h-[22px] cursor-pointer">{msg('view.system.doNotApply', { count: others.length })}</summary>
          <ul className="pl-4">
            {others.map((m) => (
              <li key={m.check}>
                {checkName(m.check)}: {marginReason(m)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function CheckRow({ margin, isOpen, onOpen }: { margin: Margin; isOpen: boolean; onOpen: (check: CheckCode | null) => void }) {
  const display = useDisplay();
  const own = useStudy((s) => isCheckCode(margin.check) && limitAt(s.study, { check: margin.check, where: margin.where }));
  if (!isCheckCode(margin.check)) return null;
  const { check } = margin;
  const write = (x: number | null | undefined): string => checkValue(check, x, display.system);
  return (
    <li>
      <div className="flex h-[24px] items-center gap-1.5">
        <VerdictMark kind={margin.verdict} />
        <span className="text-ink2 min-w-0 flex-1">
          {checkName(check)} <Explain term={check} />
        </span>
        <Figure id={margin.where} figure={check}>
          <b className="font-semibold">{write(margin.value)}</b>
        </Figure>
        <button
          type="button"
          aria-expanded={isOpen}
          aria-label={msg('view.system.limitOfAt', { checkName: checkName(check), where: margin.where })}
          title={
            own
              ? msg('view.system.limitOfThisStudy', { value: own.reason ? `: ${own.reason}` : '' })
              : msg('view.system.defaultLimitClickToChange')
          }
          onClick={() => onOpen(isOpen ? null : check)}
          className={`h-[24px] min-w-[84px] rounded-[3px] px-1 text-right underline decoration-dotted underline-offset-2 ${own ? 'text-cedar font-semibold' : 'text-inkq'}`}
        >
          {limitText(check, margin, write)}
        </button>
      </div>
      {isOpen && <LimitEntry margin={margin} check={check} own={own || undefined} onClose={() => onOpen(null)} />}
    </li>
  );
}
