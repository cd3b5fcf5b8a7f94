import type { Place } from '@cedar-knot/core';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { AXES, axesFor, type AxisName, type CurveState, type PictureState } from '../../state/picture.js';
import { Button, Segmented } from '../../ui/controls.js';
import { useDisplay } from '../context.js';
import { kindName } from './CurvesPanel.js';
import type { Opened } from './source.js';

/** What a click on the picture does. */
export type Doing =
  { kind: 'mark'; axis: AxisName; which: 'first' | 'second' } | { kind: 'corner' } | { kind: 'curve'; id: string };

const LOUPE = 148;
const LOUPE_ZOOM = 6;
/** how an axis is called at its marks */
const SIGNS: Readonly<Record<AxisName, string>> = { flow: 'Q', head: 'H', efficiency: 'η', power: 'P', npshr: 'NPSH' };
const ZOOMS = [0.15, 0.2, 0.25, 0.33, 0.5, 0.67, 0.8, 1, 1.5, 2, 3];

interface SheetProps {
  opened: Opened;
  state: PictureState;
  doing: Doing;
  onPlace: (at: Place, isFree: boolean) => void;
  onChange: (change: (s: PictureState) => PictureState) => void;
  onPage: (page: number) => void;
  onAnother: () => void;
  onFollow: () => void;
  snap: (p: Place) => Promise<Place | null>;
}

