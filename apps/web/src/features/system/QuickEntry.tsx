import { insideOf, readShortForm, type RawElement } from '@cedar-knot/core';
import { useState } from 'react';
import { shortFormText } from './shortFormText.js';

/** words with which a quick entry begins, and the kind they mean */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/^pipe\s+/i, 'pipe'],
  [/^(?:control[- ]valve|cv)\s+/i, 'control-valve'],
  [/^(?:hand[- ]valve)\s+/i, 'hand-valve'],
  [/^(?:non[- ]return|check)\s+/i, 'non-return'],
  [/^(?:device|filter|strainer|exchanger|meter)\s+/i, 'device'],
  [/^orifice\s+/i, 'orifice'],
  [/^pump\s+/i, 'pump'],
];

type Read = { entry: RawElement; said: string } | { problem: string } | null;

function understand(text: string): Read {
  if (text.trim() === '') return null;
  const word = WORDS.find(([pattern]) => pattern.test(text));
  const kind = word?.[1] ?? 'pipe';
  const rest = word ? text.replace(word[0], '') : text;
  const reading = readShortForm(kind, rest);
  if (!reading.ok) return { problem: shortFormText(reading.problem) };
  const entry = { id: '', kind, ...(kind === 'pipe' ? { material: 'steel' } : {}), ...reading.entries } as RawElement;
  return { entry, said: say(entry) };
}

/** how the line was understood */
function say(e: RawElement): string {
  if (e.kind !== 'pipe') return `reads as a ${e.kind.replace('-', ' ')}`;
  const inside = typeof e.size === 'string' && typeof e.schedule === 'string' ? insideOf(e.size, e.schedule) : undefined;
  if (inside !== undefined && typeof inside !== 'number')
    return `${String(e.size)} schedule ${String(e.schedule)} is not made; there are ${inside.known.join(', ')}`;
  const bore = typeof inside === 'number' ? `${(inside * 1000).toFixed(1)} mm inside` : `${String(e.inside)} inside`;
  const fittings = ((e.fittings ?? []) as { count?: number }[]).reduce((n, f) => n + (f.count ?? 1), 0);
  return `reads as ${String(e.length)} of ${bore}, ${fittings === 0 ? 'no fittings' : fittings === 1 ? '1 fitting' : `${fittings} fittings`}`;
}

/** A line of text that becomes an element after the chosen one; how it is understood is said while it is typed. */
export function QuickEntry({ onAdd }: { onAdd: (entry: RawElement) => void }) {
  const [text, setText] = useState('');
  const read = understand(text);
  return (
    <form
      className="border-line flex h-[34px] flex-none items-center gap-2 border-t px-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (read && 'entry' in read) {
          onAdd(read.entry);
          setText('');
        }
      }}
    >
      <span className="text-cedar" aria-hidden="true">
        +
      </span>
      <input
        value={text}
        onChange={(e) => setText(e.target.value)}
        aria-label="Quick entry: add an element after the chosen one"
        placeholder="pipe 120 m DN150 sch 40, 4 elbow-90-long, 1 gate"
        spellCheck={false}
        className="min-w-0 flex-1 bg-transparent font-mono text-[12.5px] outline-none placeholder:text-[var(--ink-quiet)]"
      />
      <span
        role="status"
        className={`max-w-[55%] truncate text-[12px] ${read && 'problem' in read ? 'text-fails' : 'text-inkq'}`}
        title={read ? ('problem' in read ? read.problem : read.said) : ''}
      >
        {read ? ('problem' in read ? `▲ ${read.problem}` : read.said) : 'adds after the chosen row'}
      </span>
      <kbd className="border-line text-inkq rounded-[2px] border px-1.5 text-[11px]">Enter</kbd>
    </form>
  );
}
