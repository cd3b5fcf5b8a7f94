import { workedFigures, type WorkingStep } from '@cedar-knot/core';
import { figureName, wordedStep, workingText, type WordedValue } from '@cedar-knot/wording';
import { ArrowLeft, Copy } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { addressName, figureAddress } from '../../state/figure.js';
import type { WorkingPart } from '../../state/studyStore.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { Value } from './Value.js';
import { WorkingTree } from './WorkingTree.js';
import { msg } from './words.js';

/** Any figure can be asked for its working: the steps that lead to it, and what each of those rests on, down to the entries. */
export function Working({ id, kind }: { id: string; kind: string }) {
  const asked = useStudy((s) => s.asked);
  const openWorking = useStudy((s) => s.openWorking);
  const [trail, setTrail] = useState<readonly string[]>([]);
  const first = asked === null ? null : figureAddress(id, asked);
  useEffect(() => setTrail([]), [first]);
  const address = trail.at(-1) ?? first;
  const parts = useParts(first);
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    // asked for in a row of the sheet it may lie below what is seen of the panel
    if (parts) section.current?.scrollIntoView({ block: 'nearest' });
  }, [parts, address]);
  const keys = workedFigures(kind);
  if (keys.length === 0) return null;
  return (
    <section ref={section} aria-label={msg('view.working.calculation')} className="border-soft border-t px-3 py-2">
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-inkq mr-1 text-[12px]">{msg('view.working.calculationOf2')}</span>
        {keys.map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === asked}
            onClick={() => openWorking(id, k === asked ? null : k)}
            className={`h-[24px] rounded-[3px] border px-1.5 text-[12px] ${k === asked ? 'border-cedar bg-wash' : 'border-line'}`}
          >
            {figureName(k)}
          </button>
        ))}
      </div>
      {address !== null && parts && <Opened first={first!} address={address} parts={parts} trail={trail} onTrail={setTrail} />}
    </section>
  );
}

/** the working of a figure in the active scenario with all that it rests on; null while it is fetched */
function useParts(address: string | null): readonly WorkingPart[] | null {
  const store = useStudyStore();
  const active = useStudy((s) => s.active);
  const study = useStudy((s) => s.study);
  const [parts, setParts] = useState<readonly WorkingPart[] | null>(null);
  useEffect(() => {
    let gone = false;
    if (address === null) setParts(null);
    else
      void store
        .getState()
        .explain(active, address)
        .then((found) => !gone && setParts(found));
    return () => {
      gone = true;
    };
  }, [address, active, study, store]);
  return parts;
}

interface OpenedProps {
  first: string;
  address: string;
  parts: readonly WorkingPart[];
  trail: readonly string[];
  onTrail: (trail: readonly string[]) => void;
}

function Opened({ first, address, parts, trail, onTrail }: OpenedProps) {
  const display = useDisplay();
  const [whole, setWhole] = useState(false);
  const of = useMemo(() => new Map(parts.map((p) => [p.address, p.steps])), [parts]);
  const steps = of.get(address);
  const copy = (): void => {
    const text = parts.map((p) => workingText(addressName(p.address), p.steps, display.system)).join('\n');
    void navigator.clipboard.writeText(text);
  };
  if (!steps) return <p className="text-inkq mt-2 text-[12px]">{msg('view.working.thisFigureIsEnteredOr')}</p>;
  return (
    <>
      {trail.length > 0 && (
        <button
          type="button"
          className="text-cedar mt-1.5 flex h-[24px] items-center gap-1 text-[12px]"
          onClick={() => onTrail(trail.slice(0, -1))}
        >
          <ArrowLeft size={13} aria-hidden="true" />{' '}
          {msg('view.working.backTo', { addressName: addressName(trail.at(-2) ?? first) })}
        </button>
      )}
      {trail.length > 0 && <h3 className="mt-1 text-[12.5px] font-semibold">{addressName(address)}</h3>}
      {whole ? (
        <WorkingTree root={address} parts={of} onOpen={(a) => onTrail([...trail, a])} />
      ) : (
        <ol className="mt-2 flex flex-col gap-2.5" data-working={address}>
          {steps.map((s) => (
            <Step key={s.result.symbol} step={s} made={steps} of={of} onOpen={(a) => onTrail([...trail, a])} />
          ))}
        </ol>
      )}
      <div className="mt-2 flex gap-4 text-[12px]">
        <button type="button" aria-pressed={whole} className="text-cedar h-[24px]" onClick={() => setWhole(!whole)}>
          {whole ? msg('view.working.steps') : msg('view.working.wholeChain')}
        </button>
        <button type="button" className="text-cedar flex h-[24px] items-center gap-1" onClick={copy}>
          <Copy size={13} aria-hidden="true" /> {msg('view.working.copyAllAsText')}
        </button>
      </div>
    </>
  );
}

interface StepProps {
  step: WorkingStep;
  /** the steps of the same working: what one of them gives needs no opening */
  made: readonly WorkingStep[];
  of: ReadonlyMap<string, readonly WorkingStep[]>;
  onOpen: (address: string) => void;
}

function Step({ step, made, of, onOpen }: StepProps) {
  const display = useDisplay();
  const w = wordedStep(step, display.system);
  const isMade = (v: WordedValue): boolean => made.some((s) => s.result.symbol === v.symbol);
  return (
    <li className="text-[12px] leading-[17px]">
      <span className="text-inkq block">{w.name}</span>
      <span className="block font-mono break-words">{w.formula}</span>
      {w.numbers !== null && <span className="text-ink2 block font-mono break-words">= {w.numbers}</span>}
      <span className="block font-semibold">
        = {w.result.text}
        {w.result.also !== null && <span className="text-ink2 font-normal"> = {w.result.also}</span>}
      </span>
      <ul className="text-ink2">
        {w.inputs.map((v) => (
          <li key={v.symbol} className="flex gap-1">
            <span className="min-w-[26px] font-mono">{v.symbol}</span>
            <span className="min-w-0 flex-1">
              {v.from !== undefined && !v.isEntry && !isMade(v) && of.has(v.from) ? (
                <button
                  type="button"
                  className="text-cedar text-left underline decoration-dotted"
                  onClick={() => onOpen(v.from!)}
                >
                  {v.name}
                </button>
              ) : (
                v.name
              )}{' '}
              <Value value={v} />
            </span>
          </li>
        ))}
      </ul>
      {w.notes.map((n) => (
        <span key={n} className="text-ink2 block pl-[30px]">
          {n}
        </span>
      ))}
      <span className="text-inkq block italic">{w.source}</span>
    </li>
  );
}