/** The picture as it was scanned, with what was picked over it; a loupe at the pointer. */
export function Sheet({ opened, state, doing, onPlace, onChange, onPage, onAnother, onFollow, snap }: SheetProps) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const loupe = useRef<HTMLCanvasElement>(null);
  const [zoom, setZoom] = useState(0.5);
  const [straight, setStraight] = useState(false);
  const [hover, setHover] = useState<Place | null>(null);
  const [caught, setCaught] = useState<Place | null>(null);
  const [selected, setSelected] = useState<number | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const { width, height, bitmap } = opened;
  const curve = doing.kind === 'curve' ? state.curves.find((c) => c.id === doing.id) : undefined;
  const axes = axesFor(state, curve?.kind ?? 'head');
  const turn = typeof axes === 'string' ? 0 : axes.turn;

  const fit = useCallback((): void => {
    const room = box.current;
    if (room) setZoom(Math.min((room.clientWidth - 4) / width, (room.clientHeight - 4) / height));
  }, [width, height]);
  useEffect(fit, [fit]);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    context?.drawImage(bitmap, 0, 0);
  }, [bitmap, width, height]);
  useEffect(() => setSelected(null), [doing]);

  const busy = useRef(false);
  const look = (at: Place, isFree: boolean): void => {
    setHover(at);
    if (isFree || doing.kind !== 'curve') return setCaught(null);
    if (busy.current) return;
    busy.current = true;
    void snap(at).then((p) => {
      busy.current = false;
      setCaught(p);
    });
  };
  useEffect(() => {
    const context = loupe.current?.getContext('2d');
    if (!context || !hover) return;
    const size = LOUPE / LOUPE_ZOOM;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, LOUPE, LOUPE);
    context.imageSmoothingEnabled = false;
    context.drawImage(bitmap, hover.x - size / 2, hover.y - size / 2, size, size, 0, 0, LOUPE, LOUPE);
  }, [hover, bitmap]);

  const at = (event: PointerEvent<SVGSVGElement>): Place => ({
    x: event.nativeEvent.offsetX / zoom,
    y: event.nativeEvent.offsetY / zoom,
  });
  const setPoints = (points: Place[]): void => {
    if (curve) onChange((s) => ({ ...s, curves: s.curves.map((c) => (c.id === curve.id ? { ...c, points } : c)) }));
  };
  const down = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button !== 0) return;
    const p = at(event);
    const near = curve?.points.findIndex((q) => Math.hypot(q.x - p.x, q.y - p.y) * zoom < 8) ?? -1;
    if (near >= 0) {
      setSelected(near);
      setDragged(near);
      event.currentTarget.setPointerCapture(event.pointerId);
      return;
    }
    setSelected(null);
    onPlace(p, event.altKey);
  };
  const move = (event: PointerEvent<SVGSVGElement>): void => {
    const p = at(event);
    if (dragged !== null && curve) setPointsQuietly(curve, dragged, p);
    look(p, event.altKey);
  };
  // a drag is one step: the points move on the screen, and are put when it ends
  const [moved, setMoved] = useState<Place[] | null>(null);
  const setPointsQuietly = (c: CurveState, index: number, p: Place): void =>
    setMoved(c.points.map((q, i) => (i === index ? p : q)));
  const up = (): void => {
    if (moved) setPoints(moved);
    setMoved(null);
    setDragged(null);
  };
  const keys = (event: KeyboardEvent): void => {
    if (!curve) return;
    const n = curve.points.length;
    const nudge = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
    if (event.key === 'Delete' || event.key === 'Backspace') {
      const gone = selected ?? n - 1;
      setPoints(curve.points.filter((_, i) => i !== gone));
      setSelected(null);
    } else if (nudge && event.shiftKey && selected !== null) {
      setPoints(curve.points.map((p, i) => (i === selected ? { x: p.x + nudge[0]!, y: p.y + nudge[1]! } : p)));
    } else if ((event.key === 'ArrowLeft' || event.key === 'ArrowRight') && n > 0) {
      const step = event.key === 'ArrowRight' ? 1 : -1;
      setSelected(((selected ?? (step > 0 ? -1 : n)) + step + n) % n);
    } else return;
    event.preventDefault();
  };
  const step = (by: number): void => {
    const next = by > 0 ? ZOOMS.find((z) => z > zoom * 1.01) : [...ZOOMS].reverse().find((z) => z < zoom * 0.99);
    if (next) setZoom(next);
  };
  const value = hover && typeof axes !== 'string' ? axes.read(caught ?? hover) : null;
  const points = moved ?? curve?.points ?? [];
  const at2 = (p: Place): { cx: number; cy: number } => ({ cx: p.x * zoom, cy: p.y * zoom });
  const path = (places: readonly Place[]): string =>
    places.map((p) => `${(p.x * zoom).toFixed(1)},${(p.y * zoom).toFixed(1)}`).join(' ');
  const loupeAt = hover && box.current ? loupePlace(hover, zoom, width, height) : null;
  return (
    <>
      <header className="border-soft flex h-[38px] flex-none items-center gap-2 border-b px-3">
        <b className="truncate font-semibold">{opened.name}</b>
        <span className="text-inkq truncate text-[12px]">
          {opened.pages > 1 && `page ${opened.page} of ${opened.pages} · `}
          {width} × {height} px
        </span>
        {opened.pages > 1 && (
          <>
            <Button className="!h-[22px] !px-2" disabled={opened.page <= 1} onClick={() => onPage(opened.page - 1)}>
              ‹
            </Button>
            <Button className="!h-[22px] !px-2" disabled={opened.page >= opened.pages} onClick={() => onPage(opened.page + 1)}>
              ›
            </Button>
          </>
        )}
        <Button tone="bare" className="!px-1 text-[12px]" onClick={onAnother}>
          another
        </Button>
        <span className="ml-auto" />
        <Segmented
          label="How the sheet stands"
          value={straight ? 'straight' : 'scanned'}
          options={[
            { value: 'straight', text: 'straighten' },
            { value: 'scanned', text: 'as scanned' },
          ]}
          onChange={(v) => setStraight(v === 'straight')}
        />
        <Button className="!h-[24px] !px-1.5" aria-label="Smaller" onClick={() => step(-1)}>
          <Minus size={13} aria-hidden="true" />
        </Button>
        <span className="w-[38px] text-center text-[12px]">{Math.round(zoom * 100)} %</span>
        <Button className="!h-[24px] !px-1.5" aria-label="Larger" onClick={() => step(1)}>
          <Plus size={13} aria-hidden="true" />
        </Button>
        <Button className="!h-[24px] !px-1.5" aria-label="Whole sheet" onClick={fit}>
          <Maximize size={13} aria-hidden="true" />
        </Button>
      </header>
      <div ref={box} className="bg-deep min-h-0 flex-1 overflow-auto">
        <div
          className="relative mx-auto"
          style={{ width: width * zoom, height: height * zoom, transform: straight ? `rotate(${-turn}rad)` : undefined }}
        >
          <canvas ref={canvas} width={width} height={height} style={{ width: width * zoom, height: height * zoom }} />
          <svg
            width={width * zoom}
            height={height * zoom}
            role="application"
            aria-label="Picture: click to place points; arrows choose one, Shift and arrows move it, Del takes it back"
            tabIndex={0}
            className="absolute inset-0 cursor-crosshair touch-none"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={up}
            onPointerLeave={() => {
              setHover(null);
              setCaught(null);
            }}
            onKeyDown={keys}
          >
            <g pointerEvents="none">
              {state.corners.length > 1 && (
                <polygon points={path(state.corners)} fill="none" stroke="var(--cedar)" strokeDasharray="3 3" />
              )}
              {state.corners.map((p, i) => (
                <rect
                  key={i}
                  x={p.x * zoom - 4}
                  y={p.y * zoom - 4}
                  width={8}
                  height={8}
                  fill="none"
                  stroke="var(--cedar)"
                  strokeWidth={1.6}
                />
              ))}
              {AXES.flatMap(({ name }) =>
                (['first', 'second'] as const).flatMap((which) => {
                  const mark = state.axes[name][which];
                  return mark.at
                    ? [
                        <Calibration
                          key={name + which}
                          x={mark.at.x * zoom}
                          y={mark.at.y * zoom}
                          text={`${SIGNS[name]} ${mark.value}`}
                          isRight={name !== 'flow' && mark.at.x > width / 2}
                        />,
                      ]
                    : [];
                }),
              )}
              {state.curves.map((c) => {
                const own = c.id === curve?.id ? points : c.points;
                const isNow = c.id === curve?.id;
                const order = [...own].sort((a, b) => a.x - b.x);
                return (
                  <g key={c.id} opacity={isNow ? 1 : 0.65}>
                    {c.followed.length > 0 && (
                      <polyline points={path(c.followed)} fill="none" stroke="var(--cedar)" strokeWidth={isNow ? 1.8 : 1.2} />
                    )}
                    {c.followed.length === 0 && own.length > 1 && (
                      <polyline
                        points={path(c.kind === 'contour' ? own : order)}
                        fill="none"
                        stroke="var(--cedar)"
                        strokeWidth={1}
                        strokeDasharray="4 3"
                      />
                    )}
                    {own.map((p, i) => (
                      <circle
                        key={i}
                        {...at2(p)}
                        r={isNow ? 4.2 : 2.6}
                        fill="#fff"
                        stroke="var(--cedar)"
                        strokeWidth={isNow && i === selected ? 3 : 1.6}
                      />
                    ))}
                  </g>
                );
              })}
              {caught && (
                <circle {...at2(caught)} r={5} fill="none" stroke="var(--cedar)" strokeDasharray="2 2" strokeWidth={1.6} />
              )}
            </g>
          </svg>
          {loupeAt && (
            <div className="pointer-events-none absolute z-10" style={{ left: loupeAt.x, top: loupeAt.y }}>
              <canvas ref={loupe} width={LOUPE} height={LOUPE} className="border-cedar rounded-full border-2 bg-white" />
              <svg width={LOUPE} height={LOUPE} className="absolute inset-0">
                <path
                  d={`M${LOUPE / 2} 18V${LOUPE - 18}M18 ${LOUPE / 2}H${LOUPE - 18}`}
                  stroke="var(--cedar)"
                  strokeWidth={0.8}
                />
                {caught && hover && (
                  <circle
                    cx={LOUPE / 2 + (caught.x - hover.x) * LOUPE_ZOOM}
                    cy={LOUPE / 2 + (caught.y - hover.y) * LOUPE_ZOOM}
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
                  {caught && <span className="block text-[11px] text-[#cfd6d2]">middle of the stroke</span>}
                </p>
              )}
            </div>
          )}
        </div>
      </div>
      <footer
        className="border-soft flex min-h-[38px] flex-none flex-wrap items-center gap-2 border-t px-3 text-[12px]"
        data-doing={doing.kind}
      >
        <b className="text-cedardeep font-semibold">{doingText(doing, curve)}</b>
        <span>{hintText(doing, state)}</span>
        {doing.kind === 'curve' && (
          <>
            <kbd className="border-line rounded-[2px] border px-1">Alt</kbd> free
            <kbd className="border-line rounded-[2px] border px-1">← →</kbd> next point
            <kbd className="border-line rounded-[2px] border px-1">Del</kbd> takes one back
            <Button className="ml-auto" disabled={points.length === 0} onClick={onFollow}>
              Follow to its end
            </Button>
          </>
        )}
      </footer>
    </>
  );
}

