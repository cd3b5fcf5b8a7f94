import type { PumpTrace, RawEntry } from '@cedar-knot/core';
import { Check, ChevronDown, Download } from 'lucide-react';
import { DropdownMenu, Toggle } from 'radix-ui';
import { ITEM, MENU } from '../../ui/controls.js';
import { useDisplay } from '../context.js';
import { diameterText } from './Overlay.js';
import type { Shows } from './shows.js';
import { msg } from './words.js';

export const FORMATS = {
  csv: { name: msg('view.curves.tableCsv'), type: 'text/csv' },
  svg: { name: msg('view.curves.drawingSvg'), type: 'image/svg+xml' },
  png: { name: msg('view.curves.picturePng'), type: 'image/png' },
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
      {entry?.typical === true && <span className="text-near text-[12px]">{msg('view.curves.typicalCurveNotAMakers')}</span>}
      {trace && (
        <span className="text-inkq">
          {trace.diameter !== null && `Ø ${diameterText(trace.diameter, display)} ${display.unit('diameter')}, `}
          {Math.round(trace.speed)} {display.unit('speed')}
        </span>
      )}
      <span className="ml-auto" />
      {hasMade && <Switch on={shows.made} onClick={() => onToggle('made')} text={msg('view.curves.availableDiameters')} />}
      <Switch on={shows.window} onClick={() => onToggle('window')} text={msg('view.curves.valveRange')} />
      <Switch on={shows.zoom} onClick={() => onToggle('zoom')} text={msg('view.curves.zoomToOperatingPoints')} />
      <More shows={shows} onToggle={onToggle} />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={msg('view.curves.saveTheCurves')}
          title={msg('view.curves.saveTheCurves')}
          className="text-inkq hover:text-ink p-1"
        >
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
  ['contours', msg('view.curves.efficiencyContours')],
  ['speeds', msg('view.curves.otherSpeeds')],
  ['units', msg('view.curves.oneUnitMoreOrFewer')],
  ['clear', msg('view.curves.newPumpOnWater')],
  ['motor', msg('view.curves.includingMotorEfficiencyInputPower')],
  ['quadratic', msg('view.curves.systemAsABQ')],
  ['edges', msg('view.curves.valveFullyOpenAndAt')],
];

function More({ shows, onToggle }: { shows: Shows; onToggle: (key: keyof Shows) => void }) {
  const count = MORE.filter(([key]) => shows[key]).length;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="border-edge bg-panel data-[state=open]:border-cedar flex h-[24px] items-center gap-1 rounded-full border px-3 text-[12px]">
        {msg('view.curves.more')}
        {count > 0 && msg('view.curves.shown', { count })} <ChevronDown size={12} aria-hidden="true" />
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
