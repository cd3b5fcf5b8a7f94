import { placedElements } from '@cedar-knot/core';
import { Popover } from 'radix-ui';
import { ChevronDown } from 'lucide-react';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** The pipes that get one size together. */
export function PipeGroup({ pipes, onChange }: { pipes: readonly string[]; onChange: (pipes: readonly string[]) => void }) {
  const lines = useStudy((s) => s.study.lines);
  const all = lines.flatMap((l) => placedElements(l).flatMap(({ element: e }) => (e.kind === 'pipe' ? [{ e, line: l.id }] : [])));
  const named =
    pipes.length <= 3
      ? pipes.join(', ')
      : msg('view.system.andMore', { pipes: pipes.slice(0, 2).join(', '), count: pipes.length - 2 });
  return (
    <Popover.Root>
      <Popover.Trigger className="border-edge bg-panel flex h-[24px] items-center gap-1.5 rounded-[3px] border px-2">
        <span className="text-inkq text-[12px]">{msg('view.system.pipes')}</span>
        <b className="font-semibold">{named}</b>
        <ChevronDown size={13} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label={msg('view.system.pipesOfOneSize')}
          className="panel z-30 max-h-[300px] w-[280px] overflow-auto p-2 shadow-[var(--shadow-lift)]"
        >
          {all.map(({ e, line }) => (
            <label key={e.id} className="hover:bg-paper flex h-[26px] items-center gap-2 rounded-[3px] px-1.5">
              <input
                type="checkbox"
                checked={pipes.includes(e.id)}
                onChange={(event) =>
                  onChange(event.target.checked ? [...pipes, e.id] : pipes.length > 1 ? pipes.filter((p) => p !== e.id) : pipes)
                }
              />
              <b className="font-semibold">{e.id}</b>
              <span className="text-inkq min-w-0 flex-1 truncate">
                {String(e.size ?? e.inside ?? '')} {typeof e.name === 'string' ? e.name : ''}
              </span>
              <span className="text-inkq text-[11px]">{line}</span>
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
