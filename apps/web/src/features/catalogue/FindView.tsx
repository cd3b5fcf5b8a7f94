import { fixed } from '@cedar-knot/wording';
import {
  performanceAt,
  typicalPump,
  usable,
  type FoundOrder,
  type FoundPump,
  type FoundPumps,
  type ModelWhole,
  type Overview,
} from '@cedar-knot/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, wordsOf, type FoundPage } from '../../api/client.js';
import { studyOfDuty } from '../../state/takeModel.js';
import { Button } from '../../ui/controls.js';
import { useDisplay } from '../context.js';
import { judgedEntry } from '../entry/judged.js';
import { PumpCurves, type PumpLine } from '../entry/PumpCurves.js';
import { NOTHING, systemThrough, wantedOf, type Asked, type Wanted } from './duty.js';
import { DutyChoices, DutyEntries } from './DutyEntries.js';
import { FoundList } from './FoundList.js';
import { msg } from './words.js';

const KEY = 'cedar-knot-find';
const QUIET_MS = 150;
const MOST_COMPARED = 4;
/** rpm: of two poles at 50 Hz with some slip */
const TYPICAL_SPEED = 2950;

/** Pumps of the catalogue for one duty, before there is a study: each where it would truly run. */
export function FindView() {
  const [asked, setAsked] = useState<Asked>(() => ({
    ...NOTHING,
    ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Asked>),
  }));
  const [order, setOrder] = useState<FoundOrder>({ by: 'efficiency', isDown: true });
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [wholes, setWholes] = useState<Readonly<Record<string, ModelWhole>>>({});
  const put = (more: Partial<Asked>): void => setAsked((a) => ({ ...a, ...more }));

  const wanted = useMemo(() => wantedOf(asked), [asked]);
  const isStaticWrong = wanted?.staticHead !== undefined && wanted.staticHead >= wanted.head;
  const { found, problem, setProblem } = useFound(asked, isStaticWrong ? null : wanted, order);
  const overview = useOverview();

  const compare = (id: string): void => {
    setCompared((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id].slice(-MOST_COMPARED)));
    if (!wholes[id]) void api.model(id).then((m) => setWholes((w) => ({ ...w, [id]: m })), () => undefined); // prettier-ignore
  };
  const start = useStudyStart(wanted, wholes, setProblem);
  const rows = found?.candidates ?? [];
  const lines = compared.flatMap((id) => {
    const c = rows.find((x) => x.model === id);
    return c ? lineOf(c, wholes[id]) : [];
  });
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <section
        aria-label={msg('view.catalogue.duty')}
        className="panel flex w-[304px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2.5"
      >
        <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.catalogue.findForADuty')}</h1>
        <p className="text-inkq text-[12px]">{msg('view.catalogue.oneFlowAndOneHead')}</p>
        <DutyEntries asked={asked} onPut={put} />
        {isStaticWrong && <p className="text-fails text-[12px]">{msg('view.catalogue.staticHeadMustBeLess')}</p>}
        <DutyChoices asked={asked} onPut={put} facets={overview?.facets} />
        {found && wanted && <Counts counts={found.counts} />}
        {problem && (
          <p role="alert" className="text-fails text-[12px]">
            ▲ {problem}
          </p>
        )}
        {wanted && (
          <div className="border-soft mt-auto border-t pt-2">
            <p className="text-inkq mb-1 text-[12px]">{msg('view.catalogue.noMatchOrNoOffer')}</p>
            <Button onClick={start.typical}>{msg('view.catalogue.createAStudyWithA')}</Button>
          </div>
        )}
      </section>
      <div className="flex min-w-0 flex-1 flex-col gap-2">
        <section aria-label={msg('view.catalogue.pumpsFound')} className="panel flex min-h-0 flex-1 flex-col overflow-auto">
          {!wanted || !found ? (
            <p className="text-inkq m-auto max-w-[320px] text-center">{msg('view.catalogue.enterFlowAndHeadOn')}</p>
          ) : rows.length === 0 ? (
            <p className="text-inkq m-auto max-w-[360px] text-center">{msg('view.catalogue.noPumpWithinTheTolerances')}</p>
          ) : (
            <FoundList
              rows={rows}
              of={found.counts.candidates}
              order={order}
              onOrder={setOrder}
              compared={compared}
              onCompare={compare}
              onBegin={(id) => start.begin(id)}
            />
          )}
        </section>
        {lines.length > 0 && wanted && (
          <section aria-label={msg('view.catalogue.compared')} className="panel flex-none px-2 pt-1.5">
            <PumpCurves lines={lines} asked={[{ ...wanted, index: 0 }]} system={systemThrough(wanted)} />
          </section>
        )}
      </div>
    </div>
  );
}

