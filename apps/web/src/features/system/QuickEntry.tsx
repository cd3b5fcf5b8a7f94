import type { RawElement, RawEntry, ShortFormNames } from '@cedar-knot/core';
import { useEffect, useState, type RefObject } from 'react';
import { understand } from './quickEntryText.js';
import { msg } from './words.js';

/** A line of text that becomes an element after the chosen one; how it is understood is said while it is typed. */
export function QuickEntry({
  onAdd,
  onEnd,
  selected,
  onLeave,
  field,
  names,
}: {
  names: ShortFormNames;
  onAdd: (entry: RawElement) => void;
  /** makes the end of the line of a kind; why not, where it cannot be */
  onEnd: (kind: string, entries: RawEntry) => string | null;
  selected: string | null;
  onLeave: () => void;
  field: RefObject<HTMLInputElement | null>;
}) {
  const [text, setText] = useState('');
  const [refused, setRefused] = useState<{ text: string; why: string } | null>(null);
  const found = understand(text, names);
  const read = refused?.text === text ? { problem: refused.why } : found;
  useEffect(() => setRefused(null), [selected]);
  return (
    <form
      className="border-line flex h-[34px] flex-none items-center gap-2 border-t px-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (read && 'entry' in read) {
          onAdd(read.entry);
          setText('');
        }
        if (read && 'end' in read) {
          const why = onEnd(read.end.kind, read.end.entries);
          if (why === null) setText('');
          else setRefused({ text, why });
        }
      }}
    >
      <span className="text-cedar" aria-hidden="true">
        +
      </span>
      <input
        ref={field}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === 'Escape' && onLeave()}
        aria-label={msg('view.system.quickEntryAddAnElement')}
        placeholder={msg('view.system.pipe120MDn150Sch')}
        spellCheck={false}
        className="min-w-0 flex-1 bg-transparent font-mono text-[12.5px] outline-none placeholder:text-[var(--ink-quiet)]"
      />
      <span
        role="status"
        className={`max-w-[55%] truncate text-[12px] ${read && 'problem' in read ? 'text-fails' : 'text-inkq'}`}
        title={read ? ('problem' in read ? read.problem : read.reads) : ''}
      >
        {read ? ('problem' in read ? `▲ ${read.problem}` : read.reads) : msg('view.system.addsAfterTheSelectedRow')}
      </span>
      <kbd className="border-line text-inkq rounded-[2px] border px-1.5 text-[11px]">{text ? 'Enter' : 'Ctrl Enter'}</kbd>
    </form>
  );
}
