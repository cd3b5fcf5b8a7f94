import type { RawElement, ShortFormNames } from '@cedar-knot/core';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/controls.js';
import { readPasted } from './quickEntryText.js';
import { msg } from './words.js';

/** What was pasted from a spreadsheet, row by row as it is understood; it can be mended here before it is taken. */
export function PasteRows({
  text: pasted,
  names,
  onTake,
  onClose,
}: {
  text: string;
  names: ShortFormNames;
  onTake: (entries: RawElement[]) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState(pasted);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), []);
  const rows = readPasted(text, names);
  const good = rows.flatMap((r) => ('entry' in r.reading ? [r.reading.entry] : []));
  const bad = rows.length - good.length;
  return (
    <div
      role="group"
      aria-label={msg('view.system.pastedRows')}
      className="border-line flex max-h-[190px] flex-none flex-col gap-1.5 border-t px-3 py-2"
    >
      <div className="flex min-h-0 flex-1 gap-3 overflow-auto">
        <textarea
          ref={field}
          aria-label={msg('view.system.pastedText')}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') onClose();
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey) && good.length > 0) onTake(good);
          }}
          spellCheck={false}
          wrap="off"
          rows={Math.min(6, Math.max(2, rows.length))}
          className="border-edge min-w-0 flex-1 rounded-[3px] border px-2 py-1 font-mono text-[12px] leading-[18px]"
        />
        <ol className="w-[46%] text-[12px] leading-[18px]">
          {rows.map((r, i) => (
            <li
              key={i}
              className={`truncate ${'problem' in r.reading ? 'text-fails' : 'text-inkq'}`}
              title={'problem' in r.reading ? r.reading.problem : ''}
            >
              {i + 1} {'problem' in r.reading ? `▲ ${r.reading.problem}` : r.reading.reads}
            </li>
          ))}
        </ol>
      </div>
      <div className="flex items-center justify-end gap-2">
        <span className="text-inkq mr-auto text-[12px]">
          {msg('view.system.oneElementPerRowA')}
          {bad > 0 && <b className="text-fails"> {msg('view.system.notUnderstood', { bad })}</b>}
        </span>
        <Button onClick={onClose}>{msg('view.system.cancel2')}</Button>
        <Button tone="main" disabled={good.length === 0} onClick={() => onTake(good)}>
          {msg('view.system.addRows', { count: good.length })}
        </Button>
      </div>
    </div>
  );
}
