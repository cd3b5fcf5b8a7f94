import type { Place } from '@cedar-knot/core';
import { useEffect, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { CurveState, PictureState } from '../../state/picture.js';
import type { Doing } from './doing.js';

/** px of the screen that the crosshair moves; with Ctrl */
const [COARSE, FINE] = [10, 1];

interface Editing {
  doing: Doing;
  curve: CurveState | undefined;
  zoom: number;
  /** of the picture, px of its own */
  size: { width: number; height: number };
  onPlace: (at: Place, isFree: boolean) => void;
  onChange: (change: (s: PictureState) => PictureState) => void;
  /** the pointer is there */
  onLook: (at: Place, isFree: boolean) => void;
}

/**
 * Points of the curve in hand: placed by a click, or by Enter where the crosshair stands that the arrows move; chosen by N and P, moved by a
 * drag or Shift and arrows, taken back by Del.
 */
export function usePointEditing({ doing, curve, zoom, size, onPlace, onChange, onLook }: Editing) {
  const [selected, setSelected] = useState<number | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  // a drag is one step: the points move on the screen, and are put when it ends
  const [moved, setMoved] = useState<Place[] | null>(null);
  useEffect(() => setSelected(null), [doing]);
  const [cross, setCross] = useState<Place | null>(null);
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
    if (dragged !== null && curve) setMoved(curve.points.map((q, i) => (i === dragged ? p : q)));
    onLook(p, event.altKey);
  };
  const up = (): void => {
    if (moved) setPoints(moved);
    setMoved(null);
    setDragged(null);
  };
  /** moves the crosshair, or places a point there; whether the key was one of these */
  const crosshair = (event: KeyboardEvent, nudge: readonly number[] | undefined): boolean => {
    const now = cross ?? { x: size.width / 2, y: size.height / 2 };
    if (nudge && !event.shiftKey) {
      const step = (event.ctrlKey ? FINE : COARSE) / zoom;
      const to = {
        x: Math.min(size.width, Math.max(0, now.x + nudge[0]! * step)),
        y: Math.min(size.height, Math.max(0, now.y + nudge[1]! * step)),
      };
      setCross(to);
      onLook(to, event.altKey);
      return true;
    }
    if (event.key !== 'Enter' && event.key !== ' ') return false;
    onPlace(now, event.altKey);
    setCross(now);
    return true;
  };
  const keys = (event: KeyboardEvent): void => {
    const by = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
    if (crosshair(event, by)) {
      event.preventDefault();
      return;
    }
    if (!curve) return;
    const n = curve.points.length;
    if (event.key === 'Delete' || event.key === 'Backspace') {
      const gone = selected ?? n - 1;
      setPoints(curve.points.filter((_, i) => i !== gone));
      setSelected(null);
    } else if (by && event.shiftKey && selected !== null) {
      setPoints(curve.points.map((p, i) => (i === selected ? { x: p.x + by[0]!, y: p.y + by[1]! } : p)));
    } else if ((event.key === 'n' || event.key === 'p') && n > 0) {
      const step = event.key === 'n' ? 1 : -1;
      setSelected(((selected ?? (step > 0 ? -1 : n)) + step + n) % n);
    } else return;
    event.preventDefault();
  };
  return { points: moved ?? curve?.points ?? [], selected, cross, down, move, up, keys };
}
