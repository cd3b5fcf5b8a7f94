import type { ModelKind } from '@cedar-knot/core';
import { Crosshair, Download, FileDown, Plus, Search } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Link, useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { familyName, KINDS } from '../../state/catalogueList.js';
import { Button, ITEM, MENU } from '../../ui/controls.js';
import { download } from '../../ui/exportSvg.js';
import { msg } from './words.js';

/** in the place of a model's id */
export const NEW = 'new';

interface CatalogueHeaderProps {
  kind: ModelKind;
  family: string | undefined;
  /** models of the kind; undefined while they are read */
  total: number | undefined;
  /** models of the list, and those of them that are marked */
  count: number | null;
  marked: ReadonlySet<string>;
  /** of the whole list */
  allIds: () => Promise<string[]>;
  onImport: () => void;
  onProblem: (problem: string | null) => void;
}

/** Kinds, and what is done with a catalogue: found in, added to, imported, exported. */
export function CatalogueHeader({ kind, family, total, count, marked, allIds, onImport, onProblem }: CatalogueHeaderProps) {
  const navigate = useNavigate();
  const { name: kindName, one } = KINDS.find((k) => k.kind === kind)!;
  const exportAs = async (format: 'json' | 'csv' | 'xlsx'): Promise<void> => {
    try {
      const ids = marked.size > 0 ? [...marked] : await allIds();
      const blob = await api.exportModels(format, ids, family === undefined ? kindName : familyName(family));
      const name = `${(family === undefined ? kind : familyName(family)).toLowerCase().replace(/\s+/g, '-')}.${format === 'json' ? 'catalogue.json' : format}`;
      download(blob, name, blob.type);
      onProblem(null);
    } catch (error) {
      onProblem(wordsOf(error));
    }
  };
  return (
    <header className="no-print flex flex-none items-center gap-4 max-[1100px]:gap-2">
      <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.catalogue.catalogues')}</h1>
      <nav aria-label={msg('view.catalogue.kinds')} className="flex gap-4">
        {KINDS.map((k) => (
          <Link
            key={k.kind}
            to={`/catalogues/${k.kind}`}
            aria-current={k.kind === kind ? 'page' : undefined}
            className={`border-b-2 pb-0.5 whitespace-nowrap ${k.kind === kind ? 'border-cedar font-semibold' : 'text-ink2 border-transparent'}`}
          >
            {k.name} {k.kind === kind && total !== undefined && <span className="text-inkq font-normal">{total}</span>}
          </Link>
        ))}
      </nav>
      <span className="ml-auto" />
      {kind === 'pumps' && (
        <>
          <Button onClick={() => void navigate('/catalogues/find')}>
            <Search size={14} aria-hidden="true" /> {msg('view.catalogue.findForADuty')}
          </Button>
          <Button onClick={() => void navigate('/catalogues/pumps/new/picture')}>
            <Crosshair size={14} aria-hidden="true" />
            {msg('view.catalogue.digitiseACurve2')}
          </Button>
        </>
      )}
      {kind === 'valves' && (
        <Button onClick={() => void navigate('/catalogues/valves/sizing')}>
          <Search size={14} aria-hidden="true" /> {msg('view.catalogue.sizeForADuty')}
        </Button>
      )}
      <Button onClick={() => void navigate(`/catalogues/${kind}/${NEW}/edit`)}>
        <Plus size={14} aria-hidden="true" /> {msg('view.catalogue.new2', { one })}
      </Button>
      <Button onClick={onImport}>
        <Download size={14} aria-hidden="true" /> {msg('view.catalogue.import')}
      </Button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button disabled={!count}>
            <FileDown size={14} aria-hidden="true" /> {msg('view.catalogue.export')}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={MENU}>
            <p className="text-inkq px-3 py-1 text-[12px]">
              {marked.size > 0
                ? msg('view.catalogue.selected', { size: marked.size })
                : msg('view.catalogue.allOfTheList', { count: count ?? 0 })}
            </p>
            {(['xlsx', 'csv', 'json'] as const).map((f) => (
              <DropdownMenu.Item key={f} className={ITEM} onSelect={() => void exportAs(f)}>
                {{ xlsx: msg('view.catalogue.spreadsheetXlsx'), csv: 'CSV', json: msg('view.catalogue.catalogueFileJson') }[f]}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </header>
  );
}
