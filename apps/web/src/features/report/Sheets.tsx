import { cellText, isNumber, type Block, type Cell, type Column, type ReportDocument, type Section } from '@cedar-knot/report';
import { memo, useEffect, useState } from 'react';
import { download, fileName, pngOf } from '../../ui/exportSvg.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** The sections of a report as sheets, the first with what fails; a figure that has a working opens it. */
export function Sheets({ report }: { report: ReportDocument }) {
  const shown = useGrowing(report.sections.length);
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 pb-3" tabIndex={0} role="region" aria-label={msg('view.report.sheets2')}>
      {report.sections.slice(0, shown).map((s, i) => (
        <Sheet key={`${s.part} ${s.name}`} section={s} report={report} isFirst={i === 0} number={i + 1} />
      ))}
    </div>
  );
}

/** So many of a long list, more of them a frame: what stands above the fold is there at once. */
function useGrowing(all: number): number {
  const [shown, setShown] = useState(2);
  useEffect(() => {
    if (shown >= all) return;
    const frame = requestAnimationFrame(() => setShown(shown + 1));
    return () => cancelAnimationFrame(frame);
  }, [shown, all]);
  return Math.min(shown, all);
}

const Sheet = memo(function Sheet({
  section,
  report,
  isFirst,
  number,
}: {
  section: Section;
  report: ReportDocument;
  isFirst: boolean;
  number: number;
}) {
  return (
    <article
      className="panel mx-auto mb-3 max-w-[860px] px-8 py-5 shadow-[var(--shadow-lift)]"
      data-sheet={section.part}
      aria-label={section.title}
    >
      {isFirst && (report.logo !== null || report.company !== '') && (
        <div className="mb-3 flex items-center justify-between gap-4" data-letterhead>
          {report.logo !== null && <img src={report.logo} alt="" className="max-h-[46px] max-w-[150px]" />}
          <span className="text-inkq text-[13px]">{report.company}</span>
        </div>
      )}
      <header className="border-line mb-2 flex items-baseline gap-3 border-b pb-1">
        <h2 className="text-[17px] font-semibold">{section.title}</h2>
        <span className="text-inkq ml-auto text-[12px]">
          {msg('view.report.of', {
            tag: report.tag,
            title: report.title === section.title ? '' : report.title,
            number,
            count: report.sections.length,
          })}
        </span>
      </header>
      {isFirst && report.failing.length > 0 && (
        <div className="bg-failswash mb-2 rounded-[3px] px-3 py-1.5 text-[12.5px]" data-failing-sheet>
          <b className="font-semibold">
            ▲{' '}
            {report.failing.length === 1
              ? msg('view.report.oneMarginFails2')
              : msg('view.report.marginsFail2', { count: report.failing.length })}
          </b>
          {report.failing.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </div>
      )}
      {section.blocks.map((b, i) => (
        <BlockOf key={i} block={b} />
      ))}
    </article>
  );
});

const TONES = {
  quiet: 'text-inkq pl-3 text-[12px]',
  fails: 'text-fails font-semibold',
  strong: 'pt-2 font-semibold',
  formula: 'pl-3 pt-1 font-mono text-[12px]',
} as const;

function BlockOf({ block: b }: { block: Block }) {
  if (b.kind === 'text') return <p className={`text-[12.5px] break-words ${b.tone ? TONES[b.tone] : ''}`}>{b.text}</p>;
  if (b.kind === 'figure')
    return (
      <figure className="my-2">
        {/* made by our own code from numbers; names in it are escaped */}
        <div className="[&>svg]:h-auto [&>svg]:w-full" dangerouslySetInnerHTML={{ __html: b.svg }} />
        <figcaption className="text-inkq flex items-baseline gap-3 text-[12px]">
          <span className="min-w-0 flex-1">{b.caption}</span>
          <button
            type="button"
            className="text-cedar hover:underline"
            onClick={() => download(b.svg, `${fileName(b.caption)}.svg`, 'image/svg+xml')}
          >
            {msg('app.svg')}
          </button>
          <button
            type="button"
            className="text-cedar hover:underline"
            onClick={() => void pngOf(b.svg).then((png) => download(png, `${fileName(b.caption)}.png`))}
          >
            {msg('app.png')}
          </button>
        </figcaption>
      </figure>
    );
  const hasHead = b.columns.some((c) => c.label !== '');
  return (
    <div className="my-2 overflow-x-auto">
      {b.caption && <h3 className="text-[13px] font-semibold">{b.caption}</h3>}
      <table className="w-full text-[12.5px]">
        {hasHead && (
          <thead>
            <tr className="text-inkq border-line border-b text-[12px]">
              {b.columns.map((c, k) =>
                c.label === '' ? (
                  <td key={k} />
                ) : (
                  <th key={k} className={`px-1.5 py-0.5 font-normal ${c.isText ? 'text-left' : 'text-right'}`}>
                    {c.label}
                    {c.unit ? `, ${c.unit}` : ''}
                  </th>
                ),
              )}
            </tr>
          </thead>
        )}
        <tbody>
          {b.rows.map((r, i) =>
            r.isHeading ? (
              <tr key={i} className="bg-quiet">
                <th colSpan={b.columns.length} scope="colgroup" className="px-1.5 py-0.5 text-left font-semibold">
                  {String(r.cells[0])}
                </th>
              </tr>
            ) : (
              <tr key={i} className="border-soft border-b">
                {b.columns.map((c, k) => (
                  <CellOf key={k} cell={r.cells[k] ?? null} column={c} />
                ))}
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

function CellOf({ cell, column }: { cell: Cell; column: Column }) {
  const openWorking = useStudy((s) => s.openWorking);
  const word = typeof cell === 'string' ? cell : '';
  const verdict = isNumber(cell) ? cell.verdict : undefined;
  const tone = verdict === 'fails' || word === 'FAILS' ? 'text-fails font-semibold' : verdict === 'near' || word === 'near' ? 'text-near' : ''; // prettier-ignore
  const at = isNumber(cell) && cell.from !== undefined ? worked(cell.from) : null;
  const text = `${verdict === 'fails' ? '▲ ' : verdict === 'near' ? '◐ ' : ''}${cellText(cell)}`;
  return (
    <td
      className={`px-1.5 py-[1px] ${column.isText ? 'text-left' : 'text-right'} ${tone}`}
      data-from={isNumber(cell) ? cell.from : undefined}
      data-scenario={isNumber(cell) ? cell.scenario : undefined}
    >
      {at && isNumber(cell) ? (
        <span
          title={msg('view.report.clickToShowTheCalculation')}
          className="cursor-pointer decoration-dotted underline-offset-2 hover:underline"
          onClick={() => openWorking(at.id, at.key, cell.scenario)}
        >
          {text}
        </span>
      ) : (
        text
      )}
    </td>
  );
}

/** of which thing, and which figure or check, a working is asked */
function worked(from: string): { id: string; key: string } | null {
  const colon = from.indexOf(':');
  if (colon > 0) return { id: from.slice(colon + 1), key: from.slice(0, colon) };
  const dot = from.lastIndexOf('.');
  return dot > 0 && !from.startsWith('fluid.') ? { id: from.slice(0, dot), key: from.slice(dot + 1) } : null;
}
