import { MarkShape, verdictColor, type MarkKind } from './marks.js';

/** A short scale: medium weight where allowable, heavy where preferred. */
export interface GaugeScale {
  min: number;
  max: number;
  allow: readonly [number, number];
  prefer: readonly [number, number];
  ticks: readonly number[];
}

const W = 50;
const BASE = 31;
const LEFT = 3;

/**
 * A short scale with its limit ticks, a stem at the exact place of the value and the verdict's mark as its head.
 * Weight says comfort: hairline outside, medium allowable, heavy preferred.
 */
export function PinGauge({
  label,
  text,
  value,
  scale,
  verdict,
  title,
}: {
  label: string;
  text: string;
  value: number | null;
  scale: GaugeScale;
  verdict: MarkKind;
  title: string;
}) {
  const x = (v: number): number =>
    LEFT + ((Math.min(Math.max(v, scale.min), scale.max) - scale.min) / (scale.max - scale.min)) * (W - 2 * LEFT);
  const beyond = value !== null && value > scale.max;
  return (
    <svg
      width={W}
      height={49}
      viewBox={`0 0 ${W} 49`}
      role="img"
      aria-label={`${title}: ${text}, ${verdict}`}
      className="overflow-visible"
    >
      <title>{title}</title>
      <text
        x={W / 2}
        y={8.5}
        textAnchor="middle"
        fontSize={11.5}
        fontWeight={600}
        fill={verdict === 'holds' ? 'var(--ink)' : verdictColor(verdict)}
      >
        {text}
      </text>
      <line x1={LEFT} x2={W - LEFT} y1={BASE} y2={BASE} stroke="var(--gauge-out)" />
      <rect
        x={x(scale.allow[0])}
        width={Math.max(0, x(scale.allow[1]) - x(scale.allow[0]))}
        y={BASE - 2}
        height={4}
        fill="var(--gauge-allow)"
      />
      <rect
        x={x(scale.prefer[0])}
        width={Math.max(0, x(scale.prefer[1]) - x(scale.prefer[0]))}
        y={BASE - 3.5}
        height={7}
        fill="var(--gauge-pref)"
      />
      {value !== null && verdict !== 'not-applicable' && (
        <g transform={`translate(${x(value)} 0)`}>
          <line y1={17} y2={BASE + 4} stroke={verdictColor(verdict)} strokeWidth={1.5} />
          <circle cy={16} r={5.2} fill="var(--card, var(--panel))" />
          <g transform="translate(0 16)">
            <MarkShape kind={verdict} />
          </g>
          {beyond && <path d={`M3 ${BASE - 3}l3 3l-3 3`} fill="none" stroke="var(--ink-2)" />}
        </g>
      )}
      {scale.ticks.map((t) => (
        <line key={t} x1={x(t)} x2={x(t)} y1={BASE - 5.5} y2={BASE + 5.5} stroke="var(--gauge-tick)" strokeWidth={1.2} />
      ))}
      <text x={W / 2} y={47} textAnchor="middle" fontSize={11} fill="var(--ink-quiet)">
        {label}
      </text>
    </svg>
  );
}

const TINY = 58;

/** The same without words, for a cell of a table. */
export function TinyGauge({ value, scale, verdict }: { value: number; scale: GaugeScale; verdict: MarkKind }) {
  const x = (v: number): number =>
    LEFT + ((Math.min(Math.max(v, scale.min), scale.max) - scale.min) / (scale.max - scale.min || 1)) * (TINY - 2 * LEFT);
  const y = 18;
  const bar = ([from, to]: readonly [number, number], height: number, fill: string) => (
    <rect x={x(from)} width={Math.max(0, x(to) - x(from))} y={y - height / 2} height={height} fill={fill} />
  );
  const beyond = value > scale.max ? 1 : value < scale.min ? -1 : 0;
  return (
    <svg width={TINY} height={26} role="img" aria-label={verdict} className="inline-block flex-none overflow-visible">
      <line x1={LEFT} x2={TINY - LEFT} y1={y} y2={y} stroke="var(--gauge-out)" />
      {bar(scale.allow, 4, 'var(--gauge-allow)')}
      {bar(scale.prefer, 7, 'var(--gauge-pref)')}
      {scale.ticks.map((t) => (
        <line key={t} x1={x(t)} x2={x(t)} y1={y - 5.5} y2={y + 5.5} stroke="var(--gauge-tick)" strokeWidth={1.2} />
      ))}
      <g transform={`translate(${x(value)} 0)`}>
        <line y1={8} y2={y + 4} stroke={verdictColor(verdict)} strokeWidth={1.5} />
        <g transform="translate(0 6)">
          <MarkShape kind={verdict} r={3.6} />
        </g>
        {beyond !== 0 && (
          <path d={`M${3 * beyond} ${y - 3}l${3 * beyond} 3l${-3 * beyond} 3`} fill="none" stroke="var(--ink-2)" />
        )}
      </g>
    </svg>
  );
}
