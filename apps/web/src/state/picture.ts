import {
  efficiencyOfContours,
  findUnit,
  PictureAxes,
  residuals,
  rowsOf,
  thinned,
  writeQuantity,
  type AxesProblem,
  type Corners,
  type PickedRow,
  type Place,
  type RawEntry,
  type Reading,
} from '@cedar-knot/core';
import { msg } from '../words.js';

/* What is picked off a printed curve, and the entry of a catalogue that it makes. Places are pixels of the picture. */

export type AxisName = 'flow' | 'head' | 'efficiency' | 'power' | 'npshr';
export type CurveKind = Exclude<AxisName, 'flow'> | 'contour';

export interface AxisMarkState {
  value: string;
  at: Place | null;
}

export interface AxisState {
  first: AxisMarkState;
  second: AxisMarkState;
  unit: string;
  isLog: boolean;
}

export interface CurveState {
  id: string;
  kind: CurveKind;
  /** as typed, `315 mm`; empty: of all diameters */
  diameter: string;
  /** of a contour, % */
  level: string;
  points: Place[];
  /** the stroke as it was followed; empty until then */
  followed: Place[];
}

export interface PictureState {
  axes: Record<AxisName, AxisState>;
  /** corners of the frame, upper left first, clockwise; fewer than four straighten nothing */
  corners: Place[];
  curves: CurveState[];
  name: string;
  maker: string;
  speed: string;
  page: string;
}

export const AXES: readonly { name: AxisName; label: string; units: readonly string[] }[] = [
  { name: 'flow', label: msg('app.flow3'), units: ['m3/h', 'L/s', 'L/min', 'm3/s', 'gpm'] },
  { name: 'head', label: msg('app.head3'), units: ['m', 'ft'] },
  { name: 'efficiency', label: msg('app.efficiency'), units: ['%', '1'] },
  { name: 'power', label: msg('app.power'), units: ['kW', 'hp', 'W'] },
  { name: 'npshr', label: 'NPSHR', units: ['m', 'ft'] },
];

const axis = (unit: string, first: string, second: string): AxisState => ({
  first: { value: first, at: null },
  second: { value: second, at: null },
  unit,
  isLog: false,
});

export const EMPTY_PICTURE: PictureState = {
  axes: { flow: axis('m3/h', '0', ''), head: axis('m', '0', ''), efficiency: axis('%', '0', ''), power: axis('kW', '0', ''), npshr: axis('m', '0', '') },
  corners: [],
  curves: [{ id: 'c1', kind: 'head', diameter: '', level: '', points: [], followed: [] }],
  name: '',
  maker: '',
  speed: '',
  page: '',
}; // prettier-ignore

/** points that stand for a followed stroke */
const KEPT_POINTS = 11;
const DIMENSION = { flow: 'flow', head: 'head', power: 'power', npshr: 'head' } as const;

const axisOf = (kind: CurveKind): AxisName => (kind === 'contour' ? 'head' : kind);

/** SI of a value on an axis */
function toSi(name: AxisName, unit: string): number {
  if (name === 'efficiency') return unit === '%' ? 0.01 : 1;
  return findUnit(DIMENSION[name], unit)?.factor ?? 1;
}

const numberOf = (typed: string): number => (typed.trim() === '' ? NaN : Number(typed.replace(',', '.')));

export type AxesReason = AxesProblem | 'flow-missing' | 'axis-missing';

/** The axes by which a curve is read, in SI; or what they lack. */
export function axesFor(state: PictureState, kind: CurveKind): PictureAxes | AxesReason {
  const marked = (name: AxisName) => {
    const { first, second, unit, isLog } = state.axes[name];
    const [a, b] = [numberOf(first.value), numberOf(second.value)];
    if (!first.at || !second.at || !Number.isFinite(a) || !Number.isFinite(b)) return undefined;
    const factor = toSi(name, unit);
    return { first: { at: first.at, value: a * factor }, second: { at: second.at, value: b * factor }, isLog };
  };
  const x = marked('flow');
  const y = marked(axisOf(kind));
  if (!x) return 'flow-missing';
  if (!y) return 'axis-missing';
  const corners = state.corners.length === 4 ? (state.corners as unknown as Corners) : undefined;
  return PictureAxes.make(x, y, corners);
}

/** Values of places of a curve, flow rising. */
export function readingsOf(state: PictureState, kind: CurveKind, places: readonly Place[]): Reading[] {
  const axes = axesFor(state, kind);
  if (typeof axes === 'string') return [];
  return places.map((p) => axes.read(p));
}

