import type { ImportResult, ImportTemplate, KeptImportTemplate } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { api, ApiError, wordsOf } from '../../api/client.js';
import type { ImportWorkerApi, Preview, PreviewOptions } from '../../worker/import.worker.js';
import { msg } from './words.js';

export type Stage =
  | { kind: 'choose' }
  | { kind: 'reading'; name: string }
  | { kind: 'preview'; name: string; preview: Preview }
  | { kind: 'taking'; name: string; done: number; of: number }
  | { kind: 'taken'; name: string; result: ImportResult }
  | { kind: 'kept'; name: string; maker: string };

/** what is kept for one of the makers; nothing where it cannot be asked for */
async function templatesOf(makers: readonly string[]): Promise<KeptImportTemplate | undefined> {
  const all = await api.importTemplates().catch(() => []);
  return all.find((t) => makers.includes(t.template.maker));
}

/** marks a file as a template that was downloaded */
export const TEMPLATE_FORMAT = 'cedar-knot-import-template';

function templateIn(text: string): ImportTemplate | undefined {
  if (!text.includes(TEMPLATE_FORMAT)) return undefined;
  const { format, ...template } = JSON.parse(text) as { format?: string } & ImportTemplate;
  return format === TEMPLATE_FORMAT ? template : undefined;
}

const NOTHING: PreviewOptions = { columns: {}, mends: {}, left: [] };

/** An import from what is chosen to what was taken, in a worker of its own; `onTaken` once the catalogue has changed. */
export function useImport(file: File | null, onTaken: () => void) {
  const worker = useMemo(() => new Worker(new URL('../../worker/import.worker.ts', import.meta.url), { type: 'module' }), []);
  const remote = useMemo(() => Comlink.wrap<ImportWorkerApi>(worker), [worker]);
  useEffect(() => () => worker.terminate(), [worker]);
  const [stage, setStage] = useState<Stage>({ kind: 'choose' });
  const [problem, setProblem] = useState<string[]>([]);
  const [options, setOptions] = useState<PreviewOptions>(NOTHING);
  const fail = (e: unknown): void =>
    setProblem(
      e instanceof ApiError && e.errors.length > 0
        ? [e.message, ...e.errors.slice(1, 6).map((x) => `${x.path}: ${x.message}`)]
        : [wordsOf(e)],
    );

  const look = async (name: string, next: PreviewOptions): Promise<void> => {
    setOptions(next);
    setStage({ kind: 'preview', name, preview: await remote.preview(next) });
  };
  const open = async (name: string, opening: Promise<string | null>): Promise<void> => {
    setStage({ kind: 'reading', name });
    setProblem([]);
    const wrong = await opening;
    if (wrong !== null) {
      setProblem([wrong]);
      setStage({ kind: 'choose' });
      return;
    }
    const first = await remote.preview(NOTHING);
    // what is kept for the maker answers before anything is asked
    const kept = first.makers.length > 0 ? await templatesOf(first.makers) : undefined;
    await look(name, kept ? { ...NOTHING, template: kept.template } : NOTHING);
  };
  const openFile = async (chosen: File): Promise<void> => {
    try {
      const template = /\.json$/i.test(chosen.name) ? templateIn(await chosen.text()) : undefined;
      if (template) {
        await api.keepImportTemplate(template);
        setProblem([]);
        setStage({ kind: 'kept', name: chosen.name, maker: template.maker });
        return;
      }
      const bytes = new Uint8Array(await chosen.arrayBuffer());
      await open(chosen.name, remote.openBytes(Comlink.transfer(bytes, [bytes.buffer]), chosen.name));
    } catch (e) {
      fail(e);
      setStage({ kind: 'choose' });
    }
  };
  useEffect(() => {
    if (file) void openFile(file);
    // the file that was dropped, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [file]);

  const take = async (name: string, remember?: ImportTemplate): Promise<void> => {
    setProblem([]);
    setStage({ kind: 'taking', name, done: 0, of: 1 });
    const from = /\.xlsx$/i.test(name) ? 'xlsx' : /\.json$/i.test(name) ? 'json' : 'csv';
    // how far it is comes by a port of its own, so the last of it may come after the answer: the answer stands
    const progress = Comlink.proxy((done: number, of: number) =>
      setStage((now) => (now.kind === 'taking' ? { kind: 'taking', name, done, of } : now)),
    );
    const done = await remote.take(name, from, progress);
    if (done && 'result' in done) {
      if (remember) await api.keepImportTemplate(remember).catch(fail);
      setStage({ kind: 'taken', name, result: done.result });
      onTaken();
      return;
    }
    if (done) setProblem(done.problem);
    await look(name, options).catch(() => setStage({ kind: 'choose' }));
  };
  /** what an action says where it fails */
  const attempt = (action: Promise<unknown>): void => void action.catch(fail);
  return {
    stage,
    problem,
    options,
    remote,
    openFile: (chosen: File) => void openFile(chosen),
    openText: (text: string) => attempt(open(msg('view.catalogue.pastedTable'), remote.openText(text))),
    look: (name: string, next: PreviewOptions) => attempt(look(name, next)),
    take: (name: string, remember?: ImportTemplate) => void take(name, remember),
    stop: () => void remote.stop(),
  };
}
