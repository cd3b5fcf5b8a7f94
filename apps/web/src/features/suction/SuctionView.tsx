import { fixed } from '@cedar-knot/wording';
import type { RawElement, SuctionBuild } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { elementsOf, letterOf } from '../../state/address.js';
import { byWorst } from '../../state/marginRows.js';
import { Segmented } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { reachWorker, type ReachWork } from '../../worker/reach.js';
import type { SuctionFigures, SuctionLook } from '../../worker/suctionFigures.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { Figure } from '../working/Figure.js';
import { AgainstChart } from './AgainstChart.js';
import { BuildChart } from './BuildChart.js';
import { LookChart } from './LookChart.js';
import { SuctionFacts } from './SuctionFacts.js';
import { AddHint } from '../help/AddHint.js';
import { msg } from './words.js';

/** What a pump's NPSH available is made of, how it stands against what the pump requires, and what may still happen before it is too little. */
export function SuctionView({ work = reachWorker() }: { work?: ReachWork }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const compared = useStudy((s) => s.compared);
  const followed = useStudy((s) => s.pump);
  const result = useStudy((s) => s.shown[s.active]?.outcome.result);
  const pumps = elementsOf(study.lines, 'pump');
  const pump = pumps.find((e) => e.id === followed)?.id ?? pumps[0]?.id ?? null;
  const { figures, isWorking } = useSuction(work, pump);
  if (pump === null) return <AddHint kind="pump" text={msg('view.suction.addAPumpToThe')} />;
  const index = study.scenarios.findIndex((s) => s.id === active);
  const built = figures?.builds[active];
  // ghosted beside it: the scenario that is compared, else the first other one
  const other = [...compared, ...study.scenarios.map((s) => s.id)].find((id) => id !== active && figures?.builds[id]);
  const ratio = result?.margins.find((m) => m.check === 'npsh-ratio' && m.where === pump);
  return (
    <div className="view view-tall print-charts flex min-h-0 flex-1 flex-col gap-2">
      <div className="view-row flex min-h-0 flex-[1.2] gap-2">
        <section aria-label={msg('view.suction.npshaByComponents')} className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5">
          <BuildHeader pump={pump} pumps={pumps} index={index} built={built} />
          <div className="min-h-0 flex-1">
            {built ? (
              <BuildChart
                built={built}
                ghost={other === undefined ? undefined : { index: study.scenarios.findIndex((s) => s.id === other), built: figures.builds[other]! }} // prettier-ignore
                index={index}
                limit={ratio?.limit ?? null}
                verdict={ratio?.verdict ?? 'not-applicable'}
                ratio={ratio?.value ?? null}
              />
            ) : (
              <p className="text-inkq py-4 text-[12px]">
                {isWorking ? msg('view.suction.calculating') : msg('view.suction.inThisScenarioThePump')}
              </p>
            )}
          </div>
          {built && <BuildFigures pump={pump} built={built} />}
          {figures?.states[active] && <SuctionFacts state={figures.states[active]} pump={pump} />}
        </section>
        <section
          aria-label={msg('view.suction.npshAvailableAndRequired')}
          className="panel flex min-w-0 flex-1 flex-col px-3 py-1.5"
        >
          <h2 className="flex h-[26px] flex-none items-baseline gap-2 text-[14px] font-semibold">
            {msg('view.suction.npshAvailableAndRequired')}
            <span className="text-inkq text-[12px] font-normal">{msg('view.suction.figuresNpshaNpshr')}</span>
          </h2>
          <div className="min-h-0 flex-1">
            <AgainstChart pump={pump} />
          </div>
        </section>
      </div>
      <Looks figures={figures} isWorking={isWorking} />
    </div>
  );
}

interface BuildHeaderProps {
  pump: string;
  pumps: readonly RawElement[];
  index: number;
  built: SuctionBuild | undefined;
}

