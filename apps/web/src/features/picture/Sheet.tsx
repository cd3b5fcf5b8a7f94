import type { Place } from '@cedar-knot/core';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { AXES, axesFor, type CurveState, type PictureState } from '../../state/picture.js';
import { Button, Segmented } from '../../ui/controls.js';
import { kindName } from './CurvesPanel.js';
import type { Doing } from './doing.js';
import { Loupe } from './Loupe.js';
import { Picked } from './Picked.js';
import type { Opened } from './source.js';
import { usePointEditing } from './usePointEditing.js';
import { msg } from './words.js';

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
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [zoom, setZoom] = useState(0.5);
  const [straight, setStraight] = useState(false);
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
  const pointer = usePointer(snap, doing.kind === 'curve');
  const editing = usePointEditing({ doing, curve, zoom, size: { width, height }, onPlace, onChange, onLook: pointer.look });
  const size = { width: width * zoom, height: height * zoom };
  return (
    <>
      <SheetHeader
        opened={opened}
        zoom={zoom}
        isStraight={straight}
        onStraight={setStraight}
        onZoom={setZoom}
        onFit={fit}
        onPage={onPage}
        onAnother={onAnother}
      />
      <div ref={box} className="bg-deep min-h-0 flex-1 overflow-auto">
        <div className="relative mx-auto" style={{ ...size, transform: straight ? `rotate(${-turn}rad)` : undefined }}>
          <canvas ref={canvas} width={width} height={height} style={size} />
          <svg
            {...size}
            role="application"
            aria-label={msg('view.picture.pictureClickToPlacePoints')}
            tabIndex={0}
            className="absolute inset-0 cursor-crosshair touch-none"
            onPointerDown={editing.down}
            onPointerMove={editing.move}
            onPointerUp={editing.up}
            onPointerLeave={pointer.leave}
            onKeyDown={editing.keys}
          >
            <Picked
              state={state}
              zoom={zoom}
              width={width}
              current={curve}
              points={editing.points}
              selected={editing.selected}
              caught={pointer.caught}
            />
            {editing.cross && (
              <path
                data-crosshair
                d={`M${editing.cross.x * zoom - 12} ${editing.cross.y * zoom}h24M${editing.cross.x * zoom} ${editing.cross.y * zoom - 12}v24`}
                stroke="var(--focus)"
                strokeWidth={1.6}
                fill="none"
              />
            )}
          </svg>
          {pointer.hover && (
            <Loupe
              bitmap={bitmap}
              width={width}
              height={height}
              zoom={zoom}
              at={pointer.hover}
              caught={pointer.caught}
              curve={curve}
              axes={axes}
            />
          )}
        </div>
      </div>
      <SheetFooter doing={doing} curve={curve} state={state} hasPoints={editing.points.length > 0} onFollow={onFollow} />
    </>
  );
}

/** where the pointer is, and the middle of the stroke that it is near; one is sought at a time */
function usePointer(snap: (p: Place) => Promise<Place | null>, isSnapping: boolean) {
  const [hover, setHover] = useState<Place | null>(null);
  const [caught, setCaught] = useState<Place | null>(null);
  const busy = useRef(false);
  const look = (at: Place, isFree: boolean): void => {
    setHover(at);
    if (isFree || !isSnapping) return setCaught(null);
    if (busy.current) return;
    busy.current = true;
    void snap(at).then((p) => {
      busy.current = false;
      setCaught(p);
    });
  };
  const leave = (): void => {
    setHover(null);
    setCaught(null);
  };
  return { hover, caught, look, leave };
}

interface SheetHeaderProps extends Pick<SheetProps, 'opened' | 'onPage' | 'onAnother'> {
  zoom: number;
  isStraight: boolean;
  onStraight: (isStraight: boolean) => void;
  onZoom: (zoom: number) => void;
  onFit: () => void;
}

