import type { ModelKind } from '@cedar-knot/core';
import { Crosshair, Download, FileDown, Plus, Search } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useCallback, useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { isKind, KINDS, type ListFilter, type ListOrder } from '../../state/catalogueList.js';
import { Button, ITEM, MENU } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { download } from '../../ui/exportSvg.js';
import { catalogueWorker } from '../../worker/catalogue.js';
import { Coverage } from './Coverage.js';
import { EditSheet } from './EditSheet.js';
import { FilterBar } from './FilterBar.js';
import { ImportDock } from './ImportDock.js';
import { LaidOver, useDuties } from './LaidOver.js';
import { ModelPage } from './ModelPage.js';
import { ModelTable } from './ModelTable.js';
import { useModelList } from './useModelList.js';

/** The catalogue of a kind: families and their coverage, the list, a model's page beside it, an import under it. */
export function CatalogueView() {
  const { kind = 'pumps', id, part } = useParams();
  if (!isKind(kind)) return <Navigate to="/catalogues/pumps" replace />;
  return <OfKind key={kind} kind={kind} id={id} part={part} />;
}

const NEW = 'new';

function OfKind({ kind, id, part }: { kind: ModelKind; id: string | undefined; part: string | undefined }) {
  const navigate = useNavigate();
  const [filter, setFilter] = useState<ListFilter>({});
  const [order, setOrder] = useState<ListOrder>({ column: 'name', isDown: false });
  const [retired, setRetired] = useState(false);
  const [isImporting, setImporting] = useState(false);
  const [dropped, setDropped] = useState<File | null>(null);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const [speed, setSpeed] = useState<{ wanted: number | null; all: readonly number[]; drawn: number | null }>({
    wanted: null,
    all: [],
    drawn: null,
  });
  const list = useModelList(kind, retired, filter, order);
  const laid = useDuties();
  const choose = useCallback((m: string) => void navigate(`/catalogues/${kind}/${m}`), [navigate, kind]);
  const close = (): void => void navigate(`/catalogues/${kind}`);
  const { overview } = list;
  // the chart is of one family: the chosen one, else of all that match
  const family = filter.family;
  const rest = useMemo(() => ({ ...filter }), [filter]);
  const mark = useCallback(
    (m: string): void =>
      setMarked((s) => {
        const next = new Set(s);
        if (!next.delete(m)) next.add(m);
        return next;
      }),
    [],
  );
  const exportAs = async (format: 'json' | 'csv' | 'xlsx'): Promise<void> => {
    try {
      const ids = marked.size > 0 ? [...marked] : await catalogueWorker().allIds();
      const blob = await api.exportModels(format, ids, family ?? KINDS.find((k) => k.kind === kind)!.name);
      const name = `${(family ?? kind).toLowerCase().replace(/\s+/g, '-')}.${format === 'json' ? 'catalogue.json' : format}`;
      download(blob, name, blob.type);
      setProblem(null);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
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
      <header className="no-print flex flex-none items-center gap-4 max-[1100px]:gap-2">
        <h1 className="text-[18px] leading-[22px] font-semibold">Catalogues</h1>
        <nav aria-label="Kinds" className="flex gap-4">
          {KINDS.map((k) => (
            <Link
              key={k.kind}
              to={`/catalogues/${k.kind}`}
              aria-current={k.kind === kind ? 'page' : undefined}
              className={`border-b-2 pb-0.5 whitespace-nowrap ${k.kind === kind ? 'border-cedar font-semibold' : 'text-ink2 border-transparent'}`}
            >
              {k.name} {k.kind === kind && overview && <span className="text-inkq font-normal">{overview.total}</span>}
            </Link>
          ))}
        </nav>
        <span className="ml-auto" />
        {kind === 'pumps' && (
          <>
            <Button onClick={() => void navigate('/catalogues/find')}>
              <Search size={14} aria-hidden="true" /> Find for a duty
            </Button>
            <Button onClick={() => void navigate('/catalogues/pumps/new/picture')}>
              <Crosshair size={14} aria-hidden="true" />
              <span>
                Pick a curve<span className="max-[1100px]:sr-only"> off a picture</span>
              </span>
            </Button>
          </>
        )}
        {kind === 'valves' && (
          <Button onClick={() => void navigate('/catalogues/valves/sizing')}>
            <Search size={14} aria-hidden="true" /> Size for a duty
          </Button>
        )}
        <Button onClick={() => void navigate(`/catalogues/${kind}/${NEW}/edit`)}>
          <Plus size={14} aria-hidden="true" /> New {KINDS.find((k) => k.kind === kind)!.one}
        </Button>
        <Button onClick={() => setImporting(true)}>
          <Download size={14} aria-hidden="true" /> Import
        </Button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button disabled={!list.count}>
              <FileDown size={14} aria-hidden="true" /> Export
            </Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className={MENU}>
              <p className="text-inkq px-3 py-1 text-[12px]">
                {marked.size > 0 ? `${marked.size} marked` : `all ${list.count ?? 0} of the list`}
              </p>
              {(['xlsx', 'csv', 'json'] as const).map((f) => (
                <DropdownMenu.Item key={f} className={ITEM} onSelect={() => void exportAs(f)}>
                  {{ xlsx: 'Spreadsheet (.xlsx)', csv: 'CSV', json: 'Catalogue file (.json)' }[f]}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </header>
      {(problem ?? list.problem) && <p className="text-fails">▲ {problem ?? list.problem}</p>}
      <div className="flex min-h-0 flex-1 gap-2">
        <div className={`no-print flex min-w-0 flex-1 flex-col gap-2 ${id ? 'max-[1150px]:hidden' : ''}`}>
          {kind === 'pumps' && !isImporting && (
            <section aria-label="Families" className="panel flex h-[296px] flex-none">
              <FamilyList
                families={overview?.families ?? []}
                total={overview?.total ?? 0}
                chosen={family}
                onChoose={(f) => {
                  setSpeed((s) => ({ ...s, wanted: null }));
                  setFilter(withFamily(filter, f));
                }}
              />
              <div className="flex min-w-0 flex-1 flex-col px-3 pt-2 pb-1">
                <div className="flex flex-none items-baseline gap-2">
                  <h2 className="text-[14px] font-semibold whitespace-nowrap">{family ?? 'What matches'}</h2>
                  {speed.all.length > 1 ? (
                    <Select
                      label="Speed that is drawn"
                      bare
                      value={String(speed.drawn)}
                      options={speed.all.map((n) => [String(n), `${n} rpm`])}
                      onChange={(v) => setSpeed((s) => ({ ...s, wanted: Number(v) }))}
                      className="text-cedar flex-none"
                    />
                  ) : (
                    speed.drawn !== null && <span>{speed.drawn} rpm</span>
                  )}
                  <span className="text-inkq min-w-0 truncate text-[12px]">70–120 % of BEP flow, full to trimmed diameter</span>
                  <span className="ml-auto" />
                  <LaidOver laid={laid} />
                </div>
                <Coverage
                  family={family}
                  filter={rest}
                  chosen={id}
                  onChoose={choose}
                  duties={laid.duties}
                  answer={list.answer}
                  speed={speed.wanted}
                  onSpeeds={(all, drawn) => setSpeed((s) => ({ ...s, all, drawn }))}
                />
              </div>
            </section>
          )}
          <section aria-label="Models" className="panel flex min-h-0 flex-1 flex-col">
            <div className="border-soft flex min-h-[36px] flex-none items-center gap-2 border-b px-2.5 py-1">
              <FilterBar kind={kind} filter={filter} facets={overview?.facets} onFilter={setFilter} />
              <span className="text-[12px] whitespace-nowrap">
                <b className="font-semibold" data-figure="count">
                  {list.count ?? '…'}
                </b>{' '}
                <span className="text-inkq">of {overview?.total ?? '…'}</span>
              </span>
              <label className="text-inkq flex items-center gap-1 text-[12px]">
                <input type="checkbox" checked={retired} onChange={(e) => setRetired(e.target.checked)} />
                retired
              </label>
            </div>
            <ModelTable
              kind={kind}
              list={list}
              order={order}
              onOrder={setOrder}
              chosen={id}
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

function withFamily(filter: ListFilter, family: string | undefined): ListFilter {
  const { family: _was, ...rest } = filter;
  return family === undefined ? rest : { ...rest, family };
}

function FamilyList({
  families,
  total,
  chosen,
  onChoose,
}: {
  families: readonly { name: string; types: string; count: number }[];
  total: number;
  chosen: string | undefined;
  onChoose: (family: string | undefined) => void;
}) {
  const row = (name: string, types: string, count: number, isChosen: boolean, choose: () => void) => (
    <button
      key={name}
      type="button"
      aria-pressed={isChosen}
      onClick={choose}
      className={`border-soft flex w-full flex-none items-start border-b px-2.5 py-[3px] text-left ${isChosen ? 'bg-wash shadow-[inset_3px_0_0_var(--cedar)]' : 'hover:bg-quiet'}`}
    >
      <span className="min-w-0 flex-1">
        <span className="block truncate leading-[15px] font-semibold">{name}</span>
        <span className="text-inkq block truncate text-[12px] leading-[13px]">{types}</span>
      </span>
      <span>{count}</span>
    </button>
  );
  return (
    <div className="border-soft flex w-[168px] flex-none flex-col overflow-y-auto border-r" role="group" aria-label="Families">
      {row('All families', 'every maker', total, chosen === undefined, () => onChoose(undefined))}
      {families.map((f) =>
        row(f.name, f.types, f.count, chosen === f.name, () => onChoose(chosen === f.name ? undefined : f.name)),
      )}
    </div>
  );
}