function valueText(curve: CurveState | undefined, y: number, d: ReturnType<typeof useDisplay>): string {
  if (curve?.kind === 'efficiency') return `${(y * 100).toFixed(1)} %`;
  const dimension = curve?.kind === 'power' ? 'power' : 'head';
  return `${d.number(y, dimension)} ${d.unit(dimension)}`;
}

function loupePlace(p: Place, zoom: number, width: number, height: number): Place {
  const [x, y] = [p.x * zoom, p.y * zoom];
  const left = x + LOUPE + 40 > width * zoom ? x - LOUPE - 26 : x + 26;
  const top = y + LOUPE + 60 > height * zoom ? y - LOUPE - 50 : y + 22;
  return { x: left, y: top };
}

function Calibration({ x, y, text, isRight }: { x: number; y: number; text: string; isRight: boolean }) {
  const width = text.length * 6.4 + 10;
  const left = isRight ? x + 10 : x - width - 10;
  return (
    <g>
      <circle cx={x} cy={y} r={6} fill="none" stroke="var(--cedar)" strokeWidth={1.6} />
      <path d={`M${x - 10} ${y}H${x + 10}M${x} ${y - 10}V${y + 10}`} stroke="var(--cedar)" strokeWidth={1.2} />
      <rect x={left} y={y - 8} width={width} height={16} rx={2} fill="var(--cedar)" />
      <text x={left + width / 2} y={y + 4} fontSize={11} fontWeight={600} fill="var(--panel)" textAnchor="middle">
        {text}
      </text>
    </g>
  );
}

function doingText(doing: Doing, curve: CurveState | undefined): string {
  if (doing.kind === 'mark') return `${AXES.find((a) => a.name === doing.axis)!.label} axis`;
  if (doing.kind === 'corner') return 'Frame';
  return curve ? `${kindName(curve.kind)}${curve.diameter ? `, Ø ${curve.diameter}` : ''}` : '';
}

function hintText(doing: Doing, state: PictureState): string {
  if (doing.kind === 'mark')
    return `click where ${state.axes[doing.axis][doing.which].value || 'a printed value'} stands on it, and type that value right`;
  if (doing.kind === 'corner')
    return `click corner ${state.corners.length + 1} of the printed frame, clockwise from the upper left`;
  return 'click along the stroke; points snap to its middle';
}
