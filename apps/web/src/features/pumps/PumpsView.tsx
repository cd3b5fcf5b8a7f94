import { type ModelWhole } from '@cedar-knot/core';
import { Tabs } from 'radix-ui';
import { useEffect, useMemo, useState } from 'react';
import { api, type RankAsked } from '../../api/client.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { Alternatives } from './Alternatives.js';
import { Candidates } from './Candidates.js';
import { DriveTab } from './DriveTab.js';
import { NearMisses } from './NearMisses.js';
import { askedPoints, lineOf, positionOf, presentType } from './position.js';
import { BY_POWER, OBJECTIVES, RequiredPanel } from './RequiredPanel.js';
import { SideBySide } from './SideBySide.js';
import { StageLadderTab } from './StageLadderTab.js';
import { TickedCurves } from './TickedCurves.js';
import { useCandidateActions } from './useCandidateActions.js';
import { useRanking } from './useRanking.js';
import { elementsOf } from '../../state/address.js';
import { WhyFallen } from './WhyFallen.js';
import { AddHint } from '../help/AddHint.js';
import { msg } from './words.js';

const TABS: readonly (readonly [string, string])[] = [
  ['candidates', msg('view.pumps.candidates')],
  ['misses', msg('view.pumps.nearMisses')],
  ['side', msg('view.pumps.sideBySide')],
  ['ladder', msg('view.pumps.numberOfStages')],
  ['drive', msg('view.pumps.driveAndEnergy')],
  ['alternatives', msg('view.pumps.alternatives')],
];
const MOST_TICKED = 6;
/** what is shown without the candidates’ curves under it */
const WHOLE_HEIGHT: ReadonlySet<string> = new Set(['ladder', 'drive', 'alternatives']);

/** Every pump of the catalogue in the place of the service's pump, judged in every scenario; compared, and taken into the study. */
export function PumpsView() {
  const followed = useStudy((s) => s.pump);
  const pumps = elementsOf(
    useStudy((s) => s.study.lines),
    'pump',
  );
  const pump = pumps.find((e) => e.id === followed)?.id ?? pumps[0]?.id;
  if (pump === undefined) return <AddHint kind="pump" text={msg('view.pumps.addAPumpToThe')} />;
  // another position asks another type of pump
  return <Ranked key={pump} pump={pump} />;
}

