import type { Study, VersionHead, VersionPage } from '@cedar-knot/core';
import { briefly } from '@cedar-knot/wording';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client.js';
import { VerdictMark } from '../../ui/marks.js';
import type { VersionBrief } from '../../worker/comparison.js';
import type { ComparisonWork } from '../../worker/report.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** The kept versions, each with what changed in words and what its margins come to; a click makes one the earlier side. */
export function VersionsPanel({
  work,
  page,
  chosen,
  onChoose,
  onMore,
}: {
  work: ComparisonWork;
  page: VersionPage | null;
  chosen: readonly string[];
  onChoose: (side: string) => void;
  onMore: () => void;
}) {
  const list = page?.versions ?? [];
  const briefs = useBriefs(work, list);
  const study = useStudy((s) => s.study);
  const nameOf = (id: string): string => study.scenarios.find((s) => s.id === id)?.name ?? id;
  return (
    <aside aria-label={msg('view.compare.versions')} className="panel no-print flex w-[262px] flex-none flex-col">
      <header className="border-soft flex h-[38px] flex-none items-center gap-2 border-b px-3">
        <h2 className="text-[14px] font-semibold">{msg('view.compare.versions')}</h2>
        <span className="text-inkq text-[12px]">{page && msg('view.compare.kept', { kept: page.kept })}</span>
      </header>
      <ol className="min-h-0 flex-1 overflow-y-auto py-1">
        {list.map((v, i) => (
          <li key={v.version}>
            {(i === 0 || dayOf(list[i - 1]!.savedAt) !== dayOf(v.savedAt)) && (
              <p className="text-inkq px-3 pt-2 pb-0.5 text-[11.5px]">{dayOf(v.savedAt)}</p>
            )}
            <button
              type="button"
              aria-label={msg('view.compare.chooseTheEarlierSide', { version: v.version })}
              aria-pressed={chosen.includes(`v${v.version}`)}
              onClick={() => onChoose(`v${v.version}`)}
              className={`hover:bg-wash flex w-full flex-col px-3 py-1 text-left text-[12px] ${chosen.includes(`v${v.version}`) ? 'bg-paper' : ''}`}
              data-version={v.version}
            >
              <VersionLine version={v} isNewest={i === 0} brief={briefs.get(v.version)} />
              <span className="line-clamp-2 text-[12px] leading-[16px]">{saidOf(briefs.get(v.version), v, nameOf)}</span>
            </button>
          </li>
        ))}
        {page && page.next !== null && (
          <li className="px-3 py-1">
            <button type="button" className="text-cedar text-[12px] hover:underline" onClick={onMore}>
              {msg('view.compare.older', { count: page.kept - list.length })}
            </button>
          </li>
        )}
      </ol>
    </aside>
  );
}

function VersionLine({
  version: v,
  isNewest,
  brief,
}: {
  version: VersionHead;
  isNewest: boolean;
  brief: VersionBrief | undefined;
}) {
  const time = new Date(v.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
  return (
    <span className="flex items-center gap-1.5">
      <span className="text-inkq">{v.version}</span>
      <b className="min-w-0 truncate font-semibold">{v.name ?? (isNewest ? msg('view.compare.now') : '')}</b>
      <span className="text-inkq">{time}</span>
      {v.by && (
        <span className="text-inkq" title={v.by.name}>
          {v.by.initials}
        </span>
      )}
      <span className="ml-auto flex items-center gap-1">
        {brief &&
          (['fails', 'near', 'holds'] as const).map((kind) => (
            <span key={kind} className="flex items-center gap-0.5">
              <VerdictMark kind={kind} size={9} />
              {brief.counts[kind]}
            </span>
          ))}
      </span>
    </span>
  );
}

function saidOf(brief: VersionBrief | undefined, { version }: VersionHead, nameOf: (id: string) => string): string {
  if (!brief) return '…';
  if (version === 1) return msg('view.compare.firstVersion');
  return briefly(brief.inputs, nameOf) || msg('view.compare.nothingChanged');
}

const dayOf = (iso: string): string =>
  new Date(iso).toLocaleDateString([], { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });

/** what each version is beside the one before it, worked out from the newest on, one after the other */
function useBriefs(work: ComparisonWork, list: readonly VersionHead[]): ReadonlyMap<number, VersionBrief> {
  const id = useStudy((s) => s.id);
  const [briefs, setBriefs] = useState<ReadonlyMap<number, VersionBrief>>(new Map());
  const documents = useRef(new Map<number, Promise<Study>>());
  const known = useRef(new Set<number>());
  useEffect(() => {
    let gone = false;
    const read = (version: number): Promise<Study> => {
      let found = documents.current.get(version);
      if (!found) documents.current.set(version, (found = api.version(id, version).then((v) => v.document)));
      return found;
    };
    void (async () => {
      for (const [i, { version }] of list.entries()) {
        if (gone) return;
        if (known.current.has(version)) continue;
        const older = list[i + 1]?.version;
        // the last of the page waits for the next one
        if (older === undefined && version !== 1) continue;
        const brief = await Promise.all([older === undefined ? undefined : read(older), read(version)])
          .then(([before, now]) => work.briefOf(before, now))
          // a version may be thinned out meanwhile: the others are said
          .catch(() => undefined);
        if (gone) return;
        documents.current.delete(version);
        if (!brief) continue;
        known.current.add(version);
        setBriefs((b) => new Map(b).set(version, brief));
      }
    })();
    return () => {
      gone = true;
    };
  }, [id, list, work]);
  return briefs;
}
