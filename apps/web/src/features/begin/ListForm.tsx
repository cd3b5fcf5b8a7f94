import type { BeginningUnits } from '@cedar-knot/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Segmented } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { Select } from '../../ui/Select.js';
import { EXAMPLE_LIST, type ListEntries, type ListPreview } from '../../worker/line-list.js';
import { BegunForm, ENTRIES, FormAction } from './BegunForm.js';
import { INPUT, Labelled } from './Labelled.js';
import { ListColumns, ListPlaces, ListRemarks } from './ListParts.js';
import { useLineList, type ListReader } from './useLineList.js';
import { msg } from './words.js';

/** what a person says of a list, beside its title */
export type Said = Omit<ListEntries, 'title' | 'tag' | 'units'>;
const NOTHING: Said = { columns: {}, mends: {}, left: [], roles: {}, system: 0, without: [] };

/** A study from a table of lines: read, matched and corrected like a catalogue, and solved before it exists. */
export function ListForm({ units, file = null, reader }: { units: BeginningUnits; file?: File | null; reader?: ListReader }) {
  const [title, setTitle] = useState('');
  const [tag, setTag] = useState('');
  const [said, setSaid] = useState<Said>(NOTHING);
  const [part, setPart] = useState<Part>('review');
  const entries = useMemo(() => ({ ...said, title: title.trim(), tag: tag.trim(), units }), [said, title, tag, units]);
  const { opened, problem: unread, openFile, openText, close } = useLineList(entries, reader);
  const open = (chosen: File): void => {
    setSaid(NOTHING);
    setPart('review');
    openFile(chosen);
  };
  useEffect(() => {
    if (file) open(file);
    // the file that was dropped, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [file]);
  const preview = opened.kind === 'read' ? opened.preview : null;
  const isCurrent = opened.kind === 'read' && opened.of === entries;
  return (
    <BegunForm
      label={msg('view.begin.list')}
      {...(preview ? { note: msg('view.begin.listOf', { pipes: preview.pipes }) } : {})}
      action={preview && <FormAction onClick={close}>{msg('view.begin.listOther')}</FormAction>}
      units={units}
      shown={preview}
      without={said.without}
      onWithout={(without) => setSaid({ ...said, without })}
      isCurrent={isCurrent}
      isReady={preview?.errors === 0}
      onDrop={(e) => {
        e.preventDefault();
        const [dropped] = e.dataTransfer.files;
        if (dropped) open(dropped);
      }}
    >
      {unread && (
        <p role="alert" className="text-fails px-4 py-2 text-[12px]">
          ▲ {unread}
        </p>
      )}
      {opened.kind === 'choose' && <Choose onFile={open} onText={openText} />}
      {opened.kind === 'reading' && <p className="text-inkq px-4 py-4">{msg('view.begin.listReading')}</p>}
      {preview && (
        <>
          <div className={ENTRIES}>
            <Labelled label={msg('view.begin.tag')}>
              <input
                value={tag}
                placeholder={preview.usual.tag}
                maxLength={100}
                onChange={(e) => setTag(e.target.value)}
                className={INPUT}
              />
            </Labelled>
            <div className="col-span-2">
              <Labelled label={msg('view.begin.titleOfStudy')}>
                <input
                  value={title}
                  placeholder={preview.usual.title}
                  maxLength={300}
                  onChange={(e) => setTitle(e.target.value)}
                  className={INPUT}
                />
              </Labelled>
            </div>
          </div>
          <HowRead preview={preview} said={said} onSaid={setSaid} />
          <div className="border-soft flex h-[34px] flex-none items-center border-t px-4">
            <Segmented
              label={msg('view.begin.listPart')}
              value={part}
              onChange={setPart}
              options={[
                { value: 'review', text: `${msg('view.begin.listReview')} ${preview.remarks.length}` },
                { value: 'columns', text: msg('view.begin.listColumnsTab') },
                { value: 'tags', text: msg('view.begin.listTags') },
              ]}
            />
          </div>
          <div className="max-h-[190px] min-h-[90px] flex-none overflow-auto px-4 pb-2">
            {part === 'review' && <ListRemarks preview={preview} said={said} onSaid={setSaid} />}
            {part === 'columns' && <ListColumns preview={preview} said={said} onSaid={setSaid} />}
            {part === 'tags' && <ListPlaces preview={preview} said={said} onSaid={setSaid} />}
          </div>
        </>
      )}
    </BegunForm>
  );
}

type Part = 'review' | 'columns' | 'tags';

function Choose({ onFile, onText }: { onFile: (file: File) => void; onText: (text: string) => void }) {
  const [pasted, setPasted] = useState('');
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-1 flex-col gap-3 px-4 py-3">
      <p className="text-inkq text-[12.5px]">{msg('view.begin.listColumns')}</p>
      <button
        type="button"
        onClick={() => input.current?.click()}
        className="border-line text-inkq hover:bg-quiet flex min-h-[96px] flex-col items-center justify-center gap-1 rounded-[5px] border border-dashed"
      >
        <b className="text-ink font-semibold">{msg('view.begin.listFile')}</b>
        {msg('view.begin.listFileTypes')}
      </button>
      <FilePick input={input} label={msg('view.begin.listFileLabel')} accept=".csv,.txt,.tsv,.xlsx" onFile={onFile} />
      <textarea
        aria-label={msg('view.begin.listPaste')}
        value={pasted}
        onChange={(e) => setPasted(e.target.value)}
        placeholder={msg('view.begin.listPaste')}
        spellCheck={false}
        wrap="off"
        className="border-edge min-h-[180px] flex-1 rounded-[3px] border px-2 py-1 font-mono text-[12px]"
      />
      <div className="flex items-center justify-end gap-2">
        <Button onClick={() => onText(EXAMPLE_LIST)}>{msg('view.begin.listExample')}</Button>
        <Button tone="main" disabled={pasted.trim() === ''} onClick={() => onText(pasted)}>
          {msg('view.begin.listRead')}
        </Button>
      </div>
    </div>
  );
}

/** How the list was read as a whole; each was found, and can be said otherwise. */
function HowRead({ preview, said, onSaid }: { preview: ListPreview; said: Said; onSaid: (said: Said) => void }) {
  const { sheets, systems, sizes, decimal } = preview;
  const asksSizes = sizes !== null || preview.remarks.some((r) => r.column === 'size' && r.row !== null && r.found === null && r.severity === 'error'); // prettier-ignore
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1.5 px-4 pb-2">
      {systems.length > 1 && (
        <Labelled label={msg('view.begin.listSystem')}>
          <Select
            label={msg('view.begin.listSystem')}
            value={String(Math.min(said.system, systems.length - 1))}
            options={systems.slice(0, 50).map((s, i) => [String(i), msg('view.begin.listSystemOf', s)] as const)}
            onChange={(v) => onSaid({ ...said, system: Number(v ?? 0), without: [] })}
            className="w-[240px]"
          />
        </Labelled>
      )}
      {sheets.length > 1 && (
        <Labelled label={msg('view.begin.listSheet')}>
          <Select
            label={msg('view.begin.listSheet')}
            value={said.sheet}
            none={sheets[0]}
            options={sheets.map((s) => [s, s] as const)}
            onChange={(v) => {
              const { sheet: _, ...rest } = said;
              onSaid(v === undefined ? rest : { ...rest, sheet: v });
            }}
            className="w-[150px]"
          />
        </Labelled>
      )}
      <Labelled label={msg('view.begin.listDecimal')}>
        <Select
          label={msg('view.begin.listDecimal')}
          value={decimal}
          options={[
            ['.', msg('view.begin.listPoint')],
            [',', msg('view.begin.listComma')],
          ]}
          onChange={(v) => (v === '.' || v === ',') && onSaid({ ...said, decimal: v })}
          className="w-[100px]"
        />
      </Labelled>
      {asksSizes && (
        <Labelled label={msg('view.begin.listSizes')}>
          <Select
            label={msg('view.begin.listSizes')}
            value={sizes ?? undefined}
            none={sizes === null ? msg('view.begin.listUnclear') : undefined}
            options={[
              ['DN', 'DN'],
              ['NPS', 'NPS'],
            ]}
            onChange={(v) => (v === 'DN' || v === 'NPS') && onSaid({ ...said, sizes: v })}
            className="w-[90px]"
          />
        </Labelled>
      )}
    </div>
  );
}
