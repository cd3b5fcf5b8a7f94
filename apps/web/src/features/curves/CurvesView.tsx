import { allElements } from '@cedar-knot/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import { ApexChart } from '../../ui/chart/ApexChart.js';
import { download, pngOf, sheetSvg } from '../../ui/exportSvg.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy } from '../context.js';
import { chartHeights, chartsOf } from './charts.js';
import { CurvesHeader, FORMATS, type Format } from './CurvesHeader.js';
import { CurvesSide, movedText, type SideFigures } from './CurvesSide.js';
import { MovingLayer } from './MovingLayer.js';
import { othersOf } from './OtherDuties.js';
import { Overlay, type Areas } from './Overlay.js';
import { csvOf, ReadOut } from './ReadOut.js';
import { BARE, type Shows } from './shows.js';
import { useCurvesModel } from './useCurvesModel.js';
import { useFamily } from './useFamily.js';
import { letterOf } from '../../state/address.js';
import { leavingTable } from '../../state/tableText.js';
import { msg } from './words.js';

/** one over the other, on one flow axis */
const CHARTS = [
  ['head', msg('view.curves.systemHeadCurvesAndPump')],
  ['efficiency', msg('view.curves.efficiencyAndShaftPowerOver')],
  ['npsh', msg('view.curves.npshAvailableAndRequiredOver')],
] as const;
/** All system curves against the pump, with duties, efficiency, power and NPSH on one flow axis, and the handles that move them. */
export function CurvesView() {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.moving?.shown ?? s.shown);
  const curves = useStudy((s) => s.moving?.outcome.curves ?? s.outcome?.curves ?? null);
  const slow = useStudy((s) => s.movingShown);
  const active = useStudy((s) => s.active);
  const activate = useStudy((s) => s.activate);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [areas, setAreas] = useState<Areas>({});
  const [shows, setShows] = useState<Shows>({ ...BARE, made: true, window: true });
  const [readAt, setReadAt] = useState<number | null>(null);
  const family = useFamily(study, curves, shown, active, shows);
  const { model, held, trail, onGrab, onHold } = useCurvesModel(curves, shown, shows, family);
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
  const side = useRef<SideFigures | null>(null);
  const slowly = useRef<typeof slow>(null);

  const spoken = useCallback(
    (name: string): string | undefined => {
      // of a scenario by its letter and name, of a trim in the units of the screen
      const at = study.scenarios.findIndex((s) => name === s.id || name.startsWith(`${s.id} `));
      const own = study.scenarios[at];
      if (own) return `${letterOf(at)} ${own.name ?? own.id}${name.slice(own.id.length)}`;
      const trim = /^Ø (\d+(?:\.\d+)?)$/.exec(name);
      return trim ? `Ø ${display.number(Number(trim[1]), 'diameter')} ${display.unit('diameter')}` : name;
    },
    [study.scenarios, display],
  );

  if (!curves || !model || !options) {
    return (
      <div className="panel text-inkq flex flex-1 items-center justify-center">
        {msg('view.curves.curvesAppearOnceAScenario')}
      </div>
    );
  }
  const trace = curves.pumps.find((p) => p.scenarios.includes(active)) ?? curves.pumps[0];
  // what stands beside the plot follows a held handle a few times a second: its figures take longer to draw than the curves
  if (!held || slow !== slowly.current || !side.current) {
    slowly.current = slow;
    side.current = { curves, trace, knots: model.knots, moved: movedText(trail[0], curves.pumps[0], display) };
  }
  const element = allElements(study).find((e) => e.id === curves.pump);
  const pumpEntry = study.pumps?.[String(element?.pump)];
  const name = pumpEntry?.name;
  const save = async (format: Format): Promise<void> => {
    const title = [study.tag, study.title, curves.pump, name].filter((t) => typeof t === 'string' && t !== '').join(' · ');
    const file = `${curves.pump}-curves.${format}`;
    if (format === 'csv') {
      const order = study.scenarios.map((s) => s.id);
      download(leavingTable(csvOf(curves, order, display)), file, 'text/csv');
      return;
    }
    const svg = sheetSvg(box.current!, title);
    download(format === 'svg' ? svg : await pngOf(svg), file, FORMATS[format].type);
  };
  return (
    <div className="view view-row print-charts flex min-h-0 flex-1 gap-2">
      <section aria-label={msg('view.curves.curves')} className="panel flex min-w-0 flex-1 flex-col px-1 pt-1.5 pb-1">
        <CurvesHeader
          name={typeof name === 'string' ? name : curves.pump}
          entry={pumpEntry}
          trace={trace}
          hasMade={curves.made.length > 1}
          shows={shows}
          onToggle={(key) => setShows((s) => ({ ...s, [key]: !s[key] }))}
          onSave={(f) => void save(f)}
        />
        <div
          ref={box}
          data-held={held !== undefined}
          className={`print-plot relative min-h-0 flex-1 overflow-hidden ${held ? '[&_.apexcharts-plot-series]:invisible' : ''}`}
        >
          {size.height > 0 && (
            <>
              {CHARTS.map(([key, label]) => (
                <ApexChart
                  key={key}
                  label={label}
                  options={options[key]}
                  height={heights[key]}
                  spoken={spoken}
                  onArea={(area) => setAreas((a) => ({ ...a, [key]: area }))}
                />
              ))}
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
      <CurvesSide {...side.current} onGrab={onGrab} onHold={onHold} readAt={readAt} onRead={setReadAt} />
    </div>
  );
}
