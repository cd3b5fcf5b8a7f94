import { fixed } from '@cedar-knot/wording';
import type { CheckCode, Margin, ScenarioResult, Verdict } from '@cedar-knot/core';
import { scaleOf } from '../entry/gaugeScale.js';
import type { GaugeScale } from '../../ui/PinGauge.js';
import { msg } from './words.js';

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
  {
    check: 'npsh-ratio',
    label: 'NPSH',
    title: msg('view.frame.npshAvailableRelativeToNpsh'),
    write: (v) => fixed(v, 2),
    span: [0.8, 3.2],
  },
  {
    check: 'flow-region',
    label: msg('view.frame.bepFlow'),
    title: msg('view.frame.flowPerUnitRelativeTo'),
    write: percent,
    span: [0.2, 1.5],
  },
  {
    check: 'valve-opening',
    label: msg('view.frame.valve'),
    title: msg('view.frame.openingOfTheControlValve'),
    write: percent,
    span: [0, 1],
  },
  {
    check: 'motor-power',
    label: msg('app.motor'),
    title: msg('view.frame.motorRatingRelativeToShaft'),
    write: (v) => fixed(v, 2),
    span: [0.8, 2],
  },
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
    label: msg('view.frame.lineP'),
    title: msg('view.frame.highestPressureInRelativeTo', { where: m.where }),
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
