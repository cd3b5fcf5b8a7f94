import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import type { CSSProperties } from 'react';
import { msg } from '../words.js';

interface SelectProps {
  value: string | undefined;
  options: readonly (readonly [value: string, text: string])[];
  onChange: (value: string | undefined) => void;
  /** words of a choice that takes the value away; without it one of the options has to stand */
  none?: string;
  /** its accessible name, unless a label points at `id` */
  label?: string;
  id?: string;
  title?: string;
  className?: string;
  style?: CSSProperties;
  /** in a cell of a table: no frame of its own */
  bare?: boolean;
}

/** the primitive takes no empty value */
const NONE = msg('app.none');

/** A choice of one of a few. */
export function Select({ value, options, onChange, none, label, id, title, className = '', style, bare = false }: SelectProps) {
  return (
    <Radix.Root value={value ?? (none === undefined ? '' : NONE)} onValueChange={(v) => onChange(v === NONE ? undefined : v)}>
      <Radix.Trigger
        id={id}
        aria-label={label}
        title={title}
        style={style}
        className={`flex h-[24px] min-w-0 items-center gap-0.5 rounded-[3px] px-1 ${bare ? 'justify-end bg-transparent text-right' : 'border-edge bg-panel border text-left'} ${className}`}
      >
        <span className={`min-w-0 truncate ${bare ? '' : 'flex-1'}`}>
          <Radix.Value placeholder={<span className="text-inkq">{msg('app.select')}</span>} />
        </span>
        <Radix.Icon className="text-inkq flex-none">
          <ChevronDown size={12} aria-hidden="true" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={2}
          className="panel z-50 max-h-[var(--radix-select-content-available-height)] min-w-[var(--radix-select-trigger-width)] overflow-hidden shadow-[var(--shadow-lift)]"
        >
          <Radix.Viewport className="p-1">
            {none !== undefined && <Item value={NONE} text={none} />}
            {options.map(([v, text]) => (
              <Item key={v} value={v} text={text} />
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

function Item({ value, text }: { value: string; text: string }) {
  return (
    <Radix.Item
      value={value}
      className="data-highlighted:bg-wash flex h-[26px] cursor-default items-center gap-3 rounded-[3px] px-2 text-[12.5px] outline-none"
    >
      <span className="flex-1">
        <Radix.ItemText>{text}</Radix.ItemText>
      </span>
      <Radix.ItemIndicator>
        <Check size={12} aria-hidden="true" />
      </Radix.ItemIndicator>
    </Radix.Item>
  );
}