/** Places of the points that stand for a followed stroke. */
export function pointsOf(state: PictureState, kind: CurveKind, followed: readonly Place[]): Place[] {
  const axes = axesFor(state, kind);
  // a contour closes on itself over the flow: every so many of its places
  if (typeof axes === 'string' || kind === 'contour') return every(followed, KEPT_POINTS);
  return thinned(followed.map((p) => axes.read(p)), KEPT_POINTS).map((r) => axes.place(r.x, r.y)); // prettier-ignore
}

function every(places: readonly Place[], count: number): Place[] {
  if (places.length <= count) return [...places];
  return Array.from({ length: count }, (_, i) => places[Math.round((i * (places.length - 1)) / (count - 1))]!);
}

/** What the points of a curve leave over against the stroke that was followed; in SI. */
export function leftOver(state: PictureState, curve: CurveState): ReturnType<typeof residuals> | null {
  if (curve.followed.length < 3 || curve.kind === 'contour') return null;
  return residuals(readingsOf(state, curve.kind, curve.points), readingsOf(state, curve.kind, curve.followed));
}

/** curves of a kind that belong to a diameter: its own, else those of all */
function curveFor(state: PictureState, kind: CurveKind, diameter: string): CurveState | undefined {
  const some = state.curves.filter((c) => c.kind === kind && c.points.length >= 2);
  return some.find((c) => c.diameter.trim() === diameter.trim()) ?? some.find((c) => c.diameter.trim() === '');
}

const typedUnit = (state: PictureState, name: AxisName): string => state.axes[name].unit;

function writtenRow(state: PictureState, r: PickedRow): RawEntry {
  const q = (x: number | undefined, name: 'flow' | 'head' | 'power' | 'npshr'): string | undefined =>
    x === undefined ? undefined : rounded(writeQuantity(x, DIMENSION[name], typedUnit(state, name)));
  const row = {
    flow: q(Math.max(0, r.flow), 'flow'),
    head: q(r.head, 'head'),
    efficiency: r.efficiency === undefined ? undefined : Number(Math.min(1, Math.max(0, r.efficiency)).toFixed(4)),
    power: q(r.power, 'power'),
    npshr: q(r.npshr, 'npshr'),
  };
  return Object.fromEntries(Object.entries(row).filter(([, v]) => v !== undefined));
}

/** four figures: a stroke is not read closer */
const rounded = (text: string): string => {
  const [number, ...unit] = text.split(' ');
  return [Number(Number(number).toPrecision(4)), ...unit].join(' ');
};

/** a flow picked at the axis itself is no flow, though the pen was a little beside it */
const AT_NOTHING = 0.008;

function snappedToAxis(head: readonly Reading[]): Reading[] {
  const end = Math.max(...head.map((r) => r.x));
  const sorted = [...head].sort((a, b) => a.x - b.x);
  return sorted.map((r, i) => (i === 0 && Math.abs(r.x) < AT_NOTHING * end ? { x: 0, y: r.y } : r)).filter((r) => r.x >= 0);
}

/** The entry that the picked curves make; undefined while no head curve has two points. */
export function entryOf(state: PictureState): RawEntry | undefined {
  const heads = state.curves.filter(
    (c) => c.kind === 'head' && c.points.length >= 2 && typeof axesFor(state, 'head') !== 'string',
  );
  if (heads.length === 0) return undefined;
  const contours = state.curves
    .filter((c) => c.kind === 'contour' && c.points.length >= 2 && Number.isFinite(numberOf(c.level)))
    .map((c) => ({ efficiency: numberOf(c.level) / 100, line: readingsOf(state, 'contour', c.points) }));
  const curves = heads.map((h) => {
    const head = snappedToAxis(readingsOf(state, 'head', h.points));
    const of = (kind: CurveKind): Reading[] | undefined => {
      const found = curveFor(state, kind, h.diameter);
      const read = found ? readingsOf(state, kind, found.points) : [];
      return read.length >= 2 ? read : undefined;
    };
    const fromContours = contours.length > 0 ? efficiencyOfContours(head, contours) : [];
    const efficiency = of('efficiency') ?? (fromContours.length >= 2 ? [{ x: 0, y: 0 }, ...fromContours] : undefined);
    const picked = { head, efficiency, power: of('power'), npshr: of('npshr') };
    const known = Object.fromEntries(Object.entries(picked).filter(([, v]) => v !== undefined)) as typeof picked & {
      head: Reading[];
    };
    return { diameter: h.diameter.trim(), curve: rowsOf(known as Parameters<typeof rowsOf>[0]).map((r) => writtenRow(state, r)) };
  });
  const about = { name: state.name.trim(), ...(state.maker.trim() ? { maker: state.maker.trim() } : {}), ...(state.speed.trim() ? { speed: state.speed.trim() } : {}) }; // prettier-ignore
  if (curves.length === 1) {
    const [only] = curves;
    return { ...about, ...(only!.diameter ? { diameter: only!.diameter } : {}), curve: only!.curve };
  }
  return { ...about, curves };
}
