import type { CheckCode, Incomplete, Margin } from '@cedar-knot/core';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { byVerdict, groupVerdict, marginParts, type MarginGroup, type MarginPart } from '../../state/marginRows.js';
import { Button, Segmented } from '../../ui/controls.js';
import { reachWorker, type ReachWork } from '../../worker/reach.js';
import { letterOf } from '../../state/address.js';
import { useStudy } from '../context.js';
import { NotJudged } from '../entry/NotJudged.js';
import { MarginPanel, type Cell } from './MarginPanel.js';
import { MarginTable } from './MarginTable.js';
import { ReadingsSheet } from './ReadingsSheet.js';
import { SweepSheet, type Begun } from './SweepSheet.js';
import { UncertaintySheet } from './UncertaintySheet.js';
import { useNearest } from './useNearest.js';
import { msg } from './words.js';

type Order = 'kind' | 'worst';
type Which = 'judged' | 'attention' | 'whole';

/** Every check in every scenario: value, gauge and mark; a cell opens what it rests on and what would bring it to its limit. */
export function MarginsView({ work = reachWorker() }: { work?: ReachWork }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const activate = useStudy((s) => s.activate);
  const [order, setOrder] = useState<Order>('kind');
  const [which, setWhich] = useState<Which>('judged');
  const [cell, setCell] = useState<Cell | null>(null);
  const nearest = useNearest(work, study);
  const [shows, setShows] = useState<'gauge' | 'nearest'>('gauge');
  const { sheet, open: openSheet, close } = useSheet();
  const parts = useMemo(() => ordered(marginParts(study, shown, which === 'whole'), which, order), [study, shown, which, order]);
  const choose = (scenario: string, m: Margin): void => {
    activate(scenario);
    setCell({ scenario, check: m.check as CheckCode, where: m.where });
  };
  if (sheet?.kind === 'sweep') return <SweepSheet key={sheet.begun.input} begun={sheet.begun} work={work} onClose={close} />;
  if (sheet?.kind === 'uncertainty') return <UncertaintySheet work={work} onClose={close} />;
  if (sheet?.kind === 'readings') return <ReadingsSheet work={work} onClose={close} />;
  return (
    <div className="view view-row print-long flex min-h-0 flex-1 gap-2">
      <section aria-label={msg('view.margins.margins')} className="panel flex min-w-0 flex-1 flex-col">
        <header className="wraps border-soft flex h-[36px] flex-none items-center gap-3 border-b px-3">
          <h1 className="text-[14px] font-semibold">{msg('view.margins.margins')}</h1>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('sweep')}>
            {msg('view.margins.sweepAnInput')}
          </Button>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('uncertainty')}>
            {msg('view.margins.uncertainty')}
          </Button>
          <Button tone="bare" className="!px-0 text-[12px]" onClick={() => openSheet('readings')}>
            {msg('view.margins.readings')}
          </Button>
          <span className="ml-auto" />
          <Segmented
            label={msg('view.margins.whichChecks')}
            value={which}
            onChange={setWhich}
            options={[
              { value: 'judged', text: msg('view.margins.judged') },
              { value: 'attention', text: msg('view.margins.nearOrFailing') },
              { value: 'whole', text: msg('view.margins.all') },
            ]}
          />
          <Segmented
            label={msg('view.margins.order')}
            value={order}
            onChange={setOrder}
            options={[
              { value: 'kind', text: msg('view.margins.byKind') },
              { value: 'worst', text: msg('view.margins.worstFirst') },
            ]}
          />
          <Segmented
            label={msg('view.margins.inTheCells')}
            value={shows}
            onChange={setShows}
            options={[
              { value: 'gauge', text: msg('view.margins.gauge') },
              { value: 'nearest', text: msg('view.margins.nearestInput') },
            ]}
          />
        </header>
        <Missing />
        <div className="min-h-0 flex-1 overflow-auto">
          <MarginTable parts={parts} cell={cell} nearest={nearest} isNearest={shows === 'nearest'} onChoose={choose} />
          {parts.length === 0 && (
            <p className="text-inkq px-3 py-4">
              {which === 'attention' ? msg('view.margins.nothingIsNearOrBeyond') : msg('view.margins.nothingJudgedYet')}
            </p>
          )}
        </div>
      </section>
      <MarginPanel
        cell={cell}
        onClose={() => setCell(null)}
        onSweep={(input) => cell && openSheet('sweep', { input, read: `${cell.check}:${cell.where}` })}
        work={work}
      />
    </div>
  );
}

/** what no scenario, or some, could judge for want of an entry */
function Missing() {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const found = new Map<string, { x: Incomplete; letters: string[] }>();
  study.scenarios.forEach((s, i) => {
    if (s.judged === false) return;
    for (const x of shown[s.id]?.outcome.result?.incomplete ?? []) {
      const key = `${x.check} ${x.where} ${x.missing.join()}`;
      if (!found.has(key)) found.set(key, { x, letters: [] });
      found.get(key)!.letters.push(letterOf(i));
    }
  });
  if (found.size === 0) return null;
  return (
    <div
      role="status"
      aria-label={msg('view.margins.notJudged')}
      className="border-soft bg-quiet flex max-h-[84px] flex-none flex-col gap-0.5 overflow-auto border-b px-3 py-1.5 text-[12.5px]"
    >
      {[...found.values()].map(({ x, letters }) => (
        <NotJudged key={`${x.check} ${x.where}`} incomplete={[x]} letters={letters.join(', ')} />
      ))}
    </div>
  );
}

/** those that are wanted, by kind or as one list with the worst first */
function ordered(all: readonly MarginPart[], which: Which, order: Order): MarginPart[] {
  const wanted = (g: MarginGroup): boolean => which !== 'attention' || byVerdict(groupVerdict(g), 'near') <= 0;
  const kept = all.flatMap((p): MarginPart[] => {
    const groups = p.groups.filter(wanted);
    return groups.length === 0 ? [] : [{ ...p, groups }];
  });
  if (order === 'kind') return kept;
  const groups = kept.flatMap((p) => p.groups).sort((a, b) => byVerdict(groupVerdict(a), groupVerdict(b)));
  return groups.length === 0 ? [] : [{ name: msg('view.margins.worstFirst2'), groups }];
}

type Sheet = { kind: 'sweep'; begun: Begun } | { kind: 'uncertainty' } | { kind: 'readings' };

/** the sheet that the address names: `?sheet=sweep&input=P1.speed&read=npsh-ratio:P1` */
function useSheet(): { sheet: Sheet | null; open: (kind: Sheet['kind'], begun?: Begun) => void; close: () => void } {
  const [at, setAt] = useSearchParams();
  const kind = at.get('sheet');
  const sheet: Sheet | null =
    kind === 'sweep'
      ? { kind, begun: { input: at.get('input'), read: at.get('read') } }
      : kind === 'uncertainty' || kind === 'readings'
        ? { kind }
        : null;
  const open = (wanted: Sheet['kind'], begun?: Begun): void =>
    setAt({ sheet: wanted, ...(begun?.input ? { input: begun.input } : {}), ...(begun?.read ? { read: begun.read } : {}) });
  return { sheet, open, close: () => setAt({}) };
}
