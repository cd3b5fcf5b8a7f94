import { fixed, rounded } from '@cedar-knot/wording';
import { KV_PER_CV, noiseOf, type ValveNoise, type ValveRow } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { useDisplay, useStudy } from '../context.js';
import type { OpeningBand } from '../../state/openingBand.js';
import type { Need } from './NeedsTable.js';
import { msg } from './words.js';

interface ExtremesProps {
  needs: readonly Need[];
  figures: ValveFigures;
  row: ValveRow | null;
  band: OpeningBand;
  rangeability: number | undefined;
}

/** The range that is asked of the valve, the flow that it has left, how loud it is, and how far down it controls. */
export function Extremes({ needs, figures, row, band, rangeability }: ExtremesProps) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const shown = useStudy((s) => s.shown);
  const us = d.system === 'us';
  const coefficient = us ? 'Cv' : 'Kv';
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const kvs = needs.flatMap(([, n]) => (n.kv ? [n.kv * (us ? 1 / KV_PER_CV : 1)] : []));
  const opens = Object.entries(row?.scenarios ?? {}).filter(([, s]) => s.opening !== null);
  const most = [...opens].sort((a, b) => b[1].opening! - a[1].opening!)[0];
  const least = [...opens].sort((a, b) => a[1].opening! - b[1].opening!)[0];
  const loudest = needs
    .flatMap(([id, n]) => {
      const medium = shown[id]?.outcome.medium;
      if (!medium || n.drop === null || n.inletPressure === null || !(n.drop > 0)) return [];
      const stand = row?.scenarios[id];
      const noise = noiseOf(stand?.xfRatio ?? null, stand?.chokedRatio ?? null, n.inletPressure - n.drop, medium.vapourPressure);
      return noise ? [{ id, noise, sigma: (n.inletPressure - medium.vapourPressure) / n.drop }] : [];
    })
    .sort((a, b) => LOUDER.indexOf(a.noise) - LOUDER.indexOf(b.noise) || a.sigma - b.sigma)[0];
  const spare = (id: string, edge: 0 | 1): number | null => {
    const flow = row?.scenarios[id]?.controls?.[edge];
    const asked = figures.required[id]?.flow;
    return flow === undefined || !asked ? null : flow / asked - 1;
  };
  const percent = (x: number): string => `${x < 0 ? '−' : '+'}${fixed(Math.abs(x * 100), 1)} %`;
  // one duty, and no valve that is looked at: there is nothing to say yet
  if (kvs.length < 2 && !most && !loudest) return null;
  return (
    <>
      <h3 className="mt-1 text-[13.5px] font-semibold">{msg('view.valves.leastNormalAndLargest')}</h3>
      <dl className="text-[12.5px]">
        {kvs.length > 1 && (
          <Line
            name={msg('view.valves.requiredRange', {
              coefficient,
              number: rounded(Math.max(...kvs), 3),
              number2: rounded(Math.min(...kvs), 3),
            })}
          >
            <b className="font-semibold">{fixed(Math.max(...kvs) / Math.min(...kvs), 1)}</b>
            {rangeability !== undefined && msg('view.valves.of', { rangeability })}
          </Line>
        )}
        {most && spare(most[0], 1) !== null && (
          <Line
            name={msg('view.valves.flowReserveAtTravelIn', {
              high: Math.round(band.high * 100),
              letter: letterOf(index(most[0])),
            })}
          >
            <b className={`font-semibold ${spare(most[0], 1)! < 0 ? 'text-fails' : ''}`}>{percent(spare(most[0], 1)!)}</b>
          </Line>
        )}
        {loudest && (
          <Line name={msg('view.valves.noiseIn', { sigma: fixed(loudest.sigma, 2), letter: letterOf(index(loudest.id)) })}>
            <span className={loudest.noise === 'turbulent' ? '' : 'text-near'}>{NOISE[loudest.noise]}</span>
          </Line>
        )}
        {least && row?.scenarios[least[0]]?.controls && (
          <Line name={msg('view.valves.lowestControllableFlowIn', { letter: letterOf(index(least[0])) })}>
            <b className="font-semibold">{d.number(row.scenarios[least[0]]!.controls![0], 'flow')}</b> {d.unit('flow')}
          </Line>
        )}
      </dl>
    </>
  );
}

const LOUDER: readonly ValveNoise[] = ['flashing', 'choked', 'cavitating', 'turbulent'];
const NOISE: Readonly<Record<ValveNoise, string>> = {
  turbulent: msg('view.valves.flowNoiseOnly'),
  cavitating: msg('view.valves.cavitatingLoud'),
  choked: msg('view.valves.chokedLoudWearsTheTrim'),
  flashing: msg('view.valves.flashingWearsTheBody'),
};

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="border-soft flex min-h-[20px] items-center gap-2 border-b">
      <dt className="min-w-0 flex-1">{name}</dt>
      <dd className="text-right whitespace-nowrap">{children}</dd>
    </div>
  );
}