/** which scenario and which pump it is */
function BuildHeader({ pump, pumps, index, built }: BuildHeaderProps) {
  const store = useStudyStore();
  const d = useDisplay();
  return (
    <header className="flex h-[26px] flex-none items-center gap-2">
      <ScenarioLetter index={index} letter={letterOf(index)} />
      <h2 className="text-[14px] font-semibold whitespace-nowrap">{msg('view.suction.npshaByComponents')}</h2>
      {pumps.length > MOST_TABS && (
        <Select
          label={msg('app.pump')}
          value={pump}
          options={pumps.map((e) => [e.id, typeof e.name === 'string' ? `${e.id} ${e.name}` : e.id])}
          onChange={(id) => id && store.getState().follow(id)}
          className="max-w-[170px]"
        />
      )}
      {pumps.length > 1 && pumps.length <= MOST_TABS && (
        <span role="group" aria-label={msg('app.pump')} className="flex gap-1">
          {pumps.map((e) => (
            <PumpTab key={e.id} id={e.id} isChosen={e.id === pump} onChoose={() => store.getState().follow(e.id)} />
          ))}
        </span>
      )}
      {built && (
        <span className="text-inkq truncate text-[12px]">
          {msg('view.suction.aboveTheDatumOf', {
            value: pumps.length > 1 ? '' : `${pump}, `,
            datum: d.number(built.datum, 'length', 4),
            unit: d.unit('length'),
          })}
        </span>
      )}
    </header>
  );
}

/** the difference, the inlet, and what else is judged of the suction */
function BuildFigures({ pump, built }: { pump: string; built: SuctionBuild }) {
  const d = useDisplay();
  const active = useStudy((s) => s.active);
  const result = useStudy((s) => s.shown[s.active]?.outcome.result);
  const margin = (check: string) => result?.margins.find((m) => m.check === check && m.where === pump);
  const difference = margin('npsh-difference');
  const specific = margin('suction-specific-speed');
  const r = result?.elements[pump];
  const energy = r?.kind === 'pump' ? r.suctionEnergyLevel : undefined;
  const submergence = result?.margins.find((m) => m.check === 'submergence' && m.where === built.supply);
  return (
    <p className="text-inkq flex flex-none flex-wrap items-center gap-x-3 text-[12px]">
      {difference?.value != null && (
        <span className="inline-flex items-center gap-1">
          {msg('view.suction.npshaNpshr')}
          <Figure id={pump} figure="npsh-difference" scenario={active}>
            <b className="text-ink font-semibold">
              {d.number(difference.value, 'head')} {d.unit('head')}
            </b>
          </Figure>
          <VerdictMark kind={difference.verdict} size={9} />
        </span>
      )}
      <span>
        {msg('view.suction.inletStaticTotalA', {
          inletPressure: d.place(built.inletPressure),
          totalPressure: d.place(built.totalPressure),
          unit: d.placeUnit,
        })}
      </span>
      {specific?.value != null && (
        <span className="inline-flex items-center gap-1">
          {msg('view.suction.suctionSpecificSpeed', { value: Math.round(specific.value) })}{' '}
          <VerdictMark kind={specific.verdict} size={9} />
          {energy && msg('view.suction.suctionEnergy', { energy })}
        </span>
      )}
      {submergence?.value != null && submergence.limit !== null && (
        <span className="inline-flex items-center gap-1">
          {msg('view.suction.submergenceLimit', {
            supply: built.supply,
            length: d.number(submergence.value, 'length'),
            limit: d.number(submergence.limit, 'length'),
            unit: d.unit('length'),
          })}{' '}
          <VerdictMark kind={submergence.verdict} size={9} />
        </span>
      )}
    </p>
  );
}

