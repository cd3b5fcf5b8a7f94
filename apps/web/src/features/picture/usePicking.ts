import type { Place } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { wordsOf } from '../../api/client.js';
import { EMPTY_PICTURE, pointsOf, type PictureState } from '../../state/picture.js';
import type { PictureWorkerApi } from '../../worker/picture.worker.js';
import { nextMark, type Doing } from './doing.js';
import { openPicture, pixelsOf, type Opened } from './source.js';
import { msg } from './words.js';

interface Picking {
  state: PictureState;
  put: (change: (s: PictureState) => PictureState) => void;
  /** begins with a state that was kept */
  onKept: (steps: readonly PictureState[]) => void;
  onProblem: (problem: string | null) => void;
}

/** A picture that is open, with a worker that finds its strokes: marks and points are placed, a stroke is followed to its end. */
export function usePicking({ state, put, onKept, onProblem }: Picking) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [doing, setDoing] = useState<Doing>({ kind: 'mark', axis: 'flow', which: 'first' });
  const worker = useMemo(() => new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' }), []);
  const remote = useMemo(() => Comlink.wrap<PictureWorkerApi>(worker), [worker]);
  useEffect(() => () => worker.terminate(), [worker]);
  const open = async (chosen: Blob, name: string, page = 1, kept?: PictureState): Promise<void> => {
    try {
      const next = await openPicture(chosen, name, page);
      await remote.open(next.width, next.height, Comlink.transfer(pixelsOf(next), []));
      setOpened(next);
      onProblem(null);
      if (kept) onKept([EMPTY_PICTURE, kept]);
      else put((s) => ({ ...s, page: next.pages > 1 ? msg('view.picture.page', { page }) : s.page }));
    } catch (e) {
      onProblem(wordsOf(e));
    }
  };

  const curve = doing.kind === 'curve' ? state.curves.find((c) => c.id === doing.id) : undefined;

  const follow = async (): Promise<void> => {
    if (!curve || curve.points.length === 0) return;
    const found = await remote.follow(curve.points);
    if (!found) return onProblem(msg('view.picture.noStrokeFoundAtThese'));
    onProblem(null);
    put((s) => ({
      ...s,
      curves: s.curves.map((c) =>
        c.id === curve.id ? { ...c, followed: found.places, points: pointsOf(s, c.kind, found.places) } : c,
      ),
    }));
  };
  const place = async (at: Place, isFree: boolean): Promise<void> => {
    if (doing.kind === 'mark') {
      const { axis, which } = doing;
      put((s) => ({ ...s, axes: { ...s.axes, [axis]: { ...s.axes[axis], [which]: { ...s.axes[axis][which], at } } } }));
      setDoing(nextMark(state, axis, which));
      return;
    }
    if (doing.kind === 'corner') {
      put((s) => ({ ...s, corners: [...s.corners, at].slice(0, 4) }));
      if (state.corners.length >= 3) setDoing({ kind: 'curve', id: state.curves[0]!.id });
      return;
    }
    const on = isFree ? at : ((await remote.snap(at)) ?? at);
    put((s) => ({ ...s, curves: s.curves.map((c) => (c.id === doing.id ? { ...c, points: [...c.points, on] } : c)) }));
  };
  const snap = (p: Place): Promise<Place | null> => remote.snap(p);
  return { opened, doing, setDoing, curve, open, follow, place, snap };
}
