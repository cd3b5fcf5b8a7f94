import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';

/** How much of a drawing's length is seen: 1 is all of it; `at` is the share of the length at the left edge. */
export interface Zoom {
  scale: number;
  at: number;
}

const WHOLE: Zoom = { scale: 1, at: 0 };
const MAX_SCALE = 12;
const STEP = 1.4;

/** Zoom about a place (a share of what is seen), kept within the drawing. */
export function zoomed(z: Zoom, factor: number, place: number): Zoom {
  const scale = Math.min(MAX_SCALE, Math.max(1, z.scale * factor));
  return panned({ scale, at: z.at + place / z.scale - place / scale }, 0);
}

/** Moved along by a share of what is seen. */
export function panned(z: Zoom, by: number): Zoom {
  return { scale: z.scale, at: Math.min(1 - 1 / z.scale, Math.max(0, z.at + by / z.scale)) };
}

/** Wheel, drag and keys zoom and pan a drawing along its length. */
export function useZoom(box: RefObject<HTMLElement | null>): {
  zoom: Zoom;
  step: (direction: 1 | -1) => void;
  whole: () => void;
  keys: (event: KeyboardEvent) => void;
  drag: { onPointerDown: (e: PointerEvent) => void; onPointerMove: (e: PointerEvent) => void; onPointerUp: () => void };
} {
  const [zoom, setZoom] = useState<Zoom>(WHOLE);
  const from = useRef<{ x: number; zoom: Zoom } | null>(null);
  useEffect(() => {
    const element = box.current;
    // React listens passively; the page must not scroll while the drawing zooms
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      const rect = element!.getBoundingClientRect();
      if (event.shiftKey) setZoom((z) => panned(z, Math.sign(event.deltaY) * 0.15));
      else setZoom((z) => zoomed(z, event.deltaY < 0 ? STEP : 1 / STEP, (event.clientX - rect.left) / rect.width));
    };
    element?.addEventListener('wheel', wheel, { passive: false });
    return () => element?.removeEventListener('wheel', wheel);
  }, [box]);
  const step = (direction: 1 | -1): void => setZoom((z) => zoomed(z, direction > 0 ? STEP : 1 / STEP, 0.5));
  const keys = (event: KeyboardEvent): void => {
    if (event.key === '+' || event.key === '=') step(1);
    else if (event.key === '-') step(-1);
    else if (event.key === '0') setZoom(WHOLE);
    else if (event.key === 'ArrowRight') setZoom((z) => panned(z, 0.2));
    else if (event.key === 'ArrowLeft') setZoom((z) => panned(z, -0.2));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const drag = {
    onPointerDown: (e: PointerEvent): void => {
      from.current = { x: e.clientX, zoom };
    },
    onPointerMove: (e: PointerEvent): void => {
      if (!from.current || e.buttons === 0 || !box.current) return;
      setZoom(panned(from.current.zoom, (from.current.x - e.clientX) / box.current.clientWidth));
    },
    onPointerUp: (): void => {
      from.current = null;
    },
  };
  return { zoom, step, whole: () => setZoom(WHOLE), keys, drag };
}
