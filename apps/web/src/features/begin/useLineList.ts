import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { wordsOf } from '../../api/client.js';
import type { ListEntries, ListPreview } from '../../worker/line-list.js';
import type { LineListApi } from '../../worker/line-list.worker.js';

type Opened = { kind: 'choose' } | { kind: 'reading' } | { kind: 'read'; preview: ListPreview; of: ListEntries };

/** What reads a list: a worker, or what a test puts in its place. */
export type ListReader = Pick<Comlink.Remote<LineListApi>, 'openBytes' | 'openText' | 'preview'>;

function ofWorker(): { remote: ListReader; stop: () => void } {
  const worker = new Worker(new URL('../../worker/line-list.worker.ts', import.meta.url), { type: 'module' });
  return { remote: Comlink.wrap<LineListApi>(worker), stop: () => worker.terminate() };
}

/** A line list from its file to its study, in a worker of its own; what was said last is what is shown. */
export function useLineList(entries: ListEntries, reader?: ListReader) {
  const { remote, stop } = useMemo(() => (reader ? { remote: reader, stop: () => undefined } : ofWorker()), [reader]);
  useEffect(() => stop, [stop]);
  const [opened, setOpened] = useState<Opened>({ kind: 'choose' });
  const [problem, setProblem] = useState<string | null>(null);
  const fail = (e: unknown): void => {
    setProblem(wordsOf(e));
    setOpened({ kind: 'choose' });
  };
  const isRead = opened.kind === 'read';
  useEffect(() => {
    if (!isRead) return;
    let gone = false;
    remote.preview(entries).then(
      (preview) => !gone && setOpened({ kind: 'read', preview, of: entries }),
      (e: unknown) => !gone && fail(e),
    );
    return () => {
      gone = true;
    };
  }, [entries, isRead, remote]);
  const open = async (opening: () => Promise<string | null>): Promise<void> => {
    setOpened({ kind: 'reading' });
    setProblem(null);
    try {
      const wrong = await opening();
      if (wrong === null) setOpened({ kind: 'read', preview: await remote.preview(entries), of: entries });
      else {
        setProblem(wrong);
        setOpened({ kind: 'choose' });
      }
    } catch (e) {
      fail(e);
    }
  };
  return {
    opened,
    problem,
    openFile: (file: File) => void open(async () => remote.openBytes(new Uint8Array(await file.arrayBuffer()))),
    openText: (text: string) => void open(() => remote.openText(text)),
    close: () => setOpened({ kind: 'choose' }),
  };
}
