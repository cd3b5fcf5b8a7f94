import {
  STANDARD_GRAVITY,
  usable,
  WATER_AT_20_DENSITY,
  type PumpTrace,
  type ServiceCurves,
  type Study,
  type ValveInput,
} from '@cedar-knot/core';
import { Check, ChevronDown, Download } from 'lucide-react';
import { DropdownMenu, Toggle } from 'radix-ui';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useDisplay, useStudy, useStudyStore, type Display } from '../context.js';
import { useSize } from '../../ui/useSize.js';
import { download, pngOf, sheetSvg } from '../../ui/exportSvg.js';
import { ITEM, MENU } from '../../ui/controls.js';
import { ApexChart } from '../../ui/chart/ApexChart.js';
import { chartOptions } from '../../ui/chart/chartOptions.js';
import type { Shown } from '../../state/studyStore.js';
import { readValve } from '../../worker/valveFigures.js';
import { judgedEntry } from '../entry/judged.js';
import { burnsOf, openingBand } from '../../state/openingBand.js';
import { familyOf, NO_FAMILY } from './family.js';
import { Held } from './DragScale.js';
import { Handles } from './Handles.js';
import { KnotTable } from './KnotTable.js';
import { curvesModel, type CurvesModel, type HeldAxes } from './model.js';
import { BARE, type Shows } from './shows.js';
import { MovingLayer } from './MovingLayer.js';
import { diameterText, Overlay, type Areas } from './Overlay.js';
import { csvOf, ReadFigures, ReadOut } from './ReadOut.js';

const FORMATS = {
  csv: { name: 'Table (CSV)', type: 'text/csv' },
  svg: { name: 'Drawing (SVG)', type: 'image/svg+xml' },
  png: { name: 'Picture (PNG)', type: 'image/png' },
} as const;
type Format = keyof typeof FORMATS;
/** a hand that has rested so long has let go: the charts are brought up to date */
const REST_MS = 220;

