import {
  spoken,
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  type ModelWhole,
  type RawEntry,
  type ValveInput,
  type ValveRow,
} from '@cedar-knot/core';
import { useMemo, useState, type ComponentProps, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, wordsOf } from '../../api/client.js';

import type { StudyStore } from '../../state/studyStore.js';
import { takingOperations } from '../../state/takeModel.js';
import { Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { readValve, type ValveFigures } from '../../worker/valveFigures.js';
import { valveWorker, type ValveWork } from '../../worker/valves.js';
import { useStudy, useStudyStore } from '../context.js';
import { burnsOf, openingBand, type OpeningBand } from '../../state/openingBand.js';
import { candidateValves, type CandidateValve, type ValveFilter } from './candidates.js';
import { CandidatesHeader } from './CandidatesHeader.js';
import { CoefficientChart } from './CoefficientChart.js';
import { InstalledChart, WindowChart } from './InstalledChart.js';
import { WeakAuthority } from './Authority.js';
import { NeedsPanel } from './NeedsPanel.js';
import { SplitRange } from './SplitRange.js';
import { useSupposed } from './useSupposed.js';
import { useValves } from './useValves.js';
import { shownValve, valveName, ValveTable, type ShownValve } from './ValveTable.js';
import { elementsOf } from '../../state/address.js';
import { WhatIf } from './WhatIf.js';
import { AddHint } from '../help/AddHint.js';
import { msg } from './words.js';

const NO_VALVE = msg('view.valves.noValveSelected');

/** rows that are drawn before more are asked for */
const MOST_ROWS = 40;

/** A valve without a system: what it is asked is typed in. */
export interface Sizing {
  /** in the place of what only a system tells */
  panel: ReactNode;
  onTake: (model: ModelWhole) => Promise<void>;
}

/** The drop that is left for a control valve, the coefficient it needs, and the travel that every valve of the catalogue would have. */
export function ValvesView({ work = valveWorker(), sizing }: { work?: ValveWork; sizing?: Sizing }) {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const selected = useStudy((s) => s.selected);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const positions = elementsOf(study.lines, 'control-valve');
  const valve = (positions.find((e) => e.id === selected) ?? positions[0])?.id ?? null;
  const [factor, setFactor] = useState(1);
  const supposed = useSupposed(study, valve);
  const [looked, setLooked] = useState<string | null>(null);
  const [filter, setFilter] = useState<ValveFilter>({});
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const asked = valve === null ? null : { valve, factor, looked };
  const { known, figures, isWorking, problem: failure } = useValves(work, supposed.study, asked);

  const element = positions.find((e) => e.id === valve);
  const entry = study.valves?.[String(element?.valve)];
  const own = useMemo(() => (entry ? readValve(entry) : undefined), [entry]);
  const band = useMemo(() => openingBand(shown, valve), [shown, valve]);

  const { serving, failing } = useMemo(() => candidateValves(figures, known, filter), [figures, known, filter]);

  if (valve === null) return <NoValve />;
  const list = [...serving, ...failing];
  const ownRow = figures?.own && own && entry ? rowOf(entry, String(element?.valve), figures.own, own) : null;
  const drawn = looked === null ? undefined : known.get(looked);
  const input = drawn?.input ?? own;
  const row = (looked === null ? figures?.own : figures?.rows.find((r) => r.model === looked)) ?? null;
  const preferred = serving[0];
  const others = besides(input, looked === null ? undefined : own, preferred?.id === looked ? undefined : preferred);
  const name = drawn ? valveName(drawn.model) : (ownRow?.name ?? valve);
  const take = async (id: string): Promise<void> => {
    try {
      const model = await api.model(id);
      if (sizing) return await sizing.onTake(model);
      const isTaken = takeValve(store, model, valve);
      setProblem(isTaken ? null : msg('view.valves.theStudyHasChangedIn'));
      if (isTaken) setLooked(null);
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };
  const medium = shown[active]?.outcome.medium ?? { density: WATER_AT_20_DENSITY, gravity: STANDARD_GRAVITY };
  return (
    <div className="view view-tall print-charts flex min-h-0 flex-1 flex-col gap-2">
      <div className="view-row flex h-[48%] min-h-[318px] flex-none gap-2 max-[960px]:h-auto">
        <Coefficient
          title={name}
          note={input ? `${positions.length > 1 || sizing ? '' : `${valve}, `}${sortOf(input)}` : NO_VALVE}
          position={
            positions.length > 1 && (
              <Select
                label={msg('view.valves.controlValve')}
                value={valve}
                options={positions.map((e) => [e.id, e.id])}
                onChange={(id) => {
                  store.getState().select(id ?? null);
                  setLooked(null);
                }}
              />
            )
          }
        >
          {input && row && figures ? (
            <CoefficientChart valve={input} others={others} band={band} row={row} required={figures.required} />
          ) : (
            <p className="text-inkq py-4 text-[12px]">
              {figures ? msg('view.valves.clickAValveBelowTo') : msg('view.valves.calculatingTheRequiredDuties')}
            </p>
          )}
        </Coefficient>
        {sizing?.panel ?? <AsInstalled figures={figures} row={row} input={input} band={band} medium={medium} />}
        {figures && (
          <NeedsPanel
            valve={valve}
            figures={figures}
            row={row}
            band={band}
            rangeability={input && input.characteristic !== 'table' ? input.rangeability : undefined}
            isAlone={sizing !== undefined}
            isOwn={looked === null && factor === 1 && !supposed.isSupposed}
          />
        )}
      </div>
      <section aria-label={msg('view.valves.candidates')} className="panel flex min-h-[220px] flex-1 flex-col">
        <CandidatesHeader
          counts={figures && { serving: serving.length, left: list.length, tried: figures.rows.length }}
          isWorking={isWorking}
          known={known}
          filter={filter}
          onFilter={setFilter}
          hasSystem={!sizing}
        >
          {!sizing && <WhatIf factor={factor} onFactor={setFactor} supposed={supposed} />}
        </CandidatesHeader>
        {(problem ?? failure ?? supposed.problem) && (
          <p role="alert" className="text-fails px-3 py-1 text-[12px]">
            ▲ {problem ?? failure ?? supposed.problem}
          </p>
        )}
        {figures?.authority && <WeakAuthority of={figures.authority} />}
        {ticked.length > 0 && figures && (
          <SplitRange
            valve={valve}
            ticked={ticked.flatMap((id) => known.get(id) ?? [])}
            required={figures.required}
            upper={band.high}
            onClear={() => setTicked([])}
            onProblem={setProblem}
          />
        )}
        <CandidateList
          list={list}
          isRead={figures !== null}
          own={ownRow}
          looked={looked}
          preferred={preferred?.id ?? null}
          band={band}
          onLook={setLooked}
          onTake={(id) => void take(id)}
          ticked={ticked}
          onTick={(id) => setTicked((t) => (t.includes(id) ? t.filter((x) => x !== id) : [...t, id].slice(-2)))}
        />
      </section>
    </div>
  );
}

function NoValve() {
  return (
    <div className="flex flex-1 flex-col gap-2">
      <AddHint kind="control-valve" text={msg('view.valves.addAControlValveTo')} />
      <Link to="/catalogues/valves/sizing" className="text-cedar self-center underline">
        {msg('view.valves.sizeAValveWithoutA')}
      </Link>
    </div>
  );
}

/** the study's own valve as a row of the table */
function rowOf(entry: RawEntry, id: string, row: ValveRow, input: ValveInput): ShownValve {
  const text = (x: unknown): string | null => (typeof x === 'string' ? x : null);
  return shownValve(
    row,
    { id: '', name: String(entry.name ?? id), maker: text(entry.maker), type: null, size: text(entry.size) },
    input,
  );
}

function takeValve(store: StudyStore, model: ModelWhole, valve: string): boolean {
  const { study, change } = store.getState();
  return change(msg('view.valves.useAs', { model: model.name, valve }), takingOperations(study, model, valve).operations);
}

/** drawn beside the valve that is looked at, where they are of another coefficient: the study's own, the one that is preferred */
function besides(
  looked: ValveInput | undefined,
  own: ValveInput | undefined,
  preferred: CandidateValve | undefined,
): { name: string; valve: ValveInput }[] {
  return [
    ...(own && own.ratedKv !== looked?.ratedKv ? [{ name: msg('view.valves.inTheStudy'), valve: own }] : []),
    ...(preferred && preferred.input.ratedKv !== looked?.ratedKv ? [{ name: preferred.name, valve: preferred.input }] : []),
  ];
}

interface CandidateListProps extends Omit<ComponentProps<typeof ValveTable>, 'valves'> {
  list: readonly CandidateValve[];
  isRead: boolean;
}

/** valves of the catalogue, the first of them until all are asked for */
function CandidateList({ list, isRead, ...table }: CandidateListProps) {
  const [isAll, setAll] = useState(false);
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <ValveTable {...table} valves={isAll ? list : list.slice(0, MOST_ROWS)} />
      {isRead && list.length === 0 && <p className="text-inkq px-3 py-3">{msg('view.valves.noValveInTheCatalogue')}</p>}
      {!isAll && list.length > MOST_ROWS && (
        <button type="button" className="text-cedar px-3 py-2 text-[12px] hover:underline" onClick={() => setAll(true)}>
          {msg('view.valves.moreRejected', { count: list.length - MOST_ROWS })}
        </button>
      )}
    </div>
  );
}

function Coefficient({
  title,
  note,
  position,
  children,
}: {
  title: string;
  note: string;
  position: ReactNode;
  children: ReactNode;
}) {
  return (
    <section aria-label={msg('view.valves.coefficientOverTravel')} className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5">
      <header className="flex h-[24px] flex-none items-center gap-2">
        {position}
        <h2 className="truncate text-[14px] font-semibold">{title}</h2>
        <span className="text-inkq truncate text-[12px]">{note}</span>
      </header>
      <div className="min-h-0 flex-1">{children}</div>
    </section>
  );
}

interface AsInstalledProps {
  figures: ValveFigures | null;
  row: ValveRow | null;
  input: ValveInput | undefined;
  band: OpeningBand;
  medium: { density: number; gravity: number };
}

/** what the valve passes in the system over its travel, or the window that it may work in */
function AsInstalled({ figures, row, input, band, medium }: AsInstalledProps) {
  const [what, setWhat] = useState<'travel' | 'window'>('travel');
  return (
    <section aria-label={msg('view.valves.asInstalled')} className="panel flex min-w-0 flex-[0.85] flex-col px-3 py-1.5">
      <header className="flex h-[24px] flex-none items-center gap-2">
        <h2 className="text-[14px] font-semibold">{msg('view.valves.asInstalled')}</h2>
        <span className="ml-auto" />
        <Segmented
          label={msg('view.valves.chart')}
          value={what}
          onChange={setWhat}
          options={[
            { value: 'travel', text: msg('view.valves.overTravel') },
            { value: 'window', text: msg('view.valves.window') },
          ]}
        />
      </header>
      <div className="min-h-0 flex-1">
        {figures && row && input && what === 'travel' && <InstalledChart figures={figures} row={row} band={band} />}
        {figures && what === 'window' && <WindowChart figures={figures} burns={input ? burnsOf(input, band, medium) : []} />}
      </div>
    </section>
  );
}

const sortOf = (v: ValveInput): string =>
  [
    v.size,
    v.characteristic === 'table' ? msg('view.valves.ownCurve') : `${spoken(v.characteristic)} ${v.rangeability}:1`,
    v.body ?? v.type,
  ]
    .filter(Boolean)
    .map((t) => String(t))
    .join(', ');
