import { ENTRY_FIELDS, judgeCatalogue, severityOf, typicalPump, usable, type ModelKind, type RawEntry } from '@cedar-knot/core';
import { problemText, fixed } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { BEGINNINGS } from '../../state/equipment.js';
import { readEntry } from '../../state/entry.js';
import { Button, UndoButton } from '../../ui/controls.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay } from '../context.js';
import { EntryFields, EntryTables, RecoveryTable, type Put } from '../entry/EntryEditor.js';
import { CurveSheet } from './CurveSheet.js';
import { flowField, headField, siOf } from '../../state/quantities.js';
import { Agreement } from './PumpSheet.js';
import { msg } from './words.js';

const BEGIN: Readonly<Record<ModelKind, RawEntry>> = {
  pumps: { ...BEGINNINGS.pumps.pump!.entry, name: '' },
  valves: { ...BEGINNINGS.valves.valve!.entry, name: '' },
  motors: { name: '', ratedPower: '15 kW', poles: 4, frequency: '50 Hz', voltage: '400 V', efficiency: 0.921, powerFactor: 0.84 },
};

/** All data of a model, typed with units, with its curve as it will be: kept as a further revision. */
export function EditSheet({ kind, id, onClose }: { kind: ModelKind; id: string | null; onClose: (made: string | null) => void }) {
  const [past, setPast] = useState<readonly RawEntry[]>(id === null ? [BEGIN[kind]] : []);
  const [revision, setRevision] = useState(0);
  const [note, setNote] = useState('');
  const [source, setSource] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  useEffect(() => {
    if (id === null) return;
    api.model(id).then(
      (m) => {
        setPast([m.entry]);
        setRevision(m.revision);
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  }, [id]);
  const entry = past.at(-1);
  const judged = useMemo(
    () => entry && judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, [kind]: { x: entry } }),
    [kind, entry],
  );
  if (!entry || !judged)
    return (
      <aside className="panel w-[476px] flex-none p-4">
        {problem ? <p className="text-fails">▲ {problem}</p> : msg('view.catalogue.reading')}
      </aside>
    );
  const fields = ENTRY_FIELDS[kind];
  const put: Put = (path, value) => setPast((p) => [...p.slice(-100), withValue(entry, path, value)]);
  const wrong = judged.problems.filter((p) => severityOf(p) === 'error');
  const pump = kind === 'pumps' ? usable(judged.pumps.get('x') ?? {}) : undefined;
  const hasName = typeof entry.name === 'string' && entry.name.trim() !== '';
  const keep = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const said = { ...(note ? { note } : {}), ...(source ? { source } : {}), from: entry.typical === true ? 'typical' : 'typed' };
    try {
      const model =
        id === null ? await api.createModel({ kind, entry, ...said }) : await api.reviseModel(id, { revision, entry, ...said });
      onClose(model.id);
    } catch (e) {
      setProblem(wordsOf(e));
      setBusy(false);
    }
  };
  return (
    <aside aria-label={msg('view.catalogue.edit')} className="panel flex w-[560px] flex-none flex-col max-[1150px]:w-full">
      <header className="border-soft flex h-[44px] flex-none items-center gap-2 border-b px-3">
        <h2 className="truncate text-[14px] font-semibold">
          {id === null
            ? msg('view.catalogue.new3', { kind: kind.slice(0, -1) })
            : msg('view.catalogue.edit2', { entry: String(entry.name) })}
        </h2>
        <span className="ml-auto" />
        <UndoButton
          label={msg('view.catalogue.undoAnEntry')}
          disabled={past.length < 2}
          onClick={() => setPast((p) => p.slice(0, -1))}
        />
        <Button
          tone="main"
          disabled={isBusy || wrong.length > 0 || !hasName || (id !== null && past.length < 2)}
          onClick={() => void keep()}
        >
          {id === null ? msg('view.catalogue.keep') : msg('view.catalogue.saveAsRevision', { revision: revision + 1 })}
        </Button>
        <button type="button" aria-label={msg('app.close')} onClick={() => onClose(null)} className="p-1">
          <X size={16} aria-hidden="true" />
        </button>
      </header>
      <div className="flex min-h-0 flex-1 flex-col gap-2.5 overflow-y-auto px-3 py-2">
        {problem && (
          <p role="alert" className="text-fails">
            ▲ {problem}
          </p>
        )}
        {wrong.slice(0, 4).map((p) => (
          <p key={p.path} className="text-fails text-[12px]">
            ▲ {p.path.replace(`${kind}.x.`, '')}: {problemText(p)}
          </p>
        ))}
        {!hasName && <p className="text-inkq text-[12px]">{msg('view.catalogue.missingName')}</p>}
        {kind === 'pumps' && id === null && (
          <FromDuty onEntry={(e) => setPast((p) => [...p, { ...e, name: hasName ? entry.name : e.name }])} />
        )}
        {pump && <CurveSheet pump={pump} duties={[]} />}
        {kind === 'pumps' && <Agreement warnings={judged.warnings} />}
        <EntryFields fields={fields} entry={entry} onPut={put} />
        {kind === 'pumps' && <DiameterTools entry={entry} onEntry={(e) => setPast((p) => [...p, e])} />}
        {kind === 'valves' && <RecoveryTable fields={fields} entry={entry} onPut={(rows) => put(['flTable'], rows)} />}
        <div className="flex flex-col gap-3">
          <EntryTables fields={fields} entry={entry} onPut={put} />
        </div>
        <Provenance
          notes={typeof entry.notes === 'string' ? entry.notes : ''}
          onNotes={(v) => put(['notes'], v || undefined)}
          source={source}
          note={note}
          onSource={setSource}
          onNote={setNote}
        />
      </div>
    </aside>
  );
}

