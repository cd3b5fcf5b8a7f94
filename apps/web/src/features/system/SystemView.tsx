import { Tabs } from 'radix-ui';
import { useDeferredValue, useEffect, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { firstLine, letterOf, locate } from '../../state/address.js';
import { EQUIPMENT } from '../../state/equipment.js';
import { focusSoon } from '../../state/focusSoon.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Button, Segmented } from '../../ui/controls.js';
import { useStudy, useStudyStore } from '../context.js';
import { Breakdown } from './Breakdown.js';
import { ElementPanel } from './ElementPanel.js';
import { LineSizes } from './LineSizes.js';
import { LineSheet } from './LineSheet.js';
import { ScenarioPanel } from './ScenarioPanel.js';
import { Profile } from './Profile.js';
import { Equipment } from './Equipment.js';
import { LongLine } from './long/LongLine.js';
import { LongTables } from './long/LongTables.js';
import { useLongLines } from './long/useLongLines.js';
import { isLongLine } from './long/isLongLine.js';
import { msg } from './words.js';

const TABS = [
  ['sheet', msg('view.system.lineSheet')],
  ['sizes', msg('view.system.lineSizes')],
  ['breakdown', msg('view.system.breakdown')],
  ['equipment', msg('view.system.fluidsPumpsValves')],
] as const;

const LONG_TABS = [['stations', msg('view.system.stationsAndLargestFlow')], ...TABS] as const;

type Drawn = 'schematic' | 'distance';
const DRAWN = [
  { value: 'schematic', text: msg('view.system.schematic') },
  { value: 'distance', text: msg('view.system.trueDistance') },
] as const;

function ResultsOf() {
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const index = scenarios.findIndex((s) => s.id === active);
  return (
    <span className="text-inkq ml-auto flex min-w-0 items-center gap-2 overflow-hidden text-[12px] whitespace-nowrap">
      {msg('view.system.resultsOf2')} <ScenarioLetter index={index} letter={letterOf(index)} small />{' '}
      {msg('view.system.marksShowTheOthers', { name: scenarios[index]?.name ?? active })}
    </span>
  );
}

/** The system drawn from its entries, the sheet in which they are typed, and the entries of the chosen thing beside it. */
export function SystemView() {
  const lines = useStudy((s) => s.study.lines);
  const change = useStudy((s) => s.change);
  const store = useStudyStore();
  // the panel follows the choice in a task of its own, so that typing never waits for it
  const selected = useDeferredValue(useStudy((s) => s.selected));
  const study = useStudy((s) => s.study);
  const [drawn, setDrawn] = useState<Drawn>(() => (isLongLine(study) ? 'distance' : 'schematic'));
  const [tab, setTab] = useState<string>(drawn === 'distance' ? 'stations' : 'sheet');
  const [at] = useSearchParams();
  const wanted = at.get('entry');
  useEffect(() => {
    if (wanted === null) return;
    const [id, key] = wanted.split('.');
    if (!EQUIPMENT.some((e) => e.list === id) && locate(store.getState().study, id!)) {
      store.getState().select(id!);
      focusSoon(`aside [name="${key}"]`);
    } else setTab('equipment');
  }, [wanted, store]);
  const choose = (next: Drawn): void => {
    setDrawn(next);
    setTab(next === 'distance' ? 'stations' : 'sheet');
  };
  if (lines.length === 0) {
    return (
      <div className="panel flex flex-1 flex-col items-center justify-center gap-3">
        <p className="text-[14px] font-semibold">{msg('view.system.noLinesYet')}</p>
        <p className="text-inkq max-w-[420px] text-center">{msg('view.system.startWithALineFrom')}</p>
        <Button tone="main" onClick={() => change(msg('view.system.addAFirstLine'), firstLine())}>
          {msg('view.system.addAFirstLine')}
        </Button>
      </div>
    );
  }
  const switcher = <Segmented label={msg('view.system.systemView')} value={drawn} options={DRAWN} onChange={choose} />;
  if (drawn === 'distance') return <LongSystem tab={tab} onTab={setTab} switcher={switcher} />;
  return (
    <>
      <Profile switcher={switcher} />
      <Below tab={tab} onTab={setTab} tabs={TABS} selected={selected} />
    </>
  );
}

/** The system over its true distance: the line as it lies, and under it what its stations do beside all that stands under a profile. */
function LongSystem({ tab, onTab, switcher }: { tab: string; onTab: (tab: string) => void; switcher: ReactNode }) {
  const selected = useDeferredValue(useStudy((s) => s.selected));
  const sights = useLongLines();
  // a station that is chosen in the drawing is looked at in the sheet
  useEffect(() => {
    if (selected !== null && tab === 'stations') onTab('sheet');
    // only a new choice turns the page
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selected]);
  return (
    <>
      <LongLine sights={sights} tools={switcher} isHigh={tab === 'stations'} />
      <Below tab={tab} onTab={onTab} tabs={LONG_TABS} selected={selected} stations={<LongTables sights={sights} />} />
    </>
  );
}

/** What stands under the drawing: sheets of entries and figures, and the panel of the chosen thing. */
function Below({
  tab,
  onTab,
  tabs,
  selected,
  stations,
}: {
  tab: string;
  onTab: (tab: string) => void;
  tabs: readonly (readonly [string, string])[];
  selected: string | null;
  stations?: ReactNode;
}) {
  return (
    <div className="view view-row print-charts flex min-h-0 flex-1 gap-2">
      <Tabs.Root value={tab} onValueChange={onTab} data-main className="panel flex min-w-0 flex-1 flex-col">
        <div className="flex h-[32px] flex-none items-center gap-4 px-3">
          <Tabs.List className="flex h-full gap-5" aria-label={msg('view.system.belowTheProfile')}>
            {tabs.map(([value, name]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="text-inkq data-[state=active]:border-cedar data-[state=active]:text-ink h-full border-b-2 border-transparent whitespace-nowrap data-[state=active]:font-semibold"
              >
                {name}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {tab === 'sheet' && <ResultsOf />}
        </div>
        {stations && (
          <Tabs.Content value="stations" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
            {stations}
          </Tabs.Content>
        )}
        <Tabs.Content value="sheet" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
          <LineSheet />
        </Tabs.Content>
        <Tabs.Content value="sizes" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
          <LineSizes />
        </Tabs.Content>
        <Tabs.Content value="breakdown" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
          <Breakdown />
        </Tabs.Content>
        <Tabs.Content value="equipment" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
          <Equipment />
        </Tabs.Content>
      </Tabs.Root>
      {/* sizes take the whole width; beside the others it is always there, so that choosing a row moves nothing under the pointer */}
      {tab === 'sizes' || tab === 'equipment' || tab === 'stations' ? null : selected === null ? (
        <ScenarioPanel />
      ) : (
        <ElementPanel key={selected} id={selected} />
      )}
    </div>
  );
}
