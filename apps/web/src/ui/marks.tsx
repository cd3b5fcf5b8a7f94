import { lineStyle } from './scenarioStyle.js';
import { msg } from '../words.js';

export type MarkKind = 'holds' | 'near' | 'fails' | 'incomplete' | 'not-applicable';

const COLORS: Readonly<Record<MarkKind, string>> = {
  holds: 'var(--holds)',
  near: 'var(--near-text)',
  fails: 'var(--fails)',
  incomplete: 'var(--ink-2)',
  'not-applicable': 'var(--ink-quiet)',
};

/** ● holds ◐ near ▲ fails ◌ incomplete – not applicable, inside an svg around 0, 0 */
export function MarkShape({ kind, r = 4 }: { kind: MarkKind; r?: number }) {
  if (kind === 'not-applicable') return <line x1={-r} x2={r} y1={0} y2={0} stroke={COLORS[kind]} strokeWidth={1.6} />;
  if (kind === 'fails') return <path d={`M0 ${-r * 1.15}L${r * 1.1} ${r * 0.85}H${-r * 1.1}Z`} fill={COLORS.fails} />;
  if (kind === 'incomplete')
    return <circle r={r - 0.6} fill="none" stroke={COLORS.incomplete} strokeWidth={1.4} strokeDasharray="2 1.6" />;
  if (kind === 'holds') return <circle r={r} fill={COLORS.holds} />;
  return (
    <>
      <circle r={r - 0.6} fill="var(--panel)" stroke={COLORS.near} strokeWidth={1.3} />
      <path d={`M0 ${-r + 0.6}A${r - 0.6} ${r - 0.6} 0 0 0 0 ${r - 0.6}Z`} fill="var(--near)" />
    </>
  );
}

export function VerdictMark({ kind, size = 10 }: { kind: MarkKind; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="-5 -5 10 10"
      role="img"
      aria-label={kind === 'not-applicable' ? msg('app.notApplicable') : kind}
      className="inline-block flex-none"
    >
      <MarkShape kind={kind} />
    </svg>
  );
}

export function verdictColor(kind: MarkKind): string {
  return COLORS[kind];
}

/** The scenario's letter on its hue. */
export function ScenarioLetter({ index, letter, small = false }: { index: number; letter: string; small?: boolean }) {
  const style = lineStyle(index);
  return (
    <span
      className="tag-letter"
      style={{ background: style.color, color: style.onColor, ...(small ? {} : { minWidth: 17, height: 17, fontSize: 12 }) }}
    >
      {letter}
    </span>
  );
}

/** The same inside an svg, around a place. */
export function LetterTag({
  x,
  y,
  index,
  letter,
  size = 14,
}: {
  x: number;
  y: number;
  index: number;
  letter: string;
  size?: number;
}) {
  const { color, onColor } = lineStyle(index);
  return (
    <g>
      <rect x={x - size / 2} y={y - size / 2} width={size} height={size} rx={2} fill={color} />
      <text x={x} y={y + 3.8} fontSize={10.5} fontWeight={600} fill={onColor} textAnchor="middle">
        {letter}
      </text>
    </g>
  );
}
