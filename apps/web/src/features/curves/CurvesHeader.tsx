import type { PumpTrace, RawEntry } from '@cedar-knot/core';
import { Check, ChevronDown, Download } from 'lucide-react';
import { DropdownMenu, Toggle } from 'radix-ui';
import { ITEM, MENU } from '../../ui/controls.js';
import { useDisplay } from '../context.js';
import { diameterText } from './Overlay.js';
import type { Shows } from './shows.js';

export const FORMATS = {
  csv: { name: 'Table (CSV)', type: 'text/csv' },
  svg: { name: 'Drawing (SVG)', type: 'image/svg+xml' },
  png: { name: 'Picture (PNG)', type: 'image/png' },
} as const;
export type Format = keyof typeof FORMATS;

interface CurvesHeaderProps {
  name: string;
  entry: RawEntry | undefined;
  trace: PumpTrace | undefined;
  hasMade: boolean;
  shows: Shows;
  onToggle: (key: keyof Shows) => void;
  onSave: (format: Format) => void;
}

/** Which pump it is, what is shown of it, and the curves as a file. */
export function CurvesHeader({ name, entry, trace, hasMade, shows, onToggle, onSave }: CurvesHeaderProps) {
  const display = useDisplay();
  return (
    <div className="flex h-[30px] flex-none items-center gap-2 px-2.5">
      <h2 className="text-[14px] font-semibold">{name}</h2>
      {entry?.typical === true && <span className="text-near text-[12px]">◐ typical curve, no maker’s</span>}
      {trace && (
        <span className="text-inkq">
          {trace.diameter !== null && `Ø ${diameterText(trace.diameter, display)} ${display.unit('diameter')}, `}
          {Math.round(trace.speed)} rpm
        </span>
      )}
      <span className="ml-auto" />
      {hasMade && <Switch on={shows.made} onClick={() => onToggle('made')} text="made diameters" />}
      <Switch on={shows.window} onClick={() => onToggle('window')} text="valve window" />
      <Switch on={shows.zoom} onClick={() => onToggle('zoom')} text="zoom to the duties" />
      <More shows={shows} onToggle={onToggle} />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger aria-label="Save the curves" title="Save the curves" className="text-inkq hover:text-ink p-1">
          <Download size={15} aria-hidden="true" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={MENU}>
            {(Object.keys(FORMATS) as Format[]).map((f) => (
              <DropdownMenu.Item key={f} className={ITEM} onSelect={() => onSave(f)}>
                {FORMATS[f].name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}

/** what may stand beside the curves */
export const MORE: readonly (readonly [keyof Shows, string])[] = [
  ['contours', 'efficiency contours'],
  ['speeds', 'other speeds'],
  ['units', 'one unit more, fewer; one stops'],
  ['clear', 'the new pump on water'],
  ['motor', 'with the motor: efficiency, input'],
  ['quadratic', 'system as a + b·Q²'],
  ['edges', 'valve wide open, at its edges'],
];

function More({ shows, onToggle }: { shows: Shows; onToggle: (key: keyof Shows) => void }) {
  const count = MORE.filter(([key]) => shows[key]).length;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="border-edge bg-panel data-[state=open]:border-cedar flex h-[24px] items-center gap-1 rounded-full border px-3 text-[12px]">
        more{count > 0 && `, ${count} shown`} <ChevronDown size={12} aria-hidden="true" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={MENU}>
          {MORE.map(([key, text]) => (
            <DropdownMenu.CheckboxItem
              key={key}
              checked={shows[key]}
              className={`${ITEM} gap-2`}
              onCheckedChange={() => onToggle(key)}
              // several are wanted at once
              onSelect={(e) => e.preventDefault()}
            >
              <span className="w-[14px]">{shows[key] && <Check size={13} aria-hidden="true" />}</span>
              {text}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Switch({ on, onClick, text }: { on: boolean; onClick: () => void; text: string }) {
  return (
    <Toggle.Root
      pressed={on}
      onPressedChange={onClick}
      className="border-edge bg-panel data-[state=on]:border-cedar data-[state=on]:bg-wash data-[state=on]:text-cedardeep h-[24px] rounded-full border px-3 text-[12px]"
    >
      {text}
    </Toggle.Root>
  );
}