function SheetHeader({ opened, zoom, isStraight, onStraight, onZoom, onFit, onPage, onAnother }: SheetHeaderProps) {
  const { width, height } = opened;
  const step = (by: number): void => {
    const next = by > 0 ? ZOOMS.find((z) => z > zoom * 1.01) : [...ZOOMS].reverse().find((z) => z < zoom * 0.99);
    if (next) onZoom(next);
  };
  return (
    <header className="border-soft flex h-[38px] flex-none items-center gap-2 border-b px-3">
      <b className="truncate font-semibold">{opened.name}</b>
      <span className="text-inkq truncate text-[12px]">
        {opened.pages > 1 && msg('view.picture.pageOf', { page: opened.page, pages: opened.pages })}
        {msg('view.picture.px', { width, height })}
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
        {msg('view.picture.anotherPicture')}
      </Button>
      <span className="ml-auto" />
      <Segmented
        label={msg('view.picture.alignment')}
        value={isStraight ? 'straight' : 'scanned'}
        options={[
          { value: 'straight', text: msg('view.picture.straighten') },
          { value: 'scanned', text: msg('view.picture.asScanned') },
        ]}
        onChange={(v) => onStraight(v === 'straight')}
      />
      <Button className="!h-[24px] !px-1.5" aria-label={msg('view.picture.smaller')} onClick={() => step(-1)}>
        <Minus size={13} aria-hidden="true" />
      </Button>
      <span className="w-[38px] text-center text-[12px]">{Math.round(zoom * 100)} %</span>
      <Button className="!h-[24px] !px-1.5" aria-label={msg('view.picture.larger')} onClick={() => step(1)}>
        <Plus size={13} aria-hidden="true" />
      </Button>
      <Button className="!h-[24px] !px-1.5" aria-label={msg('view.picture.wholeSheet')} onClick={onFit}>
        <Maximize size={13} aria-hidden="true" />
      </Button>
    </header>
  );
}

interface SheetFooterProps extends Pick<SheetProps, 'doing' | 'state' | 'onFollow'> {
  curve: CurveState | undefined;
  hasPoints: boolean;
}

function SheetFooter({ doing, curve, state, hasPoints, onFollow }: SheetFooterProps) {
  return (
    <footer
      className="border-soft flex min-h-[38px] flex-none flex-wrap items-center gap-2 border-t px-3 text-[12px]"
      data-doing={doing.kind}
    >
      <b className="text-cedardeep font-semibold">{doingText(doing, curve)}</b>
      <span>{hintText(doing, state)}</span>
      {doing.kind === 'curve' && (
        <>
          <kbd className="border-line rounded-[2px] border px-1">{msg('view.picture.alt')}</kbd> {msg('view.picture.free')}
          <kbd className="border-line rounded-[2px] border px-1">← →</kbd> {msg('view.picture.nextPoint')}
          <kbd className="border-line rounded-[2px] border px-1">{msg('view.picture.del')}</kbd>{' '}
          {msg('view.picture.removesTheLastPoint')}
          <Button className="ml-auto" disabled={!hasPoints} onClick={onFollow}>
            {msg('view.picture.followToItsEnd')}
          </Button>
        </>
      )}
    </footer>
  );
}

function doingText(doing: Doing, curve: CurveState | undefined): string {
  if (doing.kind === 'mark') return msg('view.picture.axis', { label: AXES.find((a) => a.name === doing.axis)!.label });
  if (doing.kind === 'corner') return msg('view.picture.frame');
  return curve ? `${kindName(curve.kind)}${curve.diameter ? `, Ø ${curve.diameter}` : ''}` : '';
}

function hintText(doing: Doing, state: PictureState): string {
  if (doing.kind === 'mark')
    return msg('view.picture.clickWhereIsOnThe', {
      value: state.axes[doing.axis][doing.which].value || msg('view.picture.aPrintedValue'),
    });
  if (doing.kind === 'corner') return msg('view.picture.clickCornerOfThePrinted', { count: state.corners.length + 1 });
  return msg('view.picture.clickAlongTheStrokePoints');
}
