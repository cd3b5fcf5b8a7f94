import type { Question, TableReading } from '@cedar-knot/core';
import { factText, readingText, tableText } from '@cedar-knot/wording';
import { RadioGroup } from 'radix-ui';
import { VerdictMark } from '../../ui/marks.js';
import type { Preview, PreviewOptions } from '../../worker/import.worker.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

type Display = ReturnType<typeof useDisplay>;

/** What a table leaves open: each way to read it, with its curves and what speaks for and against it. */
export function ImportQuestions({
  preview,
  options,
  onOptions,
}: {
  preview: Preview;
  options: PreviewOptions;
  onOptions: (o: PreviewOptions) => void;
}) {
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 py-1.5">
      {preview.questions.map((q, i) => (
        <section key={`${q.problem.code} ${q.problem.row}`} aria-label={msg('view.catalogue.question', { number: i + 1 })}>
          <p className="mb-1.5 text-[12px]">
            <b className="font-semibold">{msg('view.catalogue.question', { number: i + 1 })}</b>
            <span className="ml-2">{tableText(q.problem)}</span>
          </p>
          <RadioGroup.Root
            value=""
            aria-label={msg('view.catalogue.question', { number: i + 1 })}
            onValueChange={(k) => onOptions(answered(options, q.readings[Number(k)]!))}
            className="mb-2 grid grid-cols-[repeat(auto-fill,minmax(330px,1fr))] gap-2"
          >
            {q.readings.map((r, k) => (
              <ReadingCard key={k} question={q} reading={r} value={String(k)} />
            ))}
          </RadioGroup.Root>
        </section>
      ))}
      <AsReceived preview={preview} />
    </div>
  );
}

/** the first rows as they stand in the file, with the column that is asked about */
function AsReceived({ preview }: { preview: Preview }) {
  const asked = new Set(preview.questions.flatMap((q) => [q.problem.detail.header, ...((q.problem.detail.heads as string[] | undefined) ?? [])])); // prettier-ignore
  const tone = (header: string): string => (asked.has(header) ? 'bg-wash' : '');
  return (
    <table className="mt-1 font-mono text-[12px]">
      <caption className="text-inkq pb-0.5 text-left font-sans">{msg('view.catalogue.asReceived')}</caption>
      <thead>
        <tr>
          {preview.columns.map((c, i) => (
            <th key={i} className={`border-soft border px-2 py-0.5 text-left font-semibold whitespace-nowrap ${tone(c.header)}`}>
              {c.header}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {preview.sample.map((r, k) => (
          <tr key={k}>
            {preview.columns.map((c, i) => (
              <td key={i} className={`border-soft max-w-[160px] truncate border px-2 text-right ${tone(c.header)}`}>
                {r[i]}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** what a person chose, with what was said before */
const answered = (options: PreviewOptions, { choice }: TableReading): PreviewOptions => ({
  ...options,
  ...choice,
  ...(choice.units ? { units: { ...options.units, ...choice.units } } : {}),
});

function ReadingCard({ question, reading, value }: { question: Question; reading: TableReading; value: string }) {
  const isOut = reading.facts.some((f) => !f.isMet);
  const display = useDisplay();
  const [mark, words] = reading.isLikely
    ? (['holds', msg('view.catalogue.mostPlausible')] as const)
    : isOut
      ? (['fails', msg('view.catalogue.notPlausible')] as const)
      : (['near', msg('view.catalogue.possible')] as const);
  const said = readingText(question, reading);
  return (
    <RadioGroup.Item
      value={value}
      aria-label={`${said}: ${words}`}
      className={`border-edge bg-panel hover:bg-wash flex min-h-[112px] gap-3 rounded-[5px] border px-2.5 py-2 text-left ${reading.isLikely ? 'border-cedar' : ''}`}
    >
      <Curves curves={reading.curves} isOut={isOut} display={display} />
      <span className="flex min-w-0 flex-1 flex-col gap-0.5 text-[12px]">
        <span className="flex items-baseline gap-2">
          <b className="min-w-0 flex-1 font-semibold">{said}</b>
          <span className="text-inkq flex flex-none items-center gap-1">
            <VerdictMark kind={mark} size={9} />
            {words}
          </span>
        </span>
        {reading.facts.map((f) => (
          <span key={factText(f)} className="flex items-baseline gap-1.5">
            <span className="flex-none">
              <VerdictMark kind={f.isMet ? 'holds' : 'fails'} size={8} />
            </span>
            {factText(f)}
          </span>
        ))}
      </span>
    </RadioGroup.Item>
  );
}

const [W, H, EDGE, BELOW] = [112, 98, 5, 18];

/** the curves of a reading, with how far its axes go */
function Curves({ curves, isOut, display }: { curves: TableReading['curves']; isOut: boolean; display: Display }) {
  const all = curves.flat().filter((p) => Number.isFinite(p.q) && Number.isFinite(p.h));
  const most = { q: Math.max(...all.map((p) => p.q), 0) || 1, h: Math.max(...all.map((p) => p.h), 0) || 1 };
  const x = (q: number): number => EDGE + (q / most.q) * (W - 2 * EDGE);
  const y = (h: number): number => H - BELOW - (h / most.h) * (H - BELOW - EDGE);
  const text = (value: number, of: 'flow' | 'head'): string => `${display.number(value, of)} ${display.unit(of)}`;
  return (
    <svg width={W} height={H} className="flex-none" aria-hidden="true" fontSize={10.5} fill="var(--ink-quiet)">
      <path d={`M${EDGE},${EDGE} V${H - BELOW} H${W - EDGE}`} fill="none" stroke="var(--line)" />
      {curves.map((points, i) => (
        <polyline
          key={i}
          points={points.map((p) => `${x(p.q)},${y(p.h)}`).join(' ')}
          fill="none"
          stroke={isOut ? 'var(--fails)' : 'var(--ink)'}
          strokeWidth={1.4}
        />
      ))}
      <text x={EDGE + 4} y={H - BELOW - 5}>
        {text(most.h, 'head')}
      </text>
      <text x={W - EDGE} y={H - 4} textAnchor="end">
        {text(most.q, 'flow')}
      </text>
    </svg>
  );
}
