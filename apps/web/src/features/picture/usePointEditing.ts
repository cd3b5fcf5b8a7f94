import type { Place } from '@cedar-knot/core';
import { useEffect, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { CurveState, PictureState } from '../../state/picture.js';
import type { Doing } from './doing.js';

interface Editing {
  doing: Doing;
  curve: CurveState | undefined;
  zoom: number;
  onPlace: (at: Place, isFree: boolean) => void;
  onChange: (change: (s: PictureState) => PictureState) => void;
  /** the pointer is there */
  onLook: (at: Place, isFree: boolean) => void;
}

/** Points of the curve in hand: placed by a click, moved by a drag or Shift and arrows, chosen by arrows, taken back by Del. */
export function usePointEditing({ doing, curve, zoom, onPlace, onChange, onLook }: Editing) {
  const [selected, setSelected] = useState<number | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  // a drag is one step: the points move on the screen, and are put when it ends
  const [moved, setMoved] = useState<Place[] | null>(null);
  useEffect(() => setSelected(null), [doing]);
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
  return { points: moved ?? curve?.points ?? [], selected, down, move, up, keys };
}
