import { thingKind, type RawEntry } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { GlyphIcon } from '../../kinds/index.js';
import { locate } from '../../state/address.js';
import { lineActions } from '../../state/lineActions.js';
import { useStudy, useStudyStore } from '../context.js';
import { Working } from '../working/Working.js';
import { ElementChecks } from './ElementChecks.js';
import { ElementResults } from './ElementResults.js';
import { boreOf, Entry } from './Entry.js';
import { FittingsList } from './FittingsList.js';
import { PipeMore } from './PipeMore.js';
import { PipeNumbers } from './PipeNumbers.js';
import { PipeSplit } from './PipeSplit.js';
import { PointHelp } from './PointHelp.js';
import { PressureRating } from './PressureRating.js';
import { PumpMore } from './PumpMore.js';
import { PumpNumbers } from './PumpNumbers.js';
import { RatedPoint } from './RatedPoint.js';
import { ScenarioPanel } from './ScenarioPanel.js';
import { UnitPiping } from './UnitPiping.js';
import { UnitTrip } from './UnitTrip.js';
import { seenEntries } from './sheetRows.js';
import { msg } from './words.js';

/** The entries of the chosen thing, in trade terms, with its results in every scenario under them, its checks and workings. */
export function ElementPanel({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const select = useStudy((s) => s.select);
  const found = locate(study, id);
  const kind = found && thingKind(found.kind);
  if (!found || !kind) return <ScenarioPanel />;
  const seen = seenEntries(study, active, id);
  const result = shown[active]?.outcome.result?.elements[id];
  return (
    <aside aria-label={msg('view.system.entriesOf', { id })} className="panel flex w-[304px] flex-none flex-col overflow-y-auto">
      <header className="border-soft flex h-[34px] flex-none items-center gap-2 border-b px-3">
        <GlyphIcon kind={found.kind} />
        <h2 className="font-semibold">{id}</h2>
        <span className="text-ink2 min-w-0 flex-1 truncate">
          {typeof found.entry.name === 'string' ? found.entry.name : said(kind.label)}
        </span>
        <button type="button" aria-label={msg('app.close')} onClick={() => select(null)} className="p-1">
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      <div className="grid flex-none grid-cols-3 gap-x-2 gap-y-1.5 px-3 py-2">
        {kind.shown(seen).map((key) => {
          const field = kind.fields[key];
          return field && <Entry key={key} id={id} name={key} field={field} value={seen[key]} />;
        })}
      </div>
      {found.unitOf !== undefined && (
        <p className="text-inkq flex-none px-3 pb-2 text-[12px] leading-4">
          {msg('view.system.pipingOfEachUnitOf')} <b className="text-ink font-semibold">{found.unitOf}</b>
          {msg('view.system.flowAndVelocityAreThose')}
        </p>
      )}
      <GivenAndSolved kind={found.kind} seen={seen} />
      {found.kind === 'pipe' && <PipeNumbers entry={seen} />}
      {found.kind === 'pump' && <RatedPoint id={id} seen={seen} />}
      {found.kind === 'pump' && <PumpNumbers id={id} />}
      {found.kind === 'pump' && <PumpMore id={id} seen={seen} />}
      {found.kind === 'pump' && <UnitPiping id={id} />}
      {found.kind === 'pump' && <UnitTrip id={id} />}
      {found.kind !== 'line' && <ElementResults id={id} kind={found.kind} />}
      {found.kind !== 'line' && <ElementChecks id={id} />}
      {found.kind === 'pipe' && (
        <>
          <PipeMore id={id} seen={seen} />
          <FittingsList id={id} bore={boreOf(seen)} reynolds={result?.kind === 'pipe' ? result.reynolds : null} />
          <PipeSplit id={id} length={found.entry.length} />
        </>
      )}
      {kind.fields.ratingTable && <PressureRating id={id} seen={seen} fields={kind.fields} />}
      {found.line < 0 && <PointHelp id={id} kind={found.kind} seen={seen} />}
      {found.kind !== 'line' && <Working id={id} kind={found.kind} />}
      <Actions id={id} />
    </aside>
  );
}

/** what these entries fix and what is found for them */
function GivenAndSolved({ kind, seen }: { kind: string; seen: RawEntry }) {
  const g = thingKind(kind)?.givens(seen);
  if (!g) return null;
  return (
    <p className="text-inkq flex-none px-3 pb-2 text-[12px]">
      {g.given.length > 0 && (
        <>
          {msg('view.system.given2')} <b className="text-ink font-semibold">{g.given.map(said).join(', ')}</b>
        </>
      )}
      {g.given.length > 0 && g.solved.length > 0 && ' · '}
      {g.solved.length > 0 && (
        <>
          {msg('view.system.solved2')} <b className="text-ink font-semibold">{g.solved.map(said).join(', ')}</b>
        </>
      )}
    </p>
  );
}

/** what can be done with the line here, with the keys that do it in the sheet */
function Actions({ id }: { id: string }) {
  const store = useStudyStore();
  // its names follow from the study
  useStudy((s) => s.study);
  const actions = lineActions(store, id).filter((a) => a.key !== 'split');
  return (
    <div className="border-soft mt-auto flex flex-none flex-wrap gap-x-3 gap-y-0.5 border-t px-3 py-1.5">
      {actions.map((a) => (
        <button
          key={a.key}
          type="button"
          title={a.keys}
          onClick={a.run}
          className="text-cedar text-[12px] leading-[20px] hover:underline"
        >
          {a.name}
        </button>
      ))}
    </div>
  );
}
