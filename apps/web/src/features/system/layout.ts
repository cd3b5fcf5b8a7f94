import type { PlaceResult, RawLine, ScenarioResult, Study } from '@cedar-knot/core';

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
  const length = typeof lengthText === 'string' ? Number.parseFloat(lengthText) : 0;
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
