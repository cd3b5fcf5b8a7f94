import { inputAt, longLine, runStudy, type LongLine, type LongPlace, type Station, type Study } from '@cedar-knot/core';

/* The long line of every scenario in columns: thousands of places are posted as numbers, not as objects. */

const FIGURES = [
  'chainage',
  'elevation',
  'pressure',
  'grade',
  'energy',
  'vapourPressure',
  'vapour',
  'allowed',
  'allowedHead',
  'temperature',
  'kinematicViscosity',
  'freeGas',
] as const satisfies readonly (keyof LongPlace)[];
type Figure = (typeof FIGURES)[number];

/** The main way of one scenario; NaN where a figure is not known. */
export interface LongSight extends Pick<LongLine, 'lines' | 'length'> {
  stations: Station[];
  /** ids of elements, and which of them each place is of */
  elements: string[];
  element: Uint16Array;
  at: Record<Figure, Float64Array>;
  /** the input that imposes the flow along it; null where it follows from the curves */
  flowInput: string | null;
  /** of the liquid where the way begins, m³/s */
  flow: number;
  /** of the site, Pa */
  atmosphere: number;
}

export function longSights(study: Study): Record<string, LongSight> {
  const sights: Record<string, LongSight> = {};
  for (const { id, model, result } of runStudy(study).scenarios) {
    if (!model || !result || result.status === 'failed') continue;
    const { lines, length, places, stations } = longLine(model, result);
    if (places.length === 0) continue;
    const elements = [...new Set(places.map((p) => p.element))];
    const index = new Map(elements.map((e, i) => [e, i]));
    const at = Object.fromEntries(
      FIGURES.map((key) => [key, Float64Array.from(places, (p) => p[key] ?? NaN)]),
    ) as LongSight['at'];
    sights[id] = {
      lines,
      length,
      stations,
      elements,
      element: Uint16Array.from(places, (p) => index.get(p.element)!),
      at,
      flowInput: flowInputOf(study, id, lines),
      flow: Math.abs(result.lines[lines[0]!]?.flow ?? NaN),
      atmosphere: model.network.atmosphere,
    };
  }
  return sights;
}

/** the first entry along the way that fixes its flow: of a pump or valve that holds it, of a line, of the point where it begins */
function flowInputOf(study: Study, scenario: string, way: readonly string[]): string | null {
  const set = study.scenarios.find((s) => s.id === scenario)?.set ?? {};
  const seen = (id: string, entry: Readonly<Record<string, unknown>>, key: string): unknown => set[`${id}.${key}`] ?? entry[key];
  for (const id of way) {
    const line = study.lines.find((l) => l.id === id)!;
    for (const point of [line.from, line.to]) {
      const p = study.points[point]!;
      if (p.kind === 'flow' && typeof seen(point, p, 'flow') === 'string') return usable(study, `${point}.flow`);
    }
    if (typeof seen(id, line, 'flow') === 'string') return usable(study, `${id}.flow`);
    for (const e of line.elements)
      if ((e.kind === 'pump' || e.kind === 'control-valve') && seen(e.id, e, 'mode') === 'flow')
        return usable(study, `${e.id}.flow`);
  }
  return null;
}

const usable = (study: Study, address: string): string | null => (inputAt(study, address) ? address : null);
