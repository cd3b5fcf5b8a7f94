import type { Study } from '@cedar-knot/core';
import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** ms of rest before a change is printed anew */
const REST = 700;
/** px of a page's width at a zoom of 1, and of one in the strip */
const WIDE = 560;
const SMALL = 54;
const ZOOMS = [0.6, 0.8, 1, 1.3, 1.7, 2.2] as const;

/** The pages of the PDF as they are printed, with a strip of all of them; printed anew when the study rests. */
export function PrintedPages({ isInk }: { isInk: boolean }) {
  const study = useStudy((s) => s.study);
  const { pdf, isPrinting, problem } = usePrinted(study, isInk);
  const [zoom, setZoom] = useState(2);
  const pages = Array.from({ length: pdf?.numPages ?? 0 }, (_, i) => i + 1);
  const box = useRef<HTMLDivElement>(null);
  const show = (n: number): void => box.current?.querySelector(`[data-page="${n}"]`)?.scrollIntoView({ block: 'start' });
  return (
    <div className="flex min-h-0 flex-1 flex-col" data-pages={pages.length} data-printing={isPrinting}>
      <div className="flex flex-none items-center gap-2 px-3 pb-1 text-[12px]">
        <span role="status" className="text-inkq">
          {isPrinting ? msg('view.report.printing') : problem === null ? msg('view.report.pages2', { count: pages.length }) : ''}
        </span>
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
        {pdf &&
          pages.map((n) => (
            <div key={n} className="mb-3 flex justify-center" data-page={n}>
              <Page pdf={pdf} number={n} width={WIDE * ZOOMS[zoom]!} />
            </div>
          ))}
      </div>
      <div className="flex flex-none gap-2 overflow-x-auto px-3 py-2" role="group" aria-label={msg('view.report.pageStrip')}>
        {pdf &&
          pages.map((n) => (
            <button
              key={n}
              type="button"
              onClick={() => show(n)}
              className="flex flex-none flex-col items-center text-[11px]"
              aria-label={msg('view.report.page', { n })}
            >
              <Page pdf={pdf} number={n} width={SMALL} />
              {n}
            </button>
          ))}
      </div>
    </div>
  );
}

function usePrinted(study: Study, isInk: boolean): { pdf: PDFDocumentProxy | null; isPrinting: boolean; problem: string | null } {
  const [pdf, setPdf] = useState<PDFDocumentProxy | null>(null);
  const [isPrinting, setPrinting] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  const isFirst = useRef(true);
  useEffect(() => {
    const stop = new AbortController();
    setPrinting(true);
    const rest = isFirst.current ? 0 : REST;
    isFirst.current = false;
    const timer = setTimeout(() => {
      printed(study, isInk, stop.signal).then(
        (found) => {
          if (stop.signal.aborted) return void found.loadingTask.destroy();
          setProblem(null);
          setPdf(found);
          setPrinting(false);
        },
        (e: unknown) => {
          if (stop.signal.aborted) return;
          setProblem(wordsOf(e));
          setPrinting(false);
        },
      );
    }, rest);
    return () => {
      stop.abort();
      clearTimeout(timer);
    };
  }, [study, isInk]);
  // the document that is shown no more lets go of its worker
  useEffect(() => () => void pdf?.loadingTask.destroy(), [pdf]);
  return { pdf, isPrinting, problem };
}

async function printed(study: Study, ink: boolean, signal: AbortSignal): Promise<PDFDocumentProxy> {
  const date = study.report?.date;
  const blob = await api.printReport(study, { format: 'pdf', ink, ...(date ? { date } : {}) }, signal);
  const pdfjs = await import('pdfjs-dist');
  pdfjs.GlobalWorkerOptions.workerSrc = new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url).href;
  return pdfjs.getDocument({ data: new Uint8Array(await blob.arrayBuffer()), disableFontFace: true }).promise;
}

/** one page, drawn as sharp as the screen is */
function Page({ pdf, number, width }: { pdf: PDFDocumentProxy; number: number; width: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let gone = false;
    let task: ReturnType<PDFPageProxy['render']> | undefined;
    void pdf.getPage(number).then((page) => {
      const at = canvas.current;
      if (gone || !at) return;
      const plain = page.getViewport({ scale: 1 });
      const viewport = page.getViewport({ scale: (width / plain.width) * devicePixelRatio });
      at.width = Math.round(viewport.width);
      at.height = Math.round(viewport.height);
      at.style.width = `${width}px`;
      task = page.render({ canvas: at, viewport });
      task.promise.catch(() => undefined);
    }, () => undefined); // prettier-ignore
    return () => {
      gone = true;
      task?.cancel();
    };
  }, [pdf, number, width]);
  return (
    <canvas
      ref={canvas}
      className="bg-white shadow-[var(--shadow-lift)]"
      role="img"
      aria-label={msg('view.report.pageAsItPrints', { number })}
    />
  );
}
