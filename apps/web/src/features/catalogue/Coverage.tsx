import { FIELD, type CoverageField, type CoverageFields, type ListFilter, type PumpReach } from '@cedar-knot/core';
import { scaleLog, type ScaleLogarithmic } from 'd3-scale';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client.js';
import { familyName } from '../../state/catalogueList.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import type { Duty } from './FlowStrip.js';
import { msg } from './words.js';

const PAD = { left: 38, right: 14, top: 22, bottom: 26 };
/** pixels below which a field's name has no room */
const LEAST_NAME = 34;

/**
 * Fields of flow and head on logarithmic axes: 70 to 120 % of the best-efficiency flow between the largest and the smallest diameter. The
 * duties of a study can be laid over.
 */
export function Coverage({
  family,
  filter,
  chosen,
  onChoose,
  duties,
  answer,
  speed,
  onSpeeds,
}: {
  family: string | undefined;
  filter: ListFilter;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  duties: readonly Duty[];
  answer: number;
  /** rpm that is drawn of a family; null: that of the chosen model, or the commonest */
  speed: number | null;
  onSpeeds: (speeds: readonly number[], drawn: number | null) => void;
}) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const found = useFields(family, filter, speed, chosen, answer, onSpeeds);
  const { fields } = found;
  const shown = fields.map((f) => ({ ...f, corners: cornersOf(f.summary.best, f.summary.trimmed) }));
  const q = (si: number): number => display.value(si, 'flow');
  const h = (si: number): number => display.value(si, 'head');
  const all = [...shown.flatMap((f) => f.corners), ...duties.map((d) => ({ q: d.flow, h: d.head }))].filter(
    (c) => c.q > 0 && c.h > 0,
  );
  const domain = (values: readonly number[]): [number, number] =>
    values.length === 0 ? [1, 100] : [Math.min(...values) / 1.15, Math.max(...values) * 1.15];
  const x = scaleLog().domain(domain(all.map((c) => q(c.q)))).range([PAD.left, Math.max(PAD.left + 1, width - PAD.right)]); // prettier-ignore
  const y = scaleLog().domain(domain(all.map((c) => h(c.h)))).range([Math.max(PAD.top + 1, height - PAD.bottom), PAD.top]); // prettier-ignore
  const letters = spread(duties.map((d) => x(q(d.flow))), 17, PAD.left + 8, width - 12); // prettier-ignore
  return (
    <div ref={box} className="relative min-h-0 flex-1">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={msg('view.catalogue.coverageOfFlowAndHead', {
            family: family === undefined ? msg('view.catalogue.matches2') : familyName(family),
            count: fields.length,
          })}
        >
          <text x={4} y={11} fontSize={11} fill="var(--ink-quiet)">
            {msg('app.head', { unit: display.unit('head') })}
          </text>
          <text x={width - PAD.right} y={height - 2} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {msg('app.flow', { unit: display.unit('flow') })}
          </text>
          <Ticks x={x} y={y} width={width} height={height} />
          {shown.map((f) => (
            <Field
              key={f.id}
              field={f}
              isChosen={f.id === chosen}
              path={pathOf(
                f.corners,
                (c) => x(q(c.q)),
                (c) => y(h(c.h)),
              )}
              onChoose={() => onChoose(f.id)}
            />
          ))}
          {shown.map((f) => (
            <FieldName
              key={f.id}
              field={f}
              isChosen={f.id === chosen}
              x={(c) => x(q(c.q))}
              y={(c) => y(h(c.h))}
              isCrowded={fields.length > 48}
            />
          ))}
          {duties.map((d, i) => (
            <DutyMark key={d.letter} duty={d} x={x(q(d.flow))} y={y(h(d.head))} label={letters[i]!} />
          ))}
        </svg>
      )}
      {found.of > fields.length && (
        <p className="text-inkq absolute right-3 bottom-[26px] text-[11px]">
          {msg('view.catalogue.ofDrawnSelectAFamily', { count: fields.length, of_: found.of })}
        </p>
      )}
      {found.of === 0 && (
        <p className="text-inkq absolute inset-0 flex items-center justify-center">{msg('view.catalogue.noCurvesToDrawHere')}</p>
      )}
    </div>
  );
}

type LogScale = ScaleLogarithmic<number, number>;

interface Corner {
  q: number;
  h: number;
}

/** along the largest diameter from 70 to 120 %, back along the smallest */
function cornersOf(best: PumpReach, trimmed: PumpReach): Corner[] {
  const along = (r: PumpReach): Corner[] => [
    { q: r.flow * FIELD[0], h: r.low },
    { q: r.flow, h: r.head },
    { q: r.flow * FIELD[1], h: r.high },
  ];
  return [...along(best), ...along(trimmed).reverse()];
}

function pathOf(corners: readonly Corner[], x: (c: Corner) => number, y: (c: Corner) => number): string {
  return `M${corners.map((c) => `${x(c).toFixed(1)} ${y(c).toFixed(1)}`).join('L')}Z`;
}