/** what there is to choose from */
function useOverview(): Overview | null {
  const [overview, setOverview] = useState<Overview | null>(null);
  useEffect(() => void api.overview('pumps').then(setOverview, () => undefined), []);
  return overview;
}

/** what the catalogue has for a duty, once typing has come to rest; what was typed is kept for the session */
function useFound(asked: Asked, wanted: Wanted | null, order: FoundOrder) {
  const [found, setFound] = useState<FoundPage | null>(null);
  const before = useRef(wanted);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    sessionStorage.setItem(KEY, JSON.stringify(asked));
    if (!wanted) return;
    let gone = false;
    // typing comes to rest first; another order is asked for at once
    const isTyped = before.current !== wanted;
    before.current = wanted;
    const wait = setTimeout(
      () => {
        api.findPumps(wanted, order).then(
          (page) => {
            if (gone) return;
            setProblem(null);
            setFound(page);
          },
          (e: unknown) => !gone && setProblem(wordsOf(e)),
        );
      },
      isTyped ? QUIET_MS : 0,
    );
    return () => {
      gone = true;
      clearTimeout(wait);
    };
  }, [asked, wanted, order]);
  return { found, problem, setProblem };
}

/** begins a study for a duty: with a model, or with a typical curve where none fits */
function useStudyStart(
  wanted: Wanted | null,
  wholes: Readonly<Record<string, ModelWhole>>,
  onProblem: (problem: string) => void,
) {
  const display = useDisplay();
  const navigate = useNavigate();
  const beginWith = (modelOf: () => Promise<ModelWhole>, { flow, head, staticHead = 0 }: Wanted): void => {
    const title = msg('view.catalogue.at', {
      flow: display.number(flow, 'flow'),
      unit: display.unit('flow'),
      head: display.number(head, 'head'),
      unit2: display.unit('head'),
    });
    modelOf()
      .then((model) => api.createFrom(studyOfDuty(title, model, { flow, head, staticHead })))
      .then((study) => navigate(`/studies/${study.id}/curves`))
      .catch((e: unknown) => onProblem(wordsOf(e)));
  };
  const begin = (id: string): void => {
    if (wanted) beginWith(async () => wholes[id] ?? (await api.model(id)), wanted);
  };
  const typical = (): void => {
    if (!wanted) return;
    const made = typicalPump({ flow: wanted.flow, head: wanted.head, speed: TYPICAL_SPEED });
    if (!made.ok)
      return onProblem(
        msg('view.catalogue.aTypicalPumpAtRpm', {
          typicalSpeed: TYPICAL_SPEED,
          specificSpeed: fixed(made.specificSpeed, 0),
          range: made.range[0],
          range2: made.range[1],
        }),
      );
    const model = {
      kind: 'pumps' as const,
      entry: made.entry,
      from: 'typical' as const,
      note: msg('view.catalogue.typicalCurveForADuty'),
    };
    beginWith(() => api.createModel(model), wanted);
  };
  return { begin, typical };
}

/** a found pump as it would run; nothing where its model is not here yet */
function lineOf(c: FoundPump, model: ModelWhole | undefined): PumpLine[] {
  const pump = model && usable(judgedEntry(model.entry).read);
  if (!pump) return [];
  const performance = performanceAt(pump, { speed: c.speed, stages: c.stages, diameter: c.diameter ?? undefined });
  return [{ id: c.model, name: model.name, performance, duties: [{ ...c.duty, index: 0 }] }];
}

function Counts({ counts }: { counts: FoundPumps['counts'] }) {
  return (
    <p className="text-inkq text-[12px]" role="status">
      <b className="text-ink font-semibold" data-figure="candidates">
        {counts.candidates}
      </b>{' '}
      {msg('view.catalogue.ofChecked', { tried: counts.tried })}
      {counts.filtered > 0 && msg('view.catalogue.excludedByFilters', { filtered: counts.filtered })}
      {counts.beyond > 0 && msg('view.catalogue.excludedDutyBeyond125Of', { beyond: counts.beyond })}
      {counts.npsh > 0 && msg('view.catalogue.withInsufficientNpsh', { npsh: counts.npsh })}
      {counts.unusable > 0 && msg('view.catalogue.withoutACurve', { unusable: counts.unusable })}
    </p>
  );
}
