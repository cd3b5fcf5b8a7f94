import { useDropped } from '../../state/dropped.js';
import type { ListFilter, ListOrder, ModelKind } from '@cedar-knot/core';
import { useEffect, useCallback, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { isKind } from '../../state/catalogueList.js';
import { CatalogueHeader, NEW } from './CatalogueHeader.js';
import { EditSheet } from './EditSheet.js';
import { Families } from './Families.js';
import { FilterBar } from './FilterBar.js';
import { ImportDock } from './ImportDock.js';
import { useDuties } from './LaidOver.js';
import { ModelPage } from './ModelPage.js';
import { ModelTable } from './ModelTable.js';
import { useModelList } from './useModelList.js';
import { msg } from './words.js';

/** The catalogue of a kind: families and their coverage, the list, a model's page beside it, an import under it. */
export function CatalogueView() {
  const { kind = 'pumps', id, part } = useParams();
  if (!isKind(kind)) return <Navigate to="/catalogues/pumps" replace />;
  return <OfKind key={kind} kind={kind} id={id} part={part} />;
}

function OfKind({ kind, id, part }: { kind: ModelKind; id: string | undefined; part: string | undefined }) {
  const navigate = useNavigate();
  const [filter, setFilter] = useState<ListFilter>({});
  const [order, setOrder] = useState<ListOrder>({ column: 'name', isDown: false });
  const [retired, setRetired] = useState(false);
  const coming = useDropped((s) => s.file);
  const [isImporting, setImporting] = useState(false);
  const [dropped, setDropped] = useState<File | null>(null);
  useEffect(() => {
    const taken = useDropped.getState().take('table', 'catalogue');
    if (!taken) return;
    setDropped(taken.file);
    setImporting(true);
  }, [coming]);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const list = useModelList(kind, retired, filter, order);
  const laid = useDuties();
  // a new one has no place in the list yet
  const chosen = id === NEW ? undefined : id;
  const choose = useCallback((m: string) => void navigate(`/catalogues/${kind}/${m}`), [navigate, kind]);
  const close = (): void => void navigate(`/catalogues/${kind}`);
  const { overview } = list;
  const mark = useCallback(
    (m: string): void =>
      setMarked((s) => {
        const next = new Set(s);
        if (!next.delete(m)) next.add(m);
        return next;
      }),
    [],
  );
  const isEditing = id !== undefined && (part === 'edit' || id === NEW);
  return (
    <div
      className="flex min-h-0 flex-1 flex-col gap-2"
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        const [file] = e.dataTransfer.files;
        if (!file) return;
        e.preventDefault();
        setDropped(file);
        setImporting(true);
      }}
    >
      <CatalogueHeader
        kind={kind}
        family={filter.family}
        total={overview?.total}
        count={list.count}
        marked={marked}
        allIds={list.ids}
        onImport={() => setImporting(true)}
        onProblem={setProblem}
      />
      {(problem ?? list.problem) && <p className="text-fails">▲ {problem ?? list.problem}</p>}
      <div className="view view-tall view-row flex min-h-0 flex-1 gap-2">
        <div data-main className={`bounded no-print flex min-w-0 flex-1 flex-col gap-2 ${id ? 'max-[1150px]:hidden' : ''}`}>
          {kind === 'pumps' && !isImporting && (
            <Families list={list} filter={filter} onFilter={setFilter} chosen={chosen} onChoose={choose} laid={laid} />
          )}
          <section aria-label={msg('view.catalogue.models')} className="panel flex min-h-[260px] flex-1 flex-col">
            <div className="border-soft flex min-h-[36px] flex-none flex-wrap items-center gap-2 border-b px-2.5 py-1">
              <FilterBar kind={kind} filter={filter} facets={overview?.facets} onFilter={setFilter} />
              <span className="text-[12px] whitespace-nowrap">
                <b className="font-semibold" data-figure="count">
                  {list.count ?? '…'}
                </b>{' '}
                <span className="text-inkq">
                  {msg('view.catalogue.of', { total: overview?.total ?? '…' })}
                  {list.notStated > 0 && msg('view.catalogue.notStated2', { notStated: list.notStated })}
                </span>
              </span>
              <label className="text-inkq flex items-center gap-1 text-[12px]">
                <input type="checkbox" checked={retired} onChange={(e) => setRetired(e.target.checked)} />
                {msg('view.catalogue.retired2')}
              </label>
            </div>
            <ModelTable
              kind={kind}
              list={list}
              order={order}
              onOrder={setOrder}
              chosen={chosen}
              onChoose={choose}
              duties={laid.duties}
              marked={marked}
              onMark={mark}
            />
          </section>
          {isImporting && (
            <ImportDock
              kind={kind}
              file={dropped}
              onClose={() => {
                setImporting(false);
                setDropped(null);
              }}
              onTaken={list.reload}
            />
          )}
        </div>
        {isEditing ? (
          <EditSheet
            key={id}
            kind={kind}
            id={id === NEW ? null : id}
            onClose={(made) => {
              if (made) list.reload();
              void navigate(
                made ? `/catalogues/${kind}/${made}` : id === NEW ? `/catalogues/${kind}` : `/catalogues/${kind}/${id}`,
              );
            }}
          />
        ) : (
          id !== undefined && (
            <ModelPage key={id} kind={kind} id={id} onClose={close} onChanged={list.reload} duties={laid.duties} />
          )
        )}
      </div>
    </div>
  );
}