/** how low, how hot, how fouled; how much flow and speed */
function Looks({ figures, isWorking }: { figures: SuctionFigures | null; isWorking: boolean }) {
  const [looking, setLooking] = useState<'supply' | 'pump'>('supply');
  const isOfPump = (look: SuctionLook): boolean => look.kind === 'flow' || look.kind === 'speed';
  const all = figures?.looks ?? [];
  const hasBoth = all.some(isOfPump) && !all.every(isOfPump);
  const looks = hasBoth ? all.filter((look) => isOfPump(look) === (looking === 'pump')) : all;
  return (
    <section aria-label={msg('view.suction.allowableRange')} className="panel flex min-h-0 flex-1 flex-col px-3 py-1.5">
      {/* its place stands from the first search on: nothing moves when those of the pump come */}
      <span className="flex min-h-[26px] flex-none items-center gap-3">
        <h2 className="text-[14px] font-semibold">{msg('view.suction.allowableRange')}</h2>
        {hasBoth && (
          <Segmented
            label={msg('view.suction.allowableRangeOf')}
            value={looking}
            onChange={setLooking}
            options={[
              { value: 'supply', text: msg('view.suction.supply') },
              { value: 'pump', text: msg('view.suction.flowAndSpeed') },
            ]}
          />
        )}
      </span>
      <div className="flex min-h-0 flex-1 gap-4">
        {looks.map((look) => (
          <LookChart key={look.kind} look={look} />
        ))}
      </div>
      {isWorking && all.length === 0 && (
        <p className="text-inkq py-4 text-[12px]">{msg('view.suction.calculatingTheAllowableLevelTemperature')}</p>
      )}
      {!isWorking && figures?.looks.length === 0 && (
        <p className="text-inkq py-4 text-[12px]">{msg('view.suction.noScenarioHasAPump')}</p>
      )}
    </section>
  );
}

/** pumps that stand side by side, each with the least NPSH ratio of any scenario; more of them are chosen from a list */
const MOST_TABS = 4;

function PumpTab({ id, isChosen, onChoose }: { id: string; isChosen: boolean; onChoose: () => void }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const own = study.scenarios.flatMap((s, i) => {
    const m = shown[s.id]?.outcome.result?.margins.find((x) => x.check === 'npsh-ratio' && x.where === id);
    return m?.value == null || s.judged === false ? [] : [{ i, m }];
  });
  const [worst] = own.sort((a, b) => byWorst(a.m, b.m));
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      title={
        worst
          ? msg('view.suction.lowestNpshaNpshrIn', { value: fixed(worst.m.value!, 2), letter: letterOf(worst.i) })
          : msg('view.suction.npshIsNotJudgedIn')
      }
      className={`border-line flex h-[22px] items-center gap-1 rounded-[3px] border px-1.5 text-[12px] ${isChosen ? 'bg-wash font-semibold' : ''}`}
      data-pump={id}
    >
      <VerdictMark kind={worst?.m.verdict ?? 'not-applicable'} size={9} />
      {id}
      {worst && <span className="text-inkq font-normal">{fixed(worst.m.value!, 2)}</span>}
    </button>
  );
}

/** The figures of a pump's suction; those of before stand until the new ones are there. */
function useSuction(work: ReachWork, pump: string | null): { figures: SuctionFigures | null; isWorking: boolean } {
  const study = useStudy((s) => s.study);
  const [figures, setFigures] = useState<SuctionFigures | null>(null);
  const [isWorking, setWorking] = useState(true);
  useEffect(() => {
    if (pump === null) return;
    let gone = false;
    setWorking(true);
    // a search that is not done yet shows what it came to before
    const soFar = (found: SuctionFigures): void => {
      if (gone) return;
      setFigures((before) => ({ ...found, looks: besideThem(before?.looks ?? [], found.looks) }));
    };
    work.suction(study, pump, soFar).then(
      (found) => {
        if (gone || !found) return;
        setFigures(found);
        setWorking(false);
      },
      () => !gone && setWorking(false),
    );
    return () => {
      gone = true;
      work.stop();
    };
  }, [work, study, pump]);
  return { figures, isWorking };
}

/** new looks in the place of those of their kind, others behind them */
function besideThem(before: readonly SuctionLook[], found: readonly SuctionLook[]): SuctionLook[] {
  const rest = found.filter((look) => !before.some((b) => b.kind === look.kind));
  return [...before.map((b) => found.find((look) => look.kind === b.kind) ?? b), ...rest];
}
