import { rounded } from '@cedar-knot/wording';
import { spoken, describeEntry, judgeCatalogue, kvAtOpening, KV_PER_CV, usableValve, type ModelWhole } from '@cedar-knot/core';
import { useMemo, useRef } from 'react';

import { axisTicks } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import { sheetFacts } from './columns.js';
import { Facts } from './Facts.js';
import { msg } from './words.js';

const LEFT = 42;
const RIGHT = 44;
const HEIGHT = 220;
const TOP = 16;
const FOOT = 30;
const STEPS = 50;

/** A valve's inherent curve with FL over travel, and its data. */
export function ValveSheet({ model }: { model: ModelWhole }) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const isUs = display.system === 'us';
  const { read, valve } = useMemo(() => {
    const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves: { x: model.entry } });
    const found = judged.valves.get('x') ?? {};
    return { read: found, valve: usableValve(found) };
  }, [model.entry]);
  if (!valve) return <p className="text-near">{msg('view.catalogue.noRatedCoefficientEditThe')}</p>;
  const scale = isUs ? 1 / KV_PER_CV : 1;
  const coefficient = isUs ? 'Cv' : 'Kv';
  const points = Array.from({ length: STEPS + 1 }, (_, i) => ({ travel: i / STEPS, kv: kvAtOpening(valve, i / STEPS) * scale }));
  const ticks = axisTicks(0, Math.max(...points.map((p) => p.kv)), 5);
  const x = (t: number): number => LEFT + t * (width - LEFT - RIGHT);
  const y = (kv: number): number => HEIGHT - FOOT - (kv / ticks.at(-1)!) * (HEIGHT - FOOT - TOP);
  const yOfShare = (s: number): number => HEIGHT - FOOT - s * (HEIGHT - FOOT - TOP);
  const flTable = read.flTable as { travel: number; fl: number }[] | undefined;
  const fls = flTable ?? [{ travel: 0, fl: valve.fl }, { travel: 1, fl: valve.fl }]; // prettier-ignore
  const written = model.entry as Record<string, string | number | undefined>;
  return (
    <>
      <div ref={box}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} role="img" aria-label={msg('view.catalogue.andFlOverTravel', { coefficient })}>
            <text x={2} y={10} fontSize={11} fontWeight={600} fill="var(--ink-2)">
              {coefficient}
            </text>
            <text x={width - 2} y={10} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
              {msg('view.catalogue.fl01')}
            </text>
            {ticks.map((t) => (
              <g key={t}>
                <line x1={LEFT} x2={width - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
                <text x={LEFT - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
                  {t}
                </text>
              </g>
            ))}
            {[0, 0.2, 0.4, 0.6, 0.8, 1].map((t) => (
              <g key={t}>
                <line x1={x(t)} x2={x(t)} y1={TOP} y2={HEIGHT - FOOT} stroke="var(--line-soft)" />
                <text x={x(t)} y={HEIGHT - FOOT + 13} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
                  {t * 100}
                </text>
                <text x={width - RIGHT + 5} y={yOfShare(t) + 4} fontSize={11} fill="var(--ink-quiet)">
                  {t}
                </text>
              </g>
            ))}
            <text x={width - RIGHT} y={HEIGHT - 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
              {msg('view.catalogue.travel')}
            </text>
            <polyline
              points={fls.map((p) => `${x(p.travel)},${yOfShare(p.fl)}`).join(' ')}
              fill="none"
              stroke="var(--ink-quiet)"
              strokeDasharray="5 3"
            />
            <polyline
              points={points.map((p) => `${x(p.travel).toFixed(1)},${y(p.kv).toFixed(1)}`).join(' ')}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2.2}
            />
            {(read.table as { travel: number; kv: number }[] | undefined)?.map((p) => (
              <circle key={p.travel} cx={x(p.travel)} cy={y(p.kv * scale)} r={2.6} fill="var(--ink)" />
            ))}
          </svg>
        )}
      </div>
      <div className="grid grid-cols-2 gap-x-5 gap-y-2">
        <Facts
          title={msg('view.catalogue.data')}
          facts={[
            [msg('view.catalogue.rated', { coefficient }), rounded(valve.ratedKv * scale, 4)],
            [msg('view.catalogue.bodyFact'), written.body === undefined ? undefined : spoken(String(written.body))],
            ...sheetFacts('valves', 'data', describeEntry('valves', read), display),
          ]}
        />
        <Facts
          title={msg('view.catalogue.recoveryAndLimits')}
          facts={[
            [
              msg('view.catalogue.flAtFullTravel'),
              <>
                {flTable?.at(-1)?.fl ?? valve.fl}
                {valve.isTypical && read.fl === undefined && !flTable ? (
                  <span className="text-near"> {msg('app.typical')}</span>
                ) : (
                  ''
                )}
              </>,
            ],
            ['Fd', valve.fd],
            ['xFz', valve.xfz],
            [msg('view.catalogue.allowablePressureDropMax'), written.maxDrop],
            [msg('view.catalogue.allowablePressureDropMin'), written.minDrop],
            [msg('view.catalogue.shutOffPressureDifference'), written.shutOffDrop],
          ]}
        />
      </div>
    </>
  );
}
