import type { Margin, ScenarioResult, Verdict } from '@cedar-knot/core';

/** A short scale: medium weight where allowable, heavy where preferred. */
export interface GaugeScale {
  min: number;
  max: number;
  allow: readonly [number, number];
  prefer: readonly [number, number];
  ticks: readonly number[];
}

/** The four gauges of a scenario card and the worst of all its checks. */
export interface Gauge {
  label: string;
  title: string;
  text: string;
  value: number | null;
  verdict: Verdict;
  scale: GaugeScale;
}

const ORDER: Readonly<Record<Verdict, number>> = { fails: 0, near: 1, holds: 2, 'not-applicable': 3 };

export function worstMargins(result: ScenarioResult): Margin[] {
  return result.margins
    .filter((m) => m.verdict === 'fails' || m.verdict === 'near')
    .sort((a, b) => ORDER[a.verdict] - ORDER[b.verdict]);
}

export function overall(result: ScenarioResult): Verdict {
  return worstMargins(result)[0]?.verdict ?? (result.margins.some((m) => m.verdict === 'holds') ? 'holds' : 'not-applicable');
}

export function gauges(result: ScenarioResult, pump: string | null): Gauge[] {
  const find = (check: string, where?: string | null): Margin | undefined =>
    result.margins.find((m) => m.check === check && (!where || m.where === where));
  const npsh = find('npsh-ratio', pump);
  const region = find('flow-region', pump);
  const opening = find('valve-opening');
  const motor = find('motor-power', pump);
  const percent = (v: number): string => `${Math.round(v * 100)} %`;
  const band = (m: Margin | undefined, fallback: readonly [number, number]): readonly [number, number] => [
    m?.limit ?? fallback[0],
    m?.upper ?? fallback[1],
  ];
  const npshLimit = npsh?.limit ?? 1.3;
  const motorLimit = motor?.limit ?? 1.15;
  const regionBand = band(region, [0.5, 1.25]);
  const valveBand = band(opening, [0.15, 0.85]);
  return [
    gauge('NPSH', 'NPSH available over required', npsh, (v) => v.toFixed(2), {
      min: 0.8,
      max: 3.2,
      allow: [npshLimit, 3.2],
      prefer: [npshLimit * 1.1, 3.2],
      ticks: [npshLimit],
    }),
    gauge('BEP flow', 'flow of one unit over its best-efficiency flow', region, percent, {
      min: 0.2,
      max: 1.5,
      allow: regionBand,
      prefer: [Math.max(0.7, regionBand[0]), Math.min(1.2, regionBand[1])],
      ticks: [...regionBand],
    }),
    gauge('Valve', 'opening of the control valve', opening, percent, {
      min: 0,
      max: 1,
      allow: valveBand,
      prefer: [valveBand[0] + 0.05, valveBand[1] - 0.05],
      ticks: [...valveBand],
    }),
    gauge('Motor', 'motor rating over shaft power', motor, (v) => v.toFixed(2), {
      min: 0.8,
      max: 2,
      allow: [motorLimit, 2],
      prefer: [motorLimit * 1.05, 2],
      ticks: [motorLimit],
    }),
  ];
}

function gauge(label: string, title: string, margin: Margin | undefined, write: (v: number) => string, scale: GaugeScale): Gauge {
  const value = margin?.value ?? null;
  return { label, title, text: value === null ? '–' : write(value), value, verdict: margin?.verdict ?? 'not-applicable', scale };
}