interface ProvenanceProps {
  notes: string;
  source: string;
  note: string;
  onNotes: (notes: string) => void;
  onSource: (source: string) => void;
  onNote: (note: string) => void;
}

/** notes of the model, and of this revision where it comes from and what changed */
function Provenance({ notes, source, note, onNotes, onSource, onNote }: ProvenanceProps) {
  return (
    <>
      <label className="text-inkq flex flex-col text-[11.5px]">
        {msg('view.catalogue.notes')}
        <textarea
          value={notes}
          maxLength={20_000}
          onChange={(e) => onNotes(e.target.value)}
          rows={2}
          className="border-edge text-ink bg-panel rounded-[3px] border px-1.5 py-0.5 text-[13px]"
        />
      </label>
      <div className="border-soft flex gap-2 border-t pt-2">
        <label className="text-inkq flex flex-1 flex-col text-[11.5px]">
          {msg('view.catalogue.sourceOfTheData')}
          <input
            value={source}
            maxLength={300}
            onChange={(e) => onSource(e.target.value)}
            placeholder={msg('view.catalogue.letterSheetPage')}
            className="border-edge text-ink bg-panel h-[24px] rounded-[3px] border px-1.5 text-[13px]"
          />
        </label>
        <label className="text-inkq flex flex-1 flex-col text-[11.5px]">
          {msg('view.catalogue.whatChanged')}
          <input
            value={note}
            maxLength={2000}
            onChange={(e) => onNote(e.target.value)}
            className="border-edge text-ink bg-panel h-[24px] rounded-[3px] border px-1.5 text-[13px]"
          />
        </label>
      </div>
    </>
  );
}

function withValue(entry: RawEntry, path: readonly (string | number)[], value: unknown): RawEntry {
  const [key, ...rest] = path;
  if (key === undefined) return value as RawEntry;
  const copy: RawEntry = Array.isArray(entry) ? ([...(entry as unknown[])] as unknown as RawEntry) : { ...entry };
  if (rest.length > 0) copy[key as string] = withValue((copy[key as string] ?? {}) as RawEntry, rest, value);
  else if (value === undefined) delete copy[key as string];
  else copy[key as string] = value;
  return copy;
}

