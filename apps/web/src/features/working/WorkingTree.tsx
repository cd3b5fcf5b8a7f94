import type { WorkingStep } from '@cedar-knot/core';
import { wordedStep, type WordedValue } from '@cedar-knot/wording';
import { addressName } from '../../state/figure.js';
import { useDisplay } from '../context.js';
import { Value } from './Value.js';
import { msg } from './words.js';

interface TreeProps {
  root: string;
  parts: ReadonlyMap<string, readonly WorkingStep[]>;
  onOpen: (address: string) => void;
}

/** The whole chain behind a figure: what it rests on, and what that rests on, down to what was entered. */
export function WorkingTree({ root, parts, onOpen }: TreeProps) {
  return (
    <ul
      className="mt-2 text-[12px] leading-[18px]"
      aria-label={msg('view.working.calculationOf', { addressName: addressName(root) })}
    >
      <Node address={root} parts={parts} onOpen={onOpen} above={[]} />
    </ul>
  );
}

const DEEPEST = 12;

/** one place may hold several values: the fittings of a list, the rows of a table */
const keyOf = (v: WordedValue): string => `${v.from ?? v.symbol} ${v.name}`;

function Node({ address, parts, onOpen, above }: Omit<TreeProps, 'root'> & { address: string; above: readonly string[] }) {
  const display = useDisplay();
  const steps = parts.get(address);
  if (!steps) return null;
  const last = wordedStep(steps.at(-1)!, display.system);
  const made = new Set(steps.map((s) => s.result.symbol));
  const seen = new Set<string>();
  const inputs = steps
    .flatMap((s) => wordedStep(s, display.system).inputs)
    .filter((v) => {
      const key = keyOf(v);
      if (made.has(v.symbol) || seen.has(key)) return false;
      seen.add(key);
      return true;
    });
  return (
    <li>
      <button type="button" className="text-cedar text-left" onClick={() => onOpen(address)}>
        {addressName(address)}
      </button>{' '}
      <b className="font-semibold">{last.result.also ?? last.result.text}</b>
      <ul className="border-soft ml-1.5 border-l pl-2.5">
        {inputs.map((v) =>
          v.from !== undefined &&
          !v.isEntry &&
          parts.has(v.from) &&
          ![...above, address].includes(v.from) &&
          above.length < DEEPEST ? (
            <Node key={v.from} address={v.from} parts={parts} onOpen={onOpen} above={[...above, address]} />
          ) : (
            <li key={keyOf(v)} className="text-ink2">
              {v.name} <Value value={v} />
            </li>
          ),
        )}
      </ul>
    </li>
  );
}
