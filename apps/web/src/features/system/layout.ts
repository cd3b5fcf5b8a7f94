import { quantityOf, type PlaceResult, type RawLine, type ScenarioResult, type Study } from '@cedar-knot/core';

/** room around the drawing, px */
export const LEFT = 54;
export const RIGHT = 104;
export const TOP = 18;
export const BOTTOM = 30;

/** The drawing's size and its vertical scale. */
export interface Frame {
  width: number;
  height: number;
  y: (metres: number) => number;
  ticks: number[];
}

/** Where everything stands along the profile's schematic x axis, in px for a given width. */
export interface ProfileLayout {
  /** x of each point */
  points: ReadonlyMap<string, number>;
  /** x of every place of each line: elements + 1 */
  lines: ReadonlyMap<string, readonly number[]>;
}

/** Long pipes are longer, but not in proportion: a kilometre and ten metres both have to be legible. */
function weight(kind: string, lengthText: unknown): number {
  if (kind !== 'pipe') return kind === 'non-return' || kind === 'hand-valve' || kind === 'orifice' ? 44 : 64;
  const length = quantityOf(lengthText, 'length') ?? 0;
  return 50 + 9 * Math.sqrt(Math.min(Math.max(length, 0), 4000) || 0);
}

/**
 * Points stand as far right as the longest way that leads to them; a line between two points fills the distance. A line that
 * closes a loop runs back.
 */
export function layoutProfile(study: Study, left: number, right: number): ProfileLayout {
  const widths = study.lines.map((l) => l.elements.map((e) => weight(e.kind, e.length)));
  const total = widths.map((w) =>
    Math.max(
      60,
      w.reduce((s, x) => s + x, 0),
    ),
  );
  const at = new Map<string, number>();
  for (const id of Object.keys(study.points)) if (!study.lines.some((l) => l.to === id)) at.set(id, 0);
  if (at.size === 0 && study.lines[0]) at.set(study.lines[0].from, 0);
  // as many rounds as there are lines settle every way without a loop; a loop keeps what it has then
  for (let round = 0; round < study.lines.length; round++) {
    let moved = false;
    study.lines.forEach((l, i) => {
      const from = at.get(l.from);
      if (from === undefined) {
        if (at.has(l.to)) {
          at.set(l.from, at.get(l.to)! - total[i]!);
          moved = true;
        }
        return;
      }
      const reached = from + total[i]!;
      if (!at.has(l.to) || (at.get(l.to)! < reached - 1 && !leadsBack(study, l.to, l.from))) {
        at.set(l.to, reached);
        moved = true;
      }
    });
    if (!moved) break;
  }
  const xs = [...at.values()];
  const min = Math.min(0, ...xs);
  const span = Math.max(1, ...xs) - min;
  const scale = (x: number): number => left + ((x - min) / span) * (right - left);
  const points = new Map([...at].map(([id, x]) => [id, scale(x)]));
  const lines = new Map(
    study.lines.map((l, i) => {
      const a = points.get(l.from) ?? left;
      const b = points.get(l.to) ?? right;
      const sum = widths[i]!.reduce((s, x) => s + x, 0) || 1;
      let run = 0;
      return [l.id, [a, ...widths[i]!.map((w) => a + ((run += w) / sum) * (b - a))]];
    }),
  );
  return { points, lines };
}

/** whether lines lead from one point on to another */
function leadsBack(study: Study, from: string, to: string): boolean {
  const seen = new Set([from]);
  for (const p of seen) {
    if (p === to) return true;
    for (const l of study.lines) if (l.from === p) seen.add(l.to);
  }
  return false;
}

/** Places along a line; none when they belong to another state of the line, as a scenario's last good ones may. */
export function placesOf(result: ScenarioResult | null | undefined, line: RawLine): readonly PlaceResult[] {
  const places = result?.places[line.id];
  return places?.length === line.elements.length + 1 ? places : [];
}

/** distance between lines that would lie on each other, px */
const LANE = 22;
/** closer than this two lines cannot be told apart, px */
const TOO_CLOSE = 15;
/** over how much a line leaves its point for its lane, px */
const TAPER = 12;
const SAMPLES = 9;

/**
 * Lines that lie over one another are drawn beside each other: px by which each is moved, down when positive. Its ends stay
 * at their points.
 */
export function lanesOf(study: Study, layout: ProfileLayout, result: ScenarioResult, frame: Frame): ReadonlyMap<string, number> {
  const placed: { xs: readonly number[]; ys: readonly number[]; shift: number }[] = [];
  const lanes = new Map<string, number>();
  for (const line of study.lines) {
    const xs = layout.lines.get(line.id)!;
    const ys = placesOf(result, line).map((p) => frame.y(p.elevation));
    if (ys.length === 0) continue;
    const fits = (shift: number): boolean =>
      Math.min(...ys) + shift > TOP &&
      Math.max(...ys) + shift < frame.height - BOTTOM - 6 &&
      !placed.some((p) => collide(xs, ys, shift, p.xs, p.ys, p.shift));
    const shift = [0, 1, -1, 2, -2].map((k) => k * LANE).find(fits) ?? 0;
    placed.push({ xs, ys, shift });
    lanes.set(line.id, shift);
  }
  return lanes;
}

/** whether two lines run within a hair of each other over most of the way that they share; crossing is no collision */
function collide(
  xs: readonly number[],
  ys: readonly number[],
  shift: number,
  otherXs: readonly number[],
  otherYs: readonly number[],
  otherShift: number,
): boolean {
  const from = Math.max(Math.min(...xs), Math.min(...otherXs)) + 2;
  const to = Math.min(Math.max(...xs), Math.max(...otherXs)) - 2;
  if (to - from < TAPER) return false;
  let close = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const x = from + ((to - from) * (i + 0.5)) / SAMPLES;
    if (Math.abs(at(xs, ys, x) + shift - at(otherXs, otherYs, x) - otherShift) < TOO_CLOSE) close++;
  }
  return close > SAMPLES / 2;
}

function at(xs: readonly number[], ys: readonly number[], x: number): number {
  for (let i = 0; i + 1 < xs.length; i++) {
    const [a, b] = [xs[i]!, xs[i + 1]!];
    if (x >= Math.min(a, b) && x <= Math.max(a, b) && a !== b) return ys[i]! + ((x - a) / (b - a)) * (ys[i + 1]! - ys[i]!);
  }
  return ys.at(-1)!;
}

/** Corners of a line as it is drawn: its places, moved by its lane but for the two ends. */
export function pathOf(xs: readonly number[], ys: readonly number[], lane: number): [number, number][] {
  if (lane === 0) return xs.map((x, i) => [x, ys[i]!]);
  const last = xs.length - 1;
  const towards = Math.sign(xs[last]! - xs[0]!) || 1;
  const taper = Math.min(TAPER, Math.abs(xs[last]! - xs[0]!) / 3) * towards;
  return [
    [xs[0]!, ys[0]!],
    [xs[0]! + taper, ys[0]! + lane],
    ...xs.slice(1, last).map((x, i): [number, number] => [x, ys[i + 1]! + lane]),
    [xs[last]! - taper, ys[last]! + lane],
    [xs[last]!, ys[last]!],
  ];
}
