import * as Comlink from 'comlink';
import { useEffect } from 'react';
import { Outlet, useLocation, useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { useDropped } from '../../state/dropped.js';
import { Button } from '../../ui/controls.js';
import type { TableIs } from '../../worker/dropped.js';
import type { LineListApi } from '../../worker/line-list.worker.js';
import { msg } from './words.js';

/** Around every page: a file that is dropped on it goes to the view it is for, and what was understood is said. */
export function FileDrop() {
  useFileDrop();
  const said = useDropped((s) => s.said);
  const dismiss = useDropped((s) => s.dismiss);
  return (
    <>
      <Outlet />
      {said && (
        <div
          role={said.isProblem ? 'alert' : 'status'}
          className="panel fixed bottom-4 left-1/2 z-50 flex max-w-[min(640px,94vw)] -translate-x-1/2 items-center gap-4 px-4 py-2 shadow-[var(--shadow-lift)]"
          data-dropped
        >
          <span className={said.isProblem ? 'text-fails' : ''}>{said.text}</span>
          <Button onClick={dismiss}>{msg('app.close')}</Button>
        </div>
      )}
    </>
  );
}

async function tableOf(file: File): Promise<TableIs | string> {
  const worker = new Worker(new URL('../../worker/line-list.worker.ts', import.meta.url), { type: 'module' });
  try {
    const remote = Comlink.wrap<LineListApi>(worker);
    return (await remote.openBytes(new Uint8Array(await file.arrayBuffer()))) ?? (await remote.tableIs());
  } finally {
    worker.terminate();
  }
}

function useFileDrop(): void {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const study = /^\/studies\/([^/]+)\//.exec(pathname)?.[1];
  useEffect(() => {
    const { put, say } = useDropped.getState();
    const go = (to: string): void => void navigate(to);
    const table = async (file: File, name: string): Promise<void> => {
      const found = await tableOf(file);
      if (typeof found === 'string') return say(`${name}: ${found}`, true);
      if (found.is === 'list') {
        put('list', file, '', msg('view.frame.droppedList', { name, lines: found.lines }));
        return go('/new');
      }
      if (found.is === 'table') {
        put('table', file, '', msg('view.frame.droppedTable', { name, rows: found.rows }));
        return go('/catalogues/pumps');
      }
      if (study === undefined) return say(msg('view.frame.droppedNeedsAStudy', { name }), true);
      if (found.is === 'readings') {
        put('readings', file, await file.text(), msg('view.frame.droppedReadings', { name, rows: found.rows }));
        return go(`/studies/${study}/margins?sheet=readings`);
      }
      put('offer', file, '', msg('view.frame.droppedOffer', { name }));
      return go(`/studies/${study}/report`);
    };
    const json = async (file: File, name: string): Promise<void> => {
      const text = await file.text();
      if (/"format"\s*:\s*"cedar-knot-study"/.test(text.slice(0, 2000)) || text.includes('cedar-knot-study')) {
        const { id } = await api.importText(text);
        say(msg('view.frame.droppedStudy', { name }), false);
        return go(`/studies/${id}/system`);
      }
      put('catalogue', file, '', msg('view.frame.droppedCatalogue', { name }));
      return go('/catalogues/pumps');
    };
    const take = async (file: File): Promise<void> => {
      const { name } = file;
      if (/\.cedar$/i.test(name)) {
        const opened = await api.openPackage(file);
        say(msg('view.frame.droppedStudy', { name }), false);
        return go(`/studies/${opened.id}/system`);
      }
      if (/\.json$/i.test(name)) return json(file, name);
      if (/\.(?:png|jpe?g|pdf)$/i.test(name)) {
        put('picture', file, '', msg('view.frame.droppedPicture', { name }));
        return go('/catalogues/pumps/new/picture');
      }
      if (/\.(?:csv|tsv|txt|xlsx|xls|ods)$/i.test(name)) return table(file, name);
      return say(msg('view.frame.droppedUnknown', { name }), true);
    };
    const over = (e: DragEvent): void => {
      if (e.dataTransfer?.types.includes('Files')) e.preventDefault();
    };
    const drop = (e: DragEvent): void => {
      const [file] = e.dataTransfer?.files ?? [];
      // a view that knew what to do with it has taken it
      if (!file || e.defaultPrevented) return;
      e.preventDefault();
      take(file).catch((error: unknown) => say(`${file.name}: ${wordsOf(error)}`, true));
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
    };
  }, [navigate, study]);
}