/** one curve, or curves by diameter: the way from one to the other */
function DiameterTools({ entry, onEntry }: { entry: RawEntry; onEntry: (e: RawEntry) => void }) {
  const curves = entry.curves as RawEntry[] | undefined;
  const add = (): void => {
    if (!curves) {
      const { curve, diameter, ...rest } = entry;
      return onEntry({ ...rest, curves: [{ diameter: diameter ?? '200 mm', curve }] });
    }
    const last = curves.at(-1)!;
    const [number, unit] = String(last.diameter).split(' ');
    onEntry({
      ...entry,
      curves: [...curves, { ...last, diameter: `${Number((Number(number) * 0.93).toPrecision(3))} ${unit}` }],
    });
  };
  return (
    <div className="flex gap-4 text-[12px]">
      <button type="button" className="text-cedar hover:underline" onClick={add}>
        {curves ? msg('view.catalogue.addADiameter') : msg('view.catalogue.enterCurvesByDiameter')}
      </button>
      {curves && curves.length > 1 && (
        <button
          type="button"
          className="text-cedar hover:underline"
          onClick={() => onEntry({ ...entry, curves: curves.slice(0, -1) })}
        >
          {msg('view.catalogue.removeTheLastDiameter')}
        </button>
      )}
    </div>
  );
}

/** a typical curve through one point, until a maker answers */
function FromDuty({ onEntry }: { onEntry: (entry: RawEntry) => void }) {
  const display = useDisplay();
  const [duty, setDuty] = useState<{ flow?: string; head?: string; speed: string }>({ speed: '2950 rpm' });
  const [problem, setProblem] = useState<string | null>(null);
  const take = (): void => {
    const [flow, head, speed] = [siOf(duty.flow, 'flow'), siOf(duty.head, 'head'), siOf(duty.speed, 'speed')];
    if (!flow || !head || !speed) return setProblem(msg('view.catalogue.expectedFlowHeadAndSpeed'));
    const made = typicalPump({ flow, head, speed });
    if (!made.ok)
      return setProblem(
        msg('view.catalogue.specificSpeedOutsideToUse', {
          specificSpeed: fixed(made.specificSpeed, 0),
          range: made.range[0],
          range2: made.range[1],
        }),
      );
    setProblem(null);
    onEntry(made.entry);
  };
  const unit = (d: 'flow' | 'head'): string => `1 ${display.typed(d)}`;
  return (
    <fieldset className="border-line rounded-[3px] border border-dashed px-2 pb-2">
      <legend className="text-inkq px-1 text-[12px]">{msg('view.catalogue.noCurveYetTypicalCurve')}</legend>
      <div className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
        <TypedField
          label={msg('app.flow2')}
          name="duty-flow"
          value={duty.flow ?? ''}
          read={(t) => readEntry(t, flowField, unit('flow'))}
          onCommit={(v) => setDuty({ ...duty, flow: String(v) })}
        />
        <TypedField
          label={msg('view.catalogue.head')}
          name="duty-head"
          value={duty.head ?? ''}
          read={(t) => readEntry(t, headField, unit('head'))}
          onCommit={(v) => setDuty({ ...duty, head: String(v) })}
        />
        <TypedField
          label={msg('view.catalogue.speed')}
          name="duty-speed"
          value={duty.speed}
          read={(t) => readEntry(t, ENTRY_FIELDS.pumps.speed!, '1 rpm')}
          onCommit={(v) => setDuty({ ...duty, speed: String(v) })}
        />
        <Button onClick={take}>{msg('view.catalogue.draw')}</Button>
      </div>
      {problem && <p className="text-fails mt-1 text-[12px]">▲ {problem}</p>}
    </fieldset>
  );
}
