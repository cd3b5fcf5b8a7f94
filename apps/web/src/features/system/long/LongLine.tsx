import { useMemo, useRef, useState, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';
import { useSize } from '../../../ui/useSize.js';
import { useDisplay, useStudy } from '../../context.js';
import { distanceText, unitOfDistance } from './distance.js';
import { LongDrawing } from './LongDrawing.js';
import { LongReadout } from './LongReadout.js';
import { lowestOver } from './places.js';
import { HEIGHTS, PAD, scalesOf } from './scales.js';
import type { LongSights } from './useLongLines.js';
import { msg } from '../words.js';

/** share of the length by which a key moves the reading */
const STEP = 1 / 200;

/**
 * The main way as it lies, over its true distance: ground, hydraulic grade of every scenario in metres of its own liquid, what the line
 * may see, where the liquid boils, and its temperature.
 */
export function LongLine({ sights, tools, isHigh }: { sights: LongSights | null; tools: ReactNode; isHigh: boolean }) {
  const study = useStudy((s) => s.study);
  const activeId = useStudy((s) => s.active);
  const select = useStudy((s) => s.select);
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [at, setAt] = useState<number | null>(null);
  const [isEnergy, setEnergy] = useState(false);
  const active = sights?.[activeId] ?? Object.values(sights ?? {})[0];
  const scales = useMemo(
    () => (active && width > 0 && height > 0 ? scalesOf(active, sights!, display, width, height) : null),
    [active, sights, display, width, height],
  );
  const length = active?.length ?? 0;
  const place = at === null || at > length ? (active ? lowestOver(active) : 0) : at;
  const hover = (event: MouseEvent<SVGSVGElement>): void => {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const share = (x - PAD.left) / (width - PAD.left - PAD.right);
    if (share >= 0 && share <= 1) setAt(share * length);
  };
  const keys = (event: KeyboardEvent): void => {
    const by = { ArrowRight: STEP, ArrowLeft: -STEP, PageUp: 10 * STEP, PageDown: -10 * STEP }[event.key];
    const to = by !== undefined ? place + by * length : event.key === 'Home' ? 0 : event.key === 'End' ? length : undefined;
    if (to === undefined) return;
    setAt(Math.min(length, Math.max(0, to)));
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section
      aria-label={msg('view.system.longLine')}
      className="panel flex min-h-0 overflow-hidden"
      style={{ height: HEIGHTS[isHigh ? 0 : 1], flex: 'none' }}
    >
      <div className="relative min-w-0 flex-1" ref={box}>
        <div className="absolute top-1.5 right-3 left-3 flex items-center gap-2">
          <h2 className="text-[14px] font-semibold">{msg('view.system.longLine')}</h2>
          <span className="text-inkq min-w-0 flex-1 truncate text-[12px]">
            {msg('view.system.elevationAndHydraulicGradeOver', {
              unit: display.unit('length'),
              unitOfDistance: unitOfDistance(display),
            })}
          </span>
          <label className="flex items-center gap-1.5 text-[12px]">
            <input type="checkbox" checked={isEnergy} onChange={(e) => setEnergy(e.target.checked)} />{' '}
            {msg('view.system.energyGradeLine')}
          </label>
          {tools}
        </div>
        {active && scales ? (
          <svg
            width={width}
            height={height}
            onMouseMove={hover}
            role="slider"
            tabIndex={0}
            aria-label={msg('view.system.placeAlongTheLine')}
            aria-valuemin={0}
            aria-valuemax={Math.round(length)}
            aria-valuenow={Math.round(place)}
            aria-valuetext={distanceText(place, display)}
            onKeyDown={keys}
          >
            <LongDrawing
              study={study}
              sights={sights!}
              active={active}
              activeId={activeId}
              scales={scales}
              size={{ width, height }}
              place={place}
              isEnergy={isEnergy}
              onChoose={select}
            />
          </svg>
        ) : (
          <p className="text-inkq px-4 pt-12">
            {sights ? msg('view.system.theLineIsDrawnOnce') : msg('view.system.calculatingTheLine')}
          </p>
        )}
      </div>
      {active && <LongReadout sights={sights!} place={place} />}
    </section>
  );
}
