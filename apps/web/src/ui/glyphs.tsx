import type { ReactElement } from 'react';

/*
 * Equipment symbols after ISO 10628-2 / ISO 14617, drawn around 0, 0 in ink; `r` is half the size.
 */

const INK = { stroke: 'var(--ink)', strokeWidth: 1.5, fill: 'var(--panel)', strokeLinejoin: 'round' } as const;

export function Glyph({ kind, r = 8 }: { kind: string; r?: number }): ReactElement {
  const draw = DRAWINGS[kind];
  return draw ? draw(r) : <circle r={r * 0.3} {...INK} />;
}

const DRAWINGS: Readonly<Record<string, (r: number) => ReactElement>> = {
  pipe: (r) => (
    <g fill="none" stroke="var(--ink)" strokeWidth={1.4}>
      <path d={`M${-r} -2.200H${r}M${-r} 2.200H${r}`} />
    </g>
  ),
  pump: (r) => (
    <g {...INK}>
      <circle r={r} />
      <path d={`M${-r * 0.5} ${-r * 0.87}L${r} 0L${-r * 0.5} ${r * 0.87}`} fill="none" />
    </g>
  ),
  'control-valve': (r) => (
    <g {...INK}>
      <path d={`M${-r} ${-r * 0.55}V${r * 0.55}L${r} ${-r * 0.55}V${r * 0.55}Z`} />
      <path d={`M0 0V${-r * 0.8}`} fill="none" />
      <path d={`M${-r * 0.55} ${-r * 0.8}A${r * 0.55} ${r * 0.55} 0 0 1 ${r * 0.55} ${-r * 0.8}Z`} />
    </g>
  ),
  'hand-valve': (r) => <path d={`M${-r} ${-r * 0.55}V${r * 0.55}L${r} ${-r * 0.55}V${r * 0.55}Z`} {...INK} />,
  'non-return': (r) => (
    <g {...INK}>
      <path d={`M${-r * 0.8} ${-r * 0.6}V${r * 0.6}M${r * 0.8} ${-r * 0.6}V${r * 0.6}`} fill="none" />
      <path d={`M${-r * 0.8} ${-r * 0.6}L${r * 0.8} ${r * 0.6}`} fill="none" />
      <circle cx={-r * 0.8} cy={-r * 0.6} r={1.8} fill="var(--ink)" stroke="none" />
    </g>
  ),
  device: (r) => (
    <g {...INK}>
      <rect x={-r * 0.95} y={-r * 0.75} width={r * 1.9} height={r * 1.5} />
      <path d={`M0 ${-r * 0.75}V${r * 0.75}`} strokeDasharray="3 2" fill="none" />
    </g>
  ),
  orifice: (r) => (
    <g {...INK} fill="none">
      <path
        d={`M${-r} 0H${-r * 0.25}M${r * 0.25} 0H${r}M${-r * 0.25} ${-r * 0.8}V${-r * 0.15}M${-r * 0.25} ${r * 0.15}V${r * 0.8}M${r * 0.25} ${-r * 0.8}V${-r * 0.15}M${r * 0.25} ${r * 0.15}V${r * 0.8}`}
      />
    </g>
  ),
  vessel: (r) => <rect x={-r} y={-r * 0.55} width={r * 2} height={r * 1.1} rx={r * 0.55} {...INK} />,
  pressure: (r) => (
    <g {...INK} fill="none">
      <path d={`M${-r * 0.9} 0H${r * 0.2}M${r * 0.2} ${-r * 0.8}V${r * 0.8}`} />
      <circle cx={r * 0.75} r={r * 0.3} />
    </g>
  ),
  flow: (r) => <path d={`M${-r} 0H${r * 0.8}M${r * 0.2} ${-r * 0.5}L${r * 0.9} 0L${r * 0.2} ${r * 0.5}`} {...INK} fill="none" />,
  well: (r) => (
    <g {...INK} fill="none">
      <path
        d={`M${-r * 0.7} ${-r * 0.8}H${r * 0.7}M${-r * 0.35} ${-r * 0.8}V${r * 0.9}M${r * 0.35} ${-r * 0.8}V${r * 0.9}M${-r * 0.35} ${r * 0.1}H${r * 0.35}`}
      />
    </g>
  ),
  line: (r) => <path d={`M${-r} ${r * 0.5}H${-r * 0.2}V${-r * 0.5}H${r}`} {...INK} fill="none" />,
  junction: (r) => <circle r={r * 0.3} fill="var(--ink)" />,
};

export function GlyphIcon({ kind, size = 22 }: { kind: string; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-11 -11 22 22" aria-hidden="true" className="flex-none overflow-visible">
      <Glyph kind={kind} />
    </svg>
  );
}
