import { WORKED, type WorkingStep, type WorkingValue } from '@cedar-knot/core';
import { Copy } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useDisplay, useStudy, useStudyStore, type Display } from '../context.js';
import { FIGURE_NAMES } from './names.js';

/** Any figure of an element can be asked for its working: the steps that lead to it, with values, method and source. */
export function Working({ id, kind }: { id: string; kind: string }) {
  const store = useStudyStore();
  const active = useStudy((s) => s.active);
  const study = useStudy((s) => s.study);
  const display = useDisplay();
  const key = useStudy((s) => s.asked);
  const ask = useStudy((s) => s.ask);
  const [steps, setSteps] = useState<WorkingStep[] | null>(null);
  useEffect(() => {
    let gone = false;
    if (key === null) setSteps(null);
    else
      void store
        .getState()
        .explain(active, `${id}.${key}`)
        .then((found) => !gone && setSteps(found));
    return () => {
      gone = true;
    };
  }, [key, id, active, study, store]);
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    // asked for in a row of the sheet it may lie below what is seen of the panel
    if (steps) section.current?.scrollIntoView({ block: 'nearest' });
  }, [steps]);
  const keys = WORKED[kind];
  if (!keys) return null;
  return (
    <section ref={section} aria-label="Working" className="border-soft border-t px-3 py-2">
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-inkq mr-1 text-[12px]">working of</span>
        {keys.map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === key}
            onClick={() => ask(id, k === key ? null : k)}
            className={`h-[24px] rounded-[3px] border px-1.5 text-[12px] ${k === key ? 'border-cedar bg-wash' : 'border-line'}`}
          >
            {FIGURE_NAMES[k] ?? k}
          </button>
        ))}
      </div>
      {key !== null && steps === null && (
        <p className="text-inkq mt-2 text-[12px]">There is nothing to work out for this figure here.</p>
      )}
      {steps && (
        <>
          <ol className="mt-2 flex flex-col gap-2" data-working={key ?? ''}>
            {steps.map((s) => (
              <li key={s.result.symbol} className="text-[12px] leading-[17px]">
                <span className="text-inkq block">{s.result.name}</span>
                <span className="block font-mono">
                  {s.result.symbol} = {s.formula}
                </span>
                {s.inputs.length > 0 && (
                  <span className="text-ink2 block">
                    {s.inputs.map((i) => `${i.symbol} ${valueText(i, display)}`).join(' · ')}
                  </span>
                )}
                <span className="block font-semibold">= {valueText(s.result, display)}</span>
                <span className="text-inkq block italic">{s.source}</span>
              </li>
            ))}
          </ol>
          <button
            type="button"
            className="text-cedar mt-2 flex h-[24px] items-center gap-1 text-[12px]"
            onClick={() => void navigator.clipboard.writeText(asText(id, steps, display))}
          >
            <Copy size={13} aria-hidden="true" /> copy as text
          </button>
        </>
      )}
    </section>
  );
}

/** a value in the study's units, with enough figures to follow the arithmetic */
function valueText(v: WorkingValue, display: Display): string {
  switch (v.dimension) {
    case 'ratio':
    case 'coefficient':
      return String(Number(v.value.toPrecision(5)));
    case 'area':
      return `${v.value.toPrecision(4)} m²`;
    default: {
      const suffix = v.dimension === 'absolutePressure' ? '(a)' : '';
      return `${display.number(v.value, v.dimension, 5)} ${display.unit(v.dimension)}${suffix}`;
    }
  }
}

function asText(id: string, steps: readonly WorkingStep[], display: Display): string {
  const lines = steps.map((s) => {
    const inputs = s.inputs.map((i) => `    ${i.symbol} = ${valueText(i, display)}  (${i.name})`).join('\n');
    return `${s.result.name}\n  ${s.result.symbol} = ${s.formula} = ${valueText(s.result, display)}\n${inputs}\n  ${s.source}`;
  });
  return `${id}\n${lines.join('\n')}\n`;
}
