import { pageOf } from '@cedar-knot/report';
import type { PDFPageProxy } from 'pdfjs-dist';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useStudy } from '../context.js';
import { usePrinted, type PrintedPage } from './usePrinted.js';
import { msg } from './words.js';

/** px of a page's width at a zoom of 1, and of one in the strip */
const WIDE = 560;
const SMALL = 54;
const ZOOMS = [0.6, 0.8, 1, 1.3, 1.7, 2.2] as const;

/** The pages of the PDF as they are printed, with a strip of all of them; printed anew when the study rests. */
export function PrintedPages({ isInk }: { isInk: boolean }) {
  const study = useStudy((s) => s.study);
  const id = useStudy((s) => s.id);
  const { pages, isWhole, isPrinting, done, of, problem, stop } = usePrinted(id, study, isInk);
  const [zoom, setZoom] = useState(2);
  const counted = (i: number): string => (isWhole ? pageOf(i + 1, pages.length) : '');
  const working = of === null ? msg('view.report.printing') : msg('view.report.printingParts', { done, count: of });
  const box = useRef<HTMLDivElement>(null);
  const show = (n: number): void => box.current?.querySelector(`[data-page="${n}"]`)?.scrollIntoView({ block: 'start' });
  return (
    <div className="flex min-h-0 flex-1 flex-col" data-pages={pages.length} data-printing={isPrinting}>
      <div className="flex flex-none items-center gap-2 px-3 pb-1 text-[12px]">
        <span role="status" className="text-inkq">
          {isPrinting
            ? working
            : problem !== null
              ? ''
              : isWhole
                ? msg('view.report.pages2', { count: pages.length })
                : msg('view.report.pagesSoFar', { count: pages.length })}
        </span>
        {isPrinting && (
          <button type="button" className="text-cedar hover:underline" onClick={stop}>
            {msg('view.report.stop')}
          </button>
        )}
        {problem && (
          <span role="alert" className="text-fails">
            ▲ {problem}
          </span>
        )}
        <span className="ml-auto" />
        <button
          type="button"
          aria-label={msg('view.report.smaller')}
          disabled={zoom === 0}
          onClick={() => setZoom(zoom - 1)}
          className="p-1 disabled:opacity-30"
        >
          <ZoomOut size={15} aria-hidden="true" />
        </button>
        <button
          type="button"
          aria-label={msg('view.report.larger')}
          disabled={zoom === ZOOMS.length - 1}
          onClick={() => setZoom(zoom + 1)}
          className="p-1 disabled:opacity-30"
        >
          <ZoomIn size={15} aria-hidden="true" />
        </button>
      </div>
      <div
        ref={box}
        className="min-h-0 flex-1 overflow-auto px-3"
        tabIndex={0}
        role="region"
        aria-label={msg('view.report.pages3')}
      >
        {pages.map((p, i) => (
          <div key={i} className="mb-3 flex justify-center" data-page={i + 1}>
            <Page page={p} number={i + 1} foot={counted(i)} width={WIDE * ZOOMS[zoom]!} />
          </div>
        ))}
      </div>
      <div className="flex flex-none gap-2 overflow-x-auto px-3 py-2" role="group" aria-label={msg('view.report.pageStrip')}>
        {pages.map((p, i) => (
          <button
            key={i}
            type="button"
            onClick={() => show(i + 1)}
            className="flex flex-none flex-col items-center text-[11px]"
            aria-label={msg('view.report.page', { n: i + 1 })}
          >
            <Page page={p} number={i + 1} foot="" width={SMALL} />
            {i + 1}
          </button>
        ))}
      </div>
    </div>
  );
}

/** where the count stands at the foot of a page, and how large, points from its right and its lower edge */
const FOOT = { right: 40, up: 25.8, size: 8, colour: '#626C66' };

/** One page, drawn as sharp as the screen is. @param foot the count, which no chapter knows by itself */
function Page({ page: { pdf, at }, number, foot, width }: { page: PrintedPage; number: number; foot: string; width: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let gone = false;
    let task: ReturnType<PDFPageProxy['render']> | undefined;
    void pdf.getPage(at).then((page) => {
      const on = canvas.current;
      if (gone || !on) return;
      const plain = page.getViewport({ scale: 1 });
      const scale = (width / plain.width) * devicePixelRatio;
      const viewport = page.getViewport({ scale });
      on.width = Math.round(viewport.width);
      on.height = Math.round(viewport.height);
      on.style.width = `${width}px`;
      task = page.render({ canvas: on, viewport });
      task.promise.then(() => {
        const pen = on.getContext('2d');
        if (gone || foot === '' || !pen) return;
        pen.font = `${FOOT.size * scale}px ${getComputedStyle(on).fontFamily}`;
        pen.fillStyle = FOOT.colour;
        pen.textAlign = 'right';
        pen.fillText(foot, on.width - FOOT.right * scale, on.height - FOOT.up * scale);
      }, () => undefined); // prettier-ignore
    }, () => undefined); // prettier-ignore
    return () => {
      gone = true;
      task?.cancel();
    };
  }, [pdf, at, foot, width]);
  return (
    <canvas
      ref={canvas}
      className="bg-white shadow-[var(--shadow-lift)]"
      role="img"
      aria-label={msg('view.report.pageAsItPrints', { number })}
    />
  );
}
