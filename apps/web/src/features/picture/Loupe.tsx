import { fixed } from '@cedar-knot/wording';
import type { Place } from '@cedar-knot/core';
import { useEffect, useRef } from 'react';
import type { axesFor, CurveState } from '../../state/picture.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

const LOUPE = 148;
const LOUPE_ZOOM = 6;

interface LoupeProps {
  bitmap: ImageBitmap;
  /** the sheet as it is shown, px */
  width: number;
  height: number;
  zoom: number;
  at: Place;
  caught: Place | null;
  curve: CurveState | undefined;
  axes: ReturnType<typeof axesFor>;
}

/** The picture around the pointer, enlarged, with what the place under it stands for. */
export function Loupe({ bitmap, width, height, zoom, at, caught, curve, axes }: LoupeProps) {
  const display = useDisplay();
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const size = LOUPE / LOUPE_ZOOM;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, LOUPE, LOUPE);
    context.imageSmoothingEnabled = false;
    context.drawImage(bitmap, at.x - size / 2, at.y - size / 2, size, size, 0, 0, LOUPE, LOUPE);
  }, [at, bitmap]);
  const value = typeof axes === 'string' ? null : axes.read(caught ?? at);
  const { x, y } = loupePlace(at, zoom, width, height);
  return (
    <div className="pointer-events-none absolute z-10" style={{ left: x, top: y }}>
      <canvas ref={canvas} width={LOUPE} height={LOUPE} className="border-cedar rounded-full border-2 bg-white" />
      <svg width={LOUPE} height={LOUPE} className="absolute inset-0">
        <path d={`M${LOUPE / 2} 18V${LOUPE - 18}M18 ${LOUPE / 2}H${LOUPE - 18}`} stroke="var(--cedar)" strokeWidth={0.8} />
        {caught && (
          <circle
            cx={LOUPE / 2 + (caught.x - at.x) * LOUPE_ZOOM}
            cy={LOUPE / 2 + (caught.y - at.y) * LOUPE_ZOOM}
            r={6}
            fill="none"
            stroke="var(--cedar)"
            strokeWidth={2}
          />
        )}
      </svg>
      {value && (
        <p className="mt-1 rounded-[3px] bg-[#22302B] px-2 py-0.5 text-center text-[12px] whitespace-nowrap text-white">
          {display.number(value.x, 'flow')} {display.unit('flow')}, {valueText(curve, value.y, display)}
          {caught && <span className="block text-[11px] text-[#cfd6d2]">{msg('view.picture.centreOfTheStroke')}</span>}
        </p>
      )}
    </div>
  );
}

function valueText(curve: CurveState | undefined, y: number, d: ReturnType<typeof useDisplay>): string {
  if (curve?.kind === 'efficiency') return `${fixed(y * 100, 1)} %`;
  const dimension = curve?.kind === 'power' ? 'power' : 'head';
  return `${d.number(y, dimension)} ${d.unit(dimension)}`;
}

function loupePlace(p: Place, zoom: number, width: number, height: number): Place {
  const [x, y] = [p.x * zoom, p.y * zoom];
  const left = x + LOUPE + 40 > width * zoom ? x - LOUPE - 26 : x + 26;
  const top = y + LOUPE + 60 > height * zoom ? y - LOUPE - 50 : y + 22;
  return { x: left, y: top };
}
