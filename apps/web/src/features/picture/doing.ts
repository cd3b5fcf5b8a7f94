import { axesFor, type AxisName, type PictureState } from '../../state/picture.js';

/** What a click on the picture does. */
export type Doing =
  { kind: 'mark'; axis: AxisName; which: 'first' | 'second' } | { kind: 'corner' } | { kind: 'curve'; id: string };

const ORDER: readonly AxisName[] = ['flow', 'head', 'efficiency', 'power', 'npshr'];

/** after the first mark of an axis its second; after those of flow and head the first curve */
export function nextMark(state: PictureState, axis: AxisName, which: 'first' | 'second'): Doing {
  if (which === 'first' && !state.axes[axis].second.at) return { kind: 'mark', axis, which: 'second' };
  const next = ORDER[ORDER.indexOf(axis) + 1];
  if (axis === 'flow' && next && !state.axes[next].first.at) return { kind: 'mark', axis: next, which: 'first' };
  const isReady = typeof axesFor(state, 'head') !== 'string' || axis === 'head';
  return isReady ? { kind: 'curve', id: state.curves[0]!.id } : { kind: 'mark', axis, which };
}
