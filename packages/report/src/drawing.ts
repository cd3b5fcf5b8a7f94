import { apart } from '@cedar-knot/core';
import { scaleLinear } from 'd3-scale';

/** One line of a chart: places in the units that are shown; a null parts it. */
export interface Trace {
  points: readonly (readonly [number, number] | null)[];
  colour: string;
  dash?: string;
  width?: number;
  /** at its end */
  letter?: string;
}

export interface Mark {
  at: readonly [number, number];
  colour: string;
  letter: string;
}

export interface Chart {
  title: string;
  x: { title: string; from?: number; to?: number };
  y: { title: string; from?: number; to?: number };
  traces: readonly Trace[];
  marks?: readonly Mark[];
  width: number;
  height: number;
}

const PAD = { left: 46, right: 24, top: 20, bottom: 34 };
const INK = '#22302B';
const QUIET = '#626C66';
const RULE = '#EBE6DC';
const AXIS = '#B9AF9E';
const FONT = 'Source Sans 3';

/** Colours and dashes of scenarios, by their place in the list: told apart in ink alone too. */
const STYLES = [
  { colour: '#355B9F' },
  { colour: '#1B828B', dash: '9 4' },
  { colour: '#7860DA', dash: '2.5 3' },
  { colour: '#CF2779', dash: '10 3 2.5 3' },
  { colour: '#212B58', dash: '16 4' },
  { colour: '#2098DC', dash: '5 3' },
  { colour: '#C27BB1', dash: '8 3 2 3 2 3' },
  { colour: '#494E5C', dash: '1.5 4' },
] as const;
/** an SVG of these charts without hues: dashes and letters alone tell apart */
export const inInk = (svg: string): string => STYLES.reduce((all, { colour }) => all.replaceAll(colour, INK), svg);

export const styleOf = (index: number): { colour: string; dash?: string } => STYLES[index % STYLES.length]!;

export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const text = (x: number, y: number, words: string, more = ''): string =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-family="${FONT}" font-size="9" fill="${QUIET}" ${more}>${escaped(words)}</text>`;

/** A chart with two linear axes as SVG that needs nothing around it. */
export function chartSvg({ title, x, y, traces, marks = [], width, height }: Chart): string {
  const places = [...traces.flatMap((t) => t.points), ...marks.map((m) => m.at)].filter((p): p is readonly [number, number] => p !== null && p.every(Number.isFinite)); // prettier-ignore
  const [left, right, top, bottom] = [PAD.left, width - PAD.right, PAD.top, height - PAD.bottom];
  const range = (own: { from?: number; to?: number }, k: 0 | 1): [number, number] => {
    const list = places.map((p) => p[k]);
    const [low, high] = [own.from ?? Math.min(...list), own.to ?? Math.max(...list)];
    return Number.isFinite(low) && Number.isFinite(high) ? (high > low ? [low, high] : [low - 1, low + 1]) : [0, 1];
  };
  const sx = scaleLinear(range(x, 0), [left, right]).nice(7);
  const sy = scaleLinear(range(y, 1), [bottom, top]).nice(6);
  const rules = [
    ...sy.ticks(6).map((t) => `<line x1="${left}" x2="${right}" y1="${sy(t).toFixed(1)}" y2="${sy(t).toFixed(1)}" stroke="${RULE}"/>${text(left - 4, sy(t) + 3, String(t), 'text-anchor="end"')}`), // prettier-ignore
    ...sx.ticks(7).map((t) => text(sx(t), bottom + 12, String(t), 'text-anchor="middle"')),
  ];
  const letters = spreadLetters(traces, sx, sy);
  const lines = traces.flatMap((t) => {
    const path = pathOf(t.points.map((p) => (p === null ? null : ([sx(p[0]), sy(p[1])] as const))));
    if (path === '') return [];
    const stroke = `fill="none" stroke="${t.colour}" stroke-width="${t.width ?? 1.6}"${t.dash ? ` stroke-dasharray="${t.dash}"` : ''}`;
    const place = letters.get(t);
    const letter = t.letter && place ? `<text x="${place.x.toFixed(1)}" y="${place.y.toFixed(1)}" font-family="${FONT}" font-size="9" fill="${t.colour}">${escaped(t.letter)}</text>` : ''; // prettier-ignore
    return [`<path d="${path}" ${stroke}/>${letter}`];
  });
  const own = marks.map((m) => [sx(m.at[0]), sy(m.at[1])] as const);
  const knots = apart(own, MARKS).map(([px, py], i) => {
    const { colour, letter } = marks[i]!;
    const [tx, ty] = own[i]!;
    const tie = px === tx && py === ty ? '' : `<path d="M${tx.toFixed(1)} ${ty.toFixed(1)}L${px.toFixed(1)} ${py.toFixed(1)}" stroke="${colour}" fill="none"/>`;
    return (
      `${tie}<circle cx="${px.toFixed(1)}" cy="${py.toFixed(1)}" r="6.5" fill="#FFFFFF" stroke="${colour}" stroke-width="1.6"/>` +
      `<text x="${px.toFixed(1)}" y="${(py + 3).toFixed(1)}" font-family="${FONT}" font-size="8" text-anchor="middle" fill="${INK}">${escaped(letter)}</text>`
    );
  }); // prettier-ignore
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(title)}">` +
    `<rect width="${width}" height="${height}" fill="#FFFFFF"/>${rules.join('')}` +
    `<line x1="${left}" x2="${right}" y1="${bottom}" y2="${bottom}" stroke="${AXIS}"/>` +
    `${text(left, top - 8, y.title)}${text(right, bottom + 26, x.title, 'text-anchor="end"')}${lines.join('')}${knots.join('')}</svg>`
  );
}

/** px between operating points: half on another is told apart, more is not */
const MARKS = { near: 8, gap: 14.5 };

/** height of a letter, px */
const LETTER = 9;

/** where the letters of lines stand: at their ends, pushed apart where two would lie on each other */
function spreadLetters(
  traces: readonly Trace[],
  sx: (v: number) => number,
  sy: (v: number) => number,
): Map<Trace, { x: number; y: number }> {
  const places = traces.flatMap((t) => {
    const end = t.letter ? [...t.points].reverse().find((p) => p !== null) : undefined;
    return end ? [{ t, x: sx(end[0]) + 4, y: sy(end[1]) + 3 }] : [];
  });
  places.sort((a, b) => a.y - b.y);
  places.forEach((p, i) => {
    for (const q of places.slice(0, i)) if (Math.abs(q.x - p.x) < LETTER && p.y - q.y < LETTER) p.y = q.y + LETTER;
  });
  return new Map(places.map(({ t, x, y }) => [t, { x, y }]));
}

/** the pieces of a line, parted where a place lacks */
function pathOf(points: readonly (readonly [number, number] | null)[]): string {
  let isDown = false;
  return points
    .map((p) => {
      if (p === null || !p.every(Number.isFinite)) {
        isDown = false;
        return '';
      }
      const step = `${isDown ? 'L' : 'M'}${p[0].toFixed(1)} ${p[1].toFixed(1)}`;
      isDown = true;
      return step;
    })
    .join('');
}
