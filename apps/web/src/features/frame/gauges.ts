import type { CheckCode, Margin, ScenarioResult, Verdict } from '@cedar-knot/core';
import { scaleOf } from '../entry/gaugeScale.js';
import type { GaugeScale } from '../../ui/PinGauge.js';

/** The four gauges of a scenario card. */
interface Gauge {
  label: string;
  title: string;
  text: string;
  value: number | null;
  verdict: Verdict;
  scale: GaugeScale;
}

const percent = (v: number): string => `${Math.round(v * 100)} %`;

/** what a card shows, and how wide its scale is drawn: no limit stands here */
const SHOWN: readonly {
  check: CheckCode;
  label: string;
  title: string;
  write: (v: number) => string;
  span: readonly [number, number];
}[] = [
  { check: 'npsh-ratio', label: 'NPSH', title: 'NPSH available over required', write: (v) => v.toFixed(2), span: [0.8, 3.2] },
  {
    check: 'flow-region',
    label: 'BEP flow',
    title: 'flow of one unit over its best-efficiency flow',
    write: percent,
    span: [0.2, 1.5],
  },
  { check: 'valve-opening', label: 'Valve', title: 'opening of the control valve', write: percent, span: [0, 1] },
  { check: 'motor-power', label: 'Motor', title: 'motor rating over shaft power', write: (v) => v.toFixed(2), span: [0.8, 2] },
];

/** the pipe that stands nearest to what it may see */
function mostPressed({ margins }: ScenarioResult): Margin | undefined {
  const share = (m: Margin): number => m.value! / m.limit!;
  return margins
    .filter((m) => m.check === 'highest-pressure' && m.value !== null && m.limit !== null)
    .sort((a, b) => share(b) - share(a))[0];
}

/** Where no valve stands, the pressure in the line takes its place. */
function linePressure(m: Margin): Gauge {
  const share = m.value! / m.limit!;
  return {
    label: 'Line p',
    title: `highest pressure in ${m.where} over what it may see, absolute`,
    text: percent(share),
    value: m.value,
    verdict: m.verdict,
    scale: scaleOf(m, [0, 1.15 * m.limit!]),
  };
}

/** The gauges of a scenario, of the pump that is followed. */
export function gauges(result: ScenarioResult, pump: string | null): Gauge[] {
  const hasValve = result.margins.some((m) => m.check === 'valve-opening' && m.value !== null);
  const line = hasValve ? undefined : mostPressed(result);
  return SHOWN.map(({ check, label, title, write, span }) => {
    if (check === 'valve-opening' && line) return linePressure(line);
    const isPump = check !== 'valve-opening';
    const margin = result.margins.find((m) => m.check === check && (!isPump || pump === null || m.where === pump));
    const value = margin?.value ?? null;
    return {
      label,
      title,
      text: value === null ? '–' : write(value),
      value,
      verdict: margin?.verdict ?? 'not-applicable',
      scale: scaleOf(margin, span),
    };
  });
}
