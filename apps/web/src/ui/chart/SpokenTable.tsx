import type { ApexOptions } from 'apexcharts';
import { shortNumber } from '@cedar-knot/wording';
import { memo } from 'react';
import { msg } from '../../words.js';

/** values of a curve that are spoken: as many as tell its course */
const MOST = 12;

type Pair = readonly [number, number | null];

/** A chart as a table for who hears it: each curve a row, as many of its points as tell its course. */
export const SpokenTable = memo(function SpokenTable({
  label,
  options,
  spoken = (name) => name,
}: {
  label: string;
  options: ApexOptions;
  spoken?: ((name: string) => string | undefined) | undefined;
}) {
  const curves = ((options.series ?? []) as { name?: string; data?: readonly unknown[] }[]).flatMap(({ name, data }) => {
    const pairs = (data ?? []).map(pairOf).filter((p): p is Pair => p !== undefined);
    const said = name === undefined || name === '' ? undefined : spoken(name);
    return said !== undefined && pairs.length > 0 ? [{ name: said, pairs: thinned(pairs) }] : [];
  });
  if (curves.length === 0) return null;
  return (
    <div className="sr-only-text no-print">
      <table>
        <caption>{msg('app.chartAsTable', { label })}</caption>
        <tbody>
          {curves.map((c, i) => (
            <tr key={`${c.name} ${i}`}>
              <th scope="row">{c.name}</th>
              {c.pairs.map(([x, y], k) => (
                <td key={k}>{msg('app.valueAt', { x: shortNumber(x), y: y === null ? '–' : shortNumber(y) })}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
});

function pairOf(point: unknown): Pair | undefined {
  if (Array.isArray(point)) return [Number(point[0]), point[1] === null ? null : Number(point[1])];
  const { x, y } = (point ?? {}) as { x?: number; y?: number | null };
  return x === undefined || y === undefined ? undefined : [x, y];
}

/** evenly over the curve, its ends among them */
const thinned = (pairs: readonly Pair[]): Pair[] =>
  pairs.length <= MOST
    ? [...pairs]
    : Array.from({ length: MOST }, (_, k) => pairs[Math.round((k * (pairs.length - 1)) / (MOST - 1))]!);
