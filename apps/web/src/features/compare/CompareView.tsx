import type { StudyHead, VersionPage } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../../api/client.js';
import { Segmented } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { comparisonWork, type ComparisonWork } from '../../worker/report.js';
import { useStudy } from '../context.js';
import { ChangeMatrix } from './ChangeMatrix.js';
import { TurnedVerdicts } from './TurnedVerdicts.js';
import { useCompared, type Shown } from './useCompared.js';
import { VersionsPanel } from './VersionsPanel.js';
import { msg } from './words.js';

/** Two sides of a study held against each other: versions, alternatives, or newer data of the catalogue. */
export function CompareView({ work = comparisonWork }: { work?: ComparisonWork }) {
  const [params, setParams] = useSearchParams();
  const { page, more } = useVersions();
  const others = useAlternatives();
  const [isAll, setAll] = useState(false);
  const [pump, setPump] = useState<string | undefined>();
  const to = params.get('to') ?? 'now';
  // the version before the newest one where nothing is chosen
  const usual = page && (page.versions[1] ?? page.versions[0]);
  const from = params.get('from') ?? (usual ? `v${usual.version}` : null);
  const { shown, problem } = useCompared(from, to, pump, work);
  const put = (key: 'from' | 'to', side: string | undefined): void => {
    const next = new URLSearchParams(params);
    if (side !== undefined) next.set(key, side);
    setParams(next, { replace: true });
  };
  const versions = (page?.versions ?? []).map(
    (v) => [`v${v.version}`, v.name ?? msg('view.compare.version', { version: v.version })] as const,
  );
  const named = (side: string): (readonly [string, string])[] =>
    side.startsWith('v') && !versions.some(([v]) => v === side)
      ? [[side, msg('view.compare.version', { version: side.slice(1) })]]
      : [];
  const alternatives = others.map((s) => [`s:${s.id}`, msg('view.compare.alternative', { title: s.title })] as const);
  const sides = [
    ['now', msg('view.compare.now')] as const,
    ['data', msg('view.compare.newerData')] as const,
    ...alternatives,
    ...versions,
  ];
  return (
    <div className="view view-row print-long flex min-h-0 flex-1 gap-2" data-compared={shown ? shown.compared.inputs.length : ''}>
      <VersionsPanel
        work={work}
        page={page}
        chosen={[from, to].map((side) => (side === 'now' ? `v${page?.versions[0]?.version ?? 0}` : (side ?? '')))}
        onChoose={(side) => put('from', side)}
        onMore={more}
      />
      <div data-main className="flex min-w-0 flex-1 flex-col gap-2">
        <header className="wraps panel flex h-[42px] flex-none items-center gap-3 px-3">
          <h1 className="text-[14px] font-semibold">{msg('view.compare.comparison')}</h1>
          <Select
            label={msg('view.compare.from')}
            value={from ?? undefined}
            options={[...named(from ?? ''), ...sides]}
            onChange={(s) => put('from', s)}
            className="max-w-[230px]"
          />
          <span aria-hidden="true">→</span>
          <Select
            label={msg('view.compare.to')}
            value={to}
            options={[...named(to), ...sides]}
            onChange={(s) => put('to', s)}
            className="max-w-[230px]"
          />
          <Segmented
            label={msg('view.compare.shown')}
            value={isAll ? 'all' : 'main'}
            onChange={(v) => setAll(v === 'all')}
            options={[
              { value: 'main', text: msg('view.compare.changed') },
              { value: 'all', text: msg('view.compare.all') },
            ]}
          />
          <span className="ml-auto" />
          {problem && (
            <span role="alert" className="text-fails text-[12px]">
              ▲ {problem}
            </span>
          )}
          {shown && <Counts counts={shown.compared.counts} />}
        </header>
        {shown ? (
          <>
            <div className="flex h-[300px] flex-none gap-2">
              <Curves shown={shown} pump={pump} onPump={setPump} />
              <TurnedVerdicts shown={shown} />
            </div>
            <ChangeMatrix shown={shown} isAll={isAll} />
          </>
        ) : (
          <p className="text-inkq panel px-3 py-4">{problem ? '' : msg('view.compare.comparing')}</p>
        )}
      </div>
    </div>
  );
}

function Counts({ counts: { before, after } }: { counts: Shown['compared']['counts'] }) {
  return (
    <span className="flex items-center gap-3 text-[12.5px]">
      {(['fails', 'near', 'holds'] as const).map((kind) => (
        <span key={kind} className="flex items-center gap-1">
          <VerdictMark kind={kind} />
          {before[kind] === after[kind] ? after[kind] : `${before[kind]} → ${after[kind]}`}
        </span>
      ))}
    </span>
  );
}

function Curves({ shown, pump, onPump }: { shown: Shown; pump: string | undefined; onPump: (id: string | undefined) => void }) {
  const { curves, pumps } = shown.compared;
  const of = pump ?? pumps[0];
  return (
    <section className="panel flex w-[46%] flex-none flex-col" aria-label={msg('view.compare.curves', { pump: of ?? '' })}>
      <header className="flex h-[34px] flex-none items-center gap-2 px-3">
        <h2 className="text-[14px] font-semibold">{msg('view.compare.curves', { pump: of ?? '' })}</h2>
        <span className="text-inkq text-[12px]">{msg('view.compare.ghosts')}</span>
        <span className="ml-auto" />
        {pumps.length > 1 && (
          <Select label={msg('app.pumps')} value={of} options={pumps.map((p) => [p, p] as const)} onChange={onPump} />
        )}
      </header>
      {curves === null ? (
        <p className="text-inkq px-3 py-2 text-[12px]">{msg('view.compare.noPump')}</p>
      ) : (
        // made by our own code from numbers; names in it are escaped
        <div
          className="min-h-0 flex-1 px-1 [&>svg]:h-full [&>svg]:w-full"
          data-curves
          dangerouslySetInnerHTML={{ __html: curves }}
        />
      )}
    </section>
  );
}

/** the kept versions, the newest first; what is not yet saved is saved before */
function useVersions(): { page: VersionPage | null; more: () => void } {
  const id = useStudy((s) => s.id);
  const flush = useStudy((s) => s.flush);
  const saved = useStudy((s) => s.save.kind);
  const [page, setPage] = useState<VersionPage | null>(null);
  useEffect(() => {
    let gone = false;
    flush()
      .then(() => api.versions(id))
      .then(
        (p) => !gone && setPage(p),
        () => undefined,
      );
    return () => {
      gone = true;
    };
  }, [id, flush, saved]);
  const more = (): void => {
    if (page?.next == null) return;
    void api.versions(id, page.next).then((next) => setPage({ ...next, versions: [...page.versions, ...next.versions] }));
  };
  return { page, more };
}

function useAlternatives(): readonly StudyHead[] {
  const id = useStudy((s) => s.id);
  const [list, setList] = useState<readonly StudyHead[]>([]);
  useEffect(() => {
    let gone = false;
    api
      .get(id)
      .then((s) => api.list({ of: s.alternativeOf ?? id }))
      .then(
        ({ studies }) => !gone && setList(studies.filter((s) => s.id !== id)),
        () => undefined,
      );
    return () => {
      gone = true;
    };
  }, [id]);
  return list;
}
