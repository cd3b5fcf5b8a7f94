import { thingKind } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { letterOf, locate } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useStudy } from '../context.js';
import { Working } from './Working.js';
import { msg } from './words.js';

/** The working of a figure that was asked for, beside any view. */
export function WorkingSheet() {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const selected = useStudy((s) => s.selected);
  const asked = useStudy((s) => s.asked);
  const openWorking = useStudy((s) => s.openWorking);
  const found = selected === null ? undefined : locate(study, selected);
  const sheet = useRef<HTMLElement>(null);
  const isOpen = found !== undefined && asked !== null;
  useEffect(() => {
    // so that Escape closes it wherever it was asked from
    if (isOpen) sheet.current?.focus();
  }, [isOpen]);
  if (!found || asked === null || selected === null) return null;
  const index = study.scenarios.findIndex((s) => s.id === active);
  return (
    <aside
      ref={sheet}
      tabIndex={-1}
      aria-label={msg('view.working.calculationOf3', { selected })}
      className="panel fixed top-[54px] right-2.5 bottom-[130px] z-30 flex w-[340px] flex-col overflow-y-auto shadow-[var(--shadow-lift)]"
      onKeyDown={(e) => e.key === 'Escape' && openWorking(selected, null)}
    >
      <header className="border-soft flex h-[34px] flex-none items-center gap-2 border-b px-3">
        <ScenarioLetter index={index} letter={letterOf(index)} small />
        <h2 className="font-semibold">{selected}</h2>
        <span className="text-ink2 min-w-0 flex-1 truncate">
          {typeof found.entry.name === 'string' ? found.entry.name : said(thingKind(found.kind)?.label ?? '')}
        </span>
        <button
          type="button"
          aria-label={msg('view.working.closeTheCalculation')}
          onClick={() => openWorking(selected, null)}
          className="p-1"
        >
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      <Working id={selected} kind={found.kind} />
    </aside>
  );
}