/** All system curves against the pump, with duties, efficiency, power and NPSH on one flow axis, and the handles that move them. */
export function CurvesView() {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.moving?.shown ?? s.shown);
  const curves = useStudy((s) => s.moving?.outcome.curves ?? s.outcome?.curves ?? null);
  const slow = useStudy((s) => s.movingShown);
  const tried = useStudy((s) => s.moving?.study ?? s.study);
  const active = useStudy((s) => s.active);
  const activate = useStudy((s) => s.activate);
  const display = useDisplay();
  const theme = useThemeCount();
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [areas, setAreas] = useState<Areas>({});
  const [shows, setShows] = useState<Shows>({ ...BARE, made: true, window: true });
  const [readAt, setReadAt] = useState<number | null>(null);
  const [held, setHeld] = useState<HeldAxes | undefined>(undefined);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  const [before, setBefore] = useState<{ traces: PumpTrace[]; study: typeof study } | null>(null);

  const pumpOf = study.lines.flatMap((l) => l.elements).find((e) => e.id === curves?.pump)?.pump;
  const entryOf = typeof pumpOf === 'string' ? study.pumps?.[pumpOf] : undefined;
  const input = useMemo(() => (entryOf ? usable(judgedEntry(entryOf).read) : undefined), [entryOf]);
  const valve = useMemo(() => (curves ? valveBeside(study, curves.pump) : null), [study, curves]);
  const family = useMemo(() => {
    const own = curves?.pumps.find((p) => p.scenarios.includes(active)) ?? curves?.pumps[0];
    if (!curves || !own || !input || !MORE.some(([key]) => shows[key])) return NO_FAMILY;
    const { outcome } = shown[active] ?? {};
    const duty = outcome?.result?.elements[curves.pump]?.flow ?? null;
    const medium = outcome?.medium ?? { density: WATER_AT_20_DENSITY, gravity: STANDARD_GRAVITY };
    const burns = valve && shows.edges ? burnsOf(valve.input, openingBand(shown, valve.id), medium) : [];
    return familyOf(input, own, curves, active, duty, medium, shows, burns);
  }, [curves, input, valve, shown, active, shows]);
  // an undo back to where the handle was taken leaves nothing to trace
  const trail = before && before.study !== tried ? before.traces : [];
  const model = useMemo(
    () =>
      curves &&
      curvesModel(
        curves,
        study,
        shown,
        active,
        { flow: (q) => display.value(q, 'flow'), head: (h) => display.value(h, 'head'), power: (w) => display.value(w, 'power') },
        shows,
        trail,
        held,
        family,
      ),
    // the display depends on the unit system alone
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [curves, study.units, study.displayUnits, shown, active, shows, before, theme, held, family],
  );
  const heights = chartHeights(size.height);
  // while a handle is held the charts keep their frame, and a layer of lines draws what moves
  const drawn = useRef<ReturnType<typeof chartsOf> | null>(null);
  const options = useMemo(
    () => {
      if (held && drawn.current) return drawn.current;
      drawn.current = model && chartsOf(model, heights);
      return drawn.current;
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [model, size.height, held],
  );
  const tops = { head: 0, efficiency: heights.head, npsh: heights.head + heights.efficiency };
  const grab = (): void => {
    const state = store.getState();
    if (state.outcome?.curves) setBefore({ traces: state.outcome.curves.pumps, study: state.study });
  };
  const hold = (isHeld: boolean): void => {
    clearTimeout(rest.current);
    if (!isHeld) rest.current = setTimeout(() => setHeld(undefined), REST_MS);
    else if (model && !held) setHeld({ flow: model.flow, head: model.head, npsh: model.npsh, powerTop: model.powerTop });
  };

  const latest = useRef({ grab, hold });
  latest.current = { grab, hold };
  const onGrab = useCallback(() => latest.current.grab(), []);
  const onHold = useCallback((isHeld: boolean) => latest.current.hold(isHeld), []);
  const side = useRef<SideFigures | null>(null);
  const slowly = useRef<typeof slow>(null);

  if (!curves || !model || !options) {
    return (
      <div className="panel text-inkq flex flex-1 items-center justify-center">
        The curves appear as soon as a scenario with a pump can be worked out.
      </div>
    );
  }
  const trace = curves.pumps.find((p) => p.scenarios.includes(active)) ?? curves.pumps[0];
  // what stands beside the plot follows a held handle a few times a second: its figures take longer to draw than the curves
  if (!held || slow !== slowly.current || !side.current) {
    slowly.current = slow;
    side.current = { curves, trace, knots: model.knots, moved: movedText(trail[0], curves.pumps[0], display) };
  }
  const element = study.lines.flatMap((l) => l.elements).find((e) => e.id === curves.pump);
  const pumpEntry = study.pumps?.[String(element?.pump)];
  const name = pumpEntry?.name;
  const toggle = (key: keyof Shows): void => setShows((s) => ({ ...s, [key]: !s[key] }));
  const save = async (format: Format): Promise<void> => {
    const title = [study.tag, study.title, curves.pump, name].filter((t) => typeof t === 'string' && t !== '').join(' · ');
    const file = `${curves.pump}-curves.${format}`;
    if (format === 'csv') {
      const order = study.scenarios.map((s) => s.id);
      download(csvOf(curves, order, display), file, 'text/csv');
      return;
    }
    const svg = sheetSvg(box.current!, title);
    download(format === 'svg' ? svg : await pngOf(svg), file, FORMATS[format].type);
  };
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <section aria-label="Curves" className="panel flex min-w-0 flex-1 flex-col px-1 pt-1.5 pb-1">
        <div className="flex h-[30px] flex-none items-center gap-2 px-2.5">
          <h2 className="text-[14px] font-semibold">{typeof name === 'string' ? name : curves.pump}</h2>
          {pumpEntry?.typical === true && <span className="text-near text-[12px]">◐ typical curve, no maker’s</span>}
          {trace && (
            <span className="text-inkq">
              {trace.diameter !== null && `Ø ${diameterText(trace.diameter, display)} ${display.unit('diameter')}, `}
              {Math.round(trace.speed)} rpm
            </span>
          )}
          <span className="ml-auto" />
          {curves.made.length > 1 && <Switch on={shows.made} onClick={() => toggle('made')} text="made diameters" />}
          <Switch on={shows.window} onClick={() => toggle('window')} text="valve window" />
          <Switch on={shows.zoom} onClick={() => toggle('zoom')} text="zoom to the duties" />
          <More shows={shows} onToggle={toggle} />
          <DropdownMenu.Root>
            <DropdownMenu.Trigger aria-label="Save the curves" title="Save the curves" className="text-inkq hover:text-ink p-1">
              <Download size={15} aria-hidden="true" />
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" className={MENU}>
                {(Object.keys(FORMATS) as Format[]).map((f) => (
                  <DropdownMenu.Item key={f} className={ITEM} onSelect={() => void save(f)}>
                    {FORMATS[f].name}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </div>
        <div
          ref={box}
          data-held={held !== undefined}
          className={`relative min-h-0 flex-1 overflow-hidden ${held ? '[&_.apexcharts-plot-series]:invisible' : ''}`}
        >
          {size.height > 0 && (
            <>
              <ApexChart
                label="System head curves and pump curves over flow"
                options={options.head}
                height={heights.head}
                onArea={(head) => setAreas((a) => ({ ...a, head }))}
              />
              <ApexChart
                label="Efficiency and shaft power over flow"
                options={options.efficiency}
                height={heights.efficiency}
                onArea={(efficiency) => setAreas((a) => ({ ...a, efficiency }))}
              />
              <ApexChart
                label="NPSH available and required over flow"
                options={options.npsh}
                height={heights.npsh}
                onArea={(npsh) => setAreas((a) => ({ ...a, npsh }))}
              />
              {held && <MovingLayer model={model} areas={areas} tops={tops} size={size} />}
              <Overlay
                model={model}
                curves={curves}
                areas={areas}
                tops={tops}
                size={size}
                display={display}
                active={active}
                showMade={shows.made && !shows.zoom}
                showWindow={shows.window}
                onPick={activate}
                family={family}
                others={othersOf(shown, curves.pump)}
              />
              <ReadOut curves={curves} model={model} areas={areas} size={size} flow={readAt} onFlow={setReadAt} />
            </>
          )}
        </div>
      </section>
      <Side {...side.current} onGrab={onGrab} onHold={onHold} readAt={readAt} onRead={setReadAt} />
    </div>
  );
}

/** the first control valve with an entry on a pump's line */
function valveBeside(study: Study, pump: string): { id: string; input: ValveInput } | null {
  const line = study.lines.find((l) => l.elements.some((e) => e.id === pump));
  for (const e of line?.elements ?? []) {
    const entry = e.kind === 'control-valve' ? study.valves?.[String(e.valve)] : undefined;
    const input = entry && readValve(entry);
    if (input) return { id: e.id, input };
  }
  return null;
}

interface SideFigures {
  curves: ServiceCurves;
  trace: PumpTrace | undefined;
  knots: CurvesModel['knots'];
  moved: string | null;
}

/** Handles, duties in figures, and the flow that is read. */
const Side = memo(function Side({
  curves,
  trace,
  knots,
  moved,
  onGrab,
  onHold,
  readAt,
  onRead,
}: SideFigures & {
  onGrab: () => void;
  onHold: (isHeld: boolean) => void;
  readAt: number | null;
  onRead: (flow: number | null) => void;
}) {
  return (
    <aside aria-label="Handles" className="panel flex w-[252px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2">
      <p className="flex items-baseline gap-2">
        <span className="text-[14px] font-semibold">Handles</span>
        <span className="text-inkq text-[12px]">drag; all answer</span>
      </p>
      <Held.Provider value={onHold}>
        <Handles pump={curves.pump} trace={trace} made={curves.made.map((m) => m.diameter)} onGrab={onGrab} moved={moved} />
      </Held.Provider>
      <div className="border-soft border-t pt-1.5">
        <KnotTable knots={knots} />
      </div>
      <ReadFigures flow={readAt} onFlow={onRead} />
    </aside>
  );
});

function chartsOf(model: CurvesModel, heights: ReturnType<typeof chartHeights>) {
  return {
    head: chartOptions(model.headTraces, model.flow, model.head, heights.head, false),
    efficiency: chartOptions(model.efficiencyTraces, model.flow, model.efficiency, heights.efficiency, false),
    npsh: chartOptions(model.npshTraces, model.flow, model.npsh, heights.npsh, true),
  };
}

/** the head chart takes what the two lower ones leave */
function chartHeights(total: number): { head: number; efficiency: number; npsh: number } {
  const efficiency = Math.round(Math.max(84, total * 0.17));
  const npsh = Math.round(Math.max(112, total * 0.21));
  return { head: Math.max(160, Math.round(total) - efficiency - npsh), efficiency, npsh };
}

/** what moved since a handle was taken: Ø 385 → 370 mm, 2950 → 2800 rpm */
function movedText(before: PumpTrace | undefined, now: PumpTrace | undefined, display: Display): string | null {
  if (!before || !now) return null;
  const [from, to] = [before, now].map((t) => (t.diameter === null ? '–' : diameterText(t.diameter, display)));
  const diameter = from === to ? null : `${from} → ${to} ${display.unit('diameter')}`;
  const [was, is] = [Math.round(before.speed), Math.round(now.speed)];
  const speed = was === is ? null : `${was} → ${is} rpm`;
  const [low, high] = [before, now].map((t) => display.number(t.head[0], 'head', 4));
  const shutOff = low === high ? null : `${low} → ${high} ${display.unit('head')}`;
  const parts = [diameter && `Ø ${diameter}`, speed].filter((x) => x !== null);
  if (parts.length > 0) return parts.join(', ');
  return shutOff && `shut-off ${shutOff}`;
}

/** what may stand beside the curves */
const MORE: readonly (readonly [keyof Shows, string])[] = [
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

/** further flows at which a curve that droops meets the system, by scenario */
function othersOf(shown: Readonly<Record<string, Shown>>, pump: string): { scenario: string; flow: number; isStable: boolean }[] {
  return Object.entries(shown).flatMap(([scenario, { outcome }]) =>
    (outcome.result?.findings ?? [])
      .filter((f) => f.code === 'other-duties' && f.where === pump)
      .flatMap((f) => {
        const { flows, stable } = f.values as unknown as { flows: number[]; stable: number[] };
        return flows.map((flow, i) => ({ scenario, flow, isStable: stable[i] === 1 }));
      }),
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

/** charts resolve their colours when drawn, so a change of theme draws them anew */
function useThemeCount(): number {
  const [count, setCount] = useState(0);
  useEffect(() => {
    const listen = (): void => setCount((c) => c + 1);
    window.addEventListener('cedar-knot-theme', listen);
    return () => window.removeEventListener('cedar-knot-theme', listen);
  }, []);
  return count;
}