function Field({
  field,
  isChosen,
  path,
  onChoose,
}: {
  field: CoverageField;
  isChosen: boolean;
  path: string;
  onChoose: () => void;
}) {
  return (
    <path
      d={path}
      onClick={onChoose}
      className="cursor-pointer hover:fill-[var(--cedar-wash)]"
      fill={isChosen ? 'var(--cedar-wash)' : 'var(--panel-quiet)'}
      stroke={isChosen ? 'var(--cedar)' : 'var(--line-strong)'}
      strokeWidth={isChosen ? 2 : 1}
      fillOpacity={0.75}
    >
      <title>{field.name}</title>
    </path>
  );
}

/** fields that match, from the worker; the speeds that there are are told */
function useFields(
  family: string | undefined,
  filter: ListFilter,
  speed: number | null,
  chosen: string | undefined,
  answer: number,
  onSpeeds: (speeds: readonly number[], drawn: number | null) => void,
): CoverageFields {
  const [found, setFound] = useState<CoverageFields>({ fields: [], speeds: [], speed: null, of: 0 });
  const tell = useRef(onSpeeds);
  tell.current = onSpeeds;
  useEffect(() => {
    let gone = false;
    // what is wrong with the server is said by the list below
    api.coverage(family === undefined ? filter : { ...filter, family }, speed, chosen).then(
      (f) => {
        if (gone) return;
        setFound(f);
        tell.current(f.speeds, f.speed);
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [family, filter, answer, speed, chosen]);
  return found;
}

function Ticks({ x, y, width, height }: { x: LogScale; y: LogScale; width: number; height: number }) {
  return (
    <>
      {logTicks(x.domain() as [number, number], (width - PAD.left) / 46).map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1={PAD.top} y2={height - PAD.bottom} stroke="var(--line-soft)" />
          <text x={x(t)} y={height - PAD.bottom + 12} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
            {plainTick(t)}
          </text>
        </g>
      ))}
      {logTicks(y.domain() as [number, number], (height - PAD.bottom - PAD.top) / 22).map((t) => (
        <g key={t}>
          <line x1={PAD.left} x2={width - PAD.right} y1={y(t)} y2={y(t)} stroke="var(--line-soft)" />
          <text x={PAD.left - 4} y={y(t) + 4} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
            {plainTick(t)}
          </text>
        </g>
      ))}
    </>
  );
}

type Shaped = CoverageField & { corners: Corner[] };

/** the size in its field, where it has room; of the chosen one always */
function FieldName({
  field: f,
  isChosen,
  isCrowded,
  x,
  y,
}: {
  field: Shaped;
  isChosen: boolean;
  isCrowded: boolean;
  x: (c: Corner) => number;
  y: (c: Corner) => number;
}) {
  const [left, right] = [x(f.corners[0]!), x(f.corners[2]!)];
  const middle = { x: (left + right) / 2, y: (y(f.corners[1]!) + y(f.corners[4]!)) / 2 };
  const hasRoom = right - left > LEAST_NAME && !isCrowded;
  if (isChosen)
    return (
      <g pointerEvents="none">
        <rect
          x={middle.x - f.size.length * 3.4 - 5}
          y={middle.y - 8}
          width={f.size.length * 6.8 + 10}
          height={16}
          rx={2}
          fill="var(--cedar)"
        />
        <text x={middle.x} y={middle.y + 4} fontSize={11} fontWeight={600} fill="var(--panel)" textAnchor="middle">
          {f.size}
        </text>
      </g>
    );
  return hasRoom ? (
    <text
      x={middle.x}
      y={middle.y + 4}
      fontSize={11}
      fill="var(--ink-2)"
      textAnchor="middle"
      pointerEvents="none"
      className="halo"
    >
      {f.size}
    </text>
  ) : null;
}

function DutyMark({ duty: d, x, y, label }: { duty: Duty; x: number; y: number; label: number }) {
  const display = useDisplay();
  const { color, onColor } = lineStyle(d.index);
  return (
    <g>
      <line x1={label} y1={16} x2={x} y2={y - 6} stroke={color} strokeWidth={1.2} />
      <rect x={label - 7} y={2} width={14} height={14} rx={2} fill={color} />
      <text x={label} y={13} fontSize={11} fontWeight={600} fill={onColor} textAnchor="middle">
        {d.letter}
      </text>
      <circle cx={x} cy={y} r={6} fill="var(--panel)" stroke={color} strokeWidth={1.6} />
      <circle cx={x} cy={y} r={3} fill="none" stroke={color} strokeWidth={1.4} />
      <circle cx={x} cy={y} r={1.3} fill={color} />
      <title>
        {d.letter} {d.name}: {display.number(d.flow, 'flow')} {display.unit('flow')}, {display.number(d.head, 'head')}{' '}
        {display.unit('head')}
      </title>
    </g>
  );
}

/** 1, 2, 5 and so on inside a range, fewer where they would not fit */
function logTicks([low, high]: readonly [number, number], most: number): number[] {
  for (const steps of [[1, 1.5, 2, 3, 5, 7], [1, 2, 5], [1, 3], [1]]) {
    const ticks: number[] = [];
    for (let e = Math.floor(Math.log10(low)); e <= Math.ceil(Math.log10(high)); e++)
      for (const s of steps) {
        const t = s * 10 ** e;
        if (t >= low && t <= high) ticks.push(Number(t.toPrecision(3)));
      }
    if (ticks.length <= Math.max(3, most)) return ticks;
  }
  return [];
}

const plainTick = (t: number): string => (t >= 10_000 ? `${t / 1000}k` : String(t));