function Ranked({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const [asked, setAsked] = useState<RankAsked>(() => ({
    vary: 'diameter',
    objective: 'energy',
    ...presentType(study, pump),
  }));
  const [tab, setTab] = useState('candidates');
  const [kept, setKept] = useState(0);
  const ranking = useRanking(study, pump, asked);
  const { candidates, fallen, counts, heads } = ranking;
  const { ticked, wholes, tick } = useTicked();
  const position = useMemo(() => positionOf(study, pump), [study, pump]);
  const actions = useCandidateActions(pump, wholes, () => {
    setKept((k) => k + 1);
    setTab('alternatives');
  });
  const chosen = useMemo(() => candidates.filter((c) => ticked.includes(c.model)), [candidates, ticked]);
  const lines = useMemo(
    () => ticked.flatMap((id) => chosen.filter((c) => c.model === id).flatMap((c) => lineOf(c, wholes[id], position))),
    [ticked, chosen, wholes, position],
  );
  const problem = actions.problem ?? ranking.problem;
  return (
    <div className="view view-tall view-row print-charts flex min-h-0 flex-1 gap-2">
      <RequiredPanel position={position} ranking={ranking} asked={asked} onAsk={setAsked} />
      <Tabs.Root value={tab} onValueChange={setTab} data-main className="flex min-w-0 flex-1 flex-col gap-2">
        <section aria-label={msg('view.pumps.pumps')} className="panel flex min-h-0 flex-1 flex-col">
          <Header ranking={ranking} />
          {problem && (
            <p role="alert" className="text-fails px-3 py-1 text-[12px]">
              ▲ {problem}
            </p>
          )}
          <Tabs.Content value="candidates" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <Candidates
              candidates={candidates}
              heads={heads}
              ticked={ticked}
              onTick={tick}
              onTake={actions.take}
              onKeep={actions.keep}
              isRunning={ranking.isRunning}
              objective={ranking.orderedBy === 'power' ? BY_POWER : OBJECTIVES.find(([o]) => o === asked.objective)![1]}
              by={ranking.orderedBy === 'power' || ranking.orderedBy === 'cost' ? ranking.orderedBy : 'energy'}
              onlyOf={asked.type?.replaceAll('-', ' ')}
              onEveryType={() => setAsked(({ type: _, ...others }) => others)}
            />
          </Tabs.Content>
          <Tabs.Content value="misses" tabIndex={-1} className="min-h-0 flex-1 overflow-auto px-3 py-1">
            <NearMisses fallen={fallen} heads={heads} isRunning={ranking.isRunning} />
          </Tabs.Content>
          <Tabs.Content value="side" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <SideBySide candidates={chosen} heads={heads} onReport={() => actions.carry(chosen)} />
          </Tabs.Content>
          <Tabs.Content value="ladder" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
            <StageLadderTab pump={pump} />
          </Tabs.Content>
          <Tabs.Content value="drive" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <DriveTab pump={pump} />
          </Tabs.Content>
          <Tabs.Content value="alternatives" tabIndex={-1} className="min-h-0 flex-1 overflow-auto">
            <Alternatives pump={pump} kept={kept} />
          </Tabs.Content>
        </section>
        {!WHOLE_HEIGHT.has(tab) && (
          <div className="flex h-[262px] flex-none gap-2">
            <TickedCurves
              lines={lines}
              points={askedPoints(ranking.required, position)}
              single={ticked.length === 1 ? chosen[0] : undefined}
              onAdd={actions.add}
            />
            <WhyFallen counts={counts} />
          </div>
        )}
      </Tabs.Root>
    </div>
  );
}

/** models that are ticked, and what the catalogue holds of them */
function useTicked() {
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [wholes, setWholes] = useState<Readonly<Record<string, ModelWhole>>>({});
  const tick = (id: string): void =>
    setTicked((t) => (t.includes(id) ? t.filter((x) => x !== id) : [...t, id].slice(-MOST_TICKED)));
  useEffect(() => {
    for (const id of ticked)
      if (!wholes[id]) api.model(id).then((m) => setWholes((w) => ({ ...w, [id]: m })), () => undefined); // prettier-ignore
    // what is known already is not asked again
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ticked]);
  return { ticked, wholes, tick };
}

function Header({ ranking }: { ranking: ReturnType<typeof useRanking> }) {
  const { counts } = ranking;
  return (
    <header className="wraps border-soft flex h-[36px] flex-none items-center gap-4 border-b px-3">
      <Tabs.List aria-label={msg('view.pumps.displayed')} className="flex h-full gap-4 whitespace-nowrap max-[1120px]:gap-2.5">
        {TABS.map(([value, text]) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="data-[state=active]:border-cedar text-ink2 h-full border-b-2 border-transparent data-[state=active]:font-semibold"
          >
            {text}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <span className="ml-auto" />
      {ranking.isRunning ? (
        <>
          <progress
            value={ranking.done}
            max={ranking.of || 1}
            aria-label={msg('view.pumps.rankingProgress')}
            className="h-1.5 w-[90px]"
            style={{ accentColor: 'var(--cedar)' }}
          />
          <Button tone="bare" className="!px-1 text-[12px]" onClick={ranking.stop}>
            {msg('view.pumps.stop')}
          </Button>
        </>
      ) : (
        <span
          className="text-inkq text-[12px] whitespace-nowrap"
          role="status"
          title={msg('view.pumps.eachInEveryJudgedScenario')}
          data-ranked={counts.tried}
        >
          {msg('view.pumps.checkedCandidates', { tried: counts.tried, candidates: counts.candidates })}
        </span>
      )}
    </header>
  );
}
