import type { Study } from '@cedar-knot/core';
import type { PDFDocumentProxy, PDFWorker } from 'pdfjs-dist';
import { useEffect, useRef, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { useUnits } from '../../state/units.js';

/** ms of rest before a change is printed anew */
const REST = 700;

/** One page as it is printed, in the document of its chapter. */
export interface PrintedPage {
  pdf: PDFDocumentProxy;
  /** in its chapter, from 1 on */
  at: number;
}

export interface Printed {
  /** as far as they follow one another from the first on */
  pages: PrintedPage[];
  /** whether these are all */
  isWhole: boolean;
  isPrinting: boolean;
  /** chapters that are there, of how many */
  done: number;
  of: number | null;
  problem: string | null;
  stop: () => void;
}

interface Chapter {
  key: string | null;
  pages: number;
  starts: number[];
  missed: string[];
  pdf: PDFDocumentProxy;
}

const NOTHING = { chapters: [] as (Chapter | undefined)[], of: null as number | null, done: 0 };

/** The pages of the report, chapter by chapter as they come; what a change does not touch is not printed again. */
export function usePrinted(id: string, study: Study, isInk: boolean): Printed {
  const numbers = useUnits((s) => s.numbers);
  const [{ chapters, of, done }, setShown] = useState(NOTHING);
  const [isPrinting, setPrinting] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  const kept = useRef<(Chapter | undefined)[]>([]);
  const isFirst = useRef(true);
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    const ending = new AbortController();
    setPrinting(true);
    const rest = isFirst.current ? 0 : REST;
    isFirst.current = false;
    const end = (words: string | null): void => {
      if (ending.signal.aborted) return;
      setProblem(words);
      setPrinting(false);
    };
    stop.current = () => {
      end(null);
      ending.abort();
    };
    const timer = setTimeout(() => {
      const date = study.report?.date;
      // a chapter may come again at another place: none is let go of before the last has come
      const held = [...kept.current];
      const show = (next: (Chapter | undefined)[], all: number | null, there: number): void => {
        held.push(...next);
        kept.current = next;
        setShown({ chapters: next, of: all, done: there });
      };
      printed(id, study, { ink: isInk, numbers, ...(date ? { date } : {}) }, kept.current, show, ending.signal)
        .then(
          () => end(null),
          (e: unknown) => end(wordsOf(e)),
        )
        .finally(() => letGo(held, kept.current));
    }, rest);
    return () => {
      ending.abort();
      clearTimeout(timer);
    };
  }, [id, study, isInk, numbers]);
  useEffect(
    () => () => {
      const last = kept.current;
      kept.current = [];
      letGo(last, []);
    },
    [],
  );
  const end = chapters.findIndex((c) => c === undefined);
  const shown = (end < 0 ? chapters : chapters.slice(0, end)) as Chapter[];
  const pages = shown.flatMap(({ pdf, pages: n }) => Array.from({ length: n }, (_, i) => ({ pdf, at: i + 1 })));
  const isWhole = of !== null && end < 0 && chapters.length === of && chapters[0]!.key !== null;
  return { pages, isWhole, isPrinting, done, of, problem, stop: () => stop.current() };
}

type Show = (chapters: (Chapter | undefined)[], of: number | null, done: number) => void;

async function printed(
  id: string,
  study: Study,
  asked: { ink: boolean; numbers: string; date?: string },
  before: readonly (Chapter | undefined)[],
  show: Show,
  signal: AbortSignal,
): Promise<void> {
  const known = new Map(before.flatMap((c) => (c?.key ? [[c.key, c] as const] : [])));
  const next = [...before];
  const there = new Set<number>();
  // pages are taken up in the order in which they come
  let taken = Promise.resolve();
  const asKnown = [...known].map(([key, { pages, starts, missed }]) => ({ key, pages, starts, missed }));
  await api.printPages(
    id,
    study,
    { ...asked, known: asKnown },
    ({ chapter, of, key, pdf, ...line }) => {
      taken = taken.then(async () => {
        const found = pdf === null ? known.get(key ?? '')?.pdf : await opened(pdf);
        if (!found) return;
        if (signal.aborted) {
          if (pdf !== null) void found.loadingTask.destroy();
          return;
        }
        next[chapter] = { key, ...line, pdf: found };
        if (of !== null) next.length = of;
        if (key !== null) there.add(chapter);
        show([...next], of, there.size);
      });
    },
    signal,
  );
  await taken;
}

/** documents that are shown no more let go of what they hold */
function letGo(before: readonly (Chapter | undefined)[], next: readonly (Chapter | undefined)[]): void {
  const stays = new Set(next.map((c) => c?.pdf));
  const gone = new Set(before.flatMap((c) => (c && !stays.has(c.pdf) ? [c.pdf] : [])));
  for (const pdf of gone) void pdf.loadingTask.destroy();
}

/** one for all chapters */
let reader: PDFWorker | undefined;

async function opened(pdf: string): Promise<PDFDocumentProxy> {
  const pdfjs = await import('pdfjs-dist');
  pdfjs.GlobalWorkerOptions.workerSrc = new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url).href;
  reader ??= new pdfjs.PDFWorker();
  const data = Uint8Array.from(atob(pdf), (c) => c.charCodeAt(0));
  return pdfjs.getDocument({ data, disableFontFace: true, worker: reader }).promise;
}
