import {
  headOf,
  PumpPerformance,
  PUMP_TYPES,
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  typicalPump,
  usable,
  type FoundPumps,
  type ModelHead,
  type ModelWhole,
} from '@cedar-knot/core';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { spoken } from '../../state/catalogueList.js';
import { readEntry } from '../../state/entry.js';
import { studyOfDuty, type StartDuty } from '../../state/takeModel.js';
import { Button } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, type Display } from '../context.js';
import { judgedEntry } from '../entry/judged.js';
import { PumpCurves, type PumpLine } from '../entry/PumpCurves.js';
import { FlowEstimator, HeadEstimator } from './Estimators.js';
import { FoundList, sorted, type Sort } from './FoundList.js';
import { flowField, headField, npshField, shareField, siOf, staticField } from '../../state/quantities.js';

interface Asked {
  flow: string;
  head: string;
  staticHead: string;
  npsha: string;
  flowTolerance: string;
  headTolerance: string;
  type: string | undefined;
  frequency: string | undefined;
}

const KEY = 'cedar-knot-find';
const NOTHING: Asked = {
  flow: '',
  head: '',
  staticHead: '',
  npsha: '',
  flowTolerance: '10 %',
  headTolerance: '10 %',
  type: undefined,
  frequency: undefined,
};
const QUIET_MS = 150;
const MOST_COMPARED = 4;

/** Pumps of the catalogue for one duty, before there is a study: each where it would truly run. */
export function FindView() {
  const display = useDisplay();
  const navigate = useNavigate();
  const [asked, setAsked] = useState<Asked>(() => ({
    ...NOTHING,
    ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Asked>),
  }));
  const [found, setFound] = useState<{ pumps: FoundPumps; heads: Map<string, ModelHead> } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [order, setOrder] = useState<{ by: Sort; isDown: boolean }>({ by: 'efficiency', isDown: true });
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [wholes, setWholes] = useState<Readonly<Record<string, ModelWhole>>>({});
  const [estimate, setEstimate] = useState<'flow' | 'head' | null>(null);
  const put = (more: Partial<Asked>): void => setAsked((a) => ({ ...a, ...more }));

  const wanted = useMemo(() => {
    const flow = siOf(asked.flow, 'flow');
    const head = siOf(asked.head, 'head');
    if (!flow || !head) return null;
    const share = (t: string): number | undefined =>
      t.trim() === '' ? undefined : Number(t.replace('%', '')) / (t.includes('%') ? 100 : 1);
    const all = {
      flow,
      head,
      staticHead: siOf(asked.staticHead, 'head'),
      npsha: siOf(asked.npsha, 'head'),
      flowTolerance: share(asked.flowTolerance),
      headTolerance: share(asked.headTolerance),
      type: asked.type,
      frequency: asked.frequency === undefined ? undefined : Number(asked.frequency),
    };
    return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as {
      flow: number;
      head: number;
      staticHead?: number;
    };
  }, [asked]);
  const isStaticWrong = wanted?.staticHead !== undefined && wanted.staticHead >= wanted.head;

  useEffect(() => {
    sessionStorage.setItem(KEY, JSON.stringify(asked));
    if (!wanted || isStaticWrong) return;
    let gone = false;
    const wait = setTimeout(() => {
      Promise.all([api.findPumps(wanted), api.models('pumps')]).then(
        ([pumps, models]) => {
          if (gone) return;
          setProblem(null);
          setFound({ pumps, heads: new Map(models.map((m) => [m.id, m])) });
        },
        (e: unknown) => !gone && setProblem(wordsOf(e)),
      );
    }, QUIET_MS);
    return () => {
      gone = true;
      clearTimeout(wait);
    };
  }, [asked, wanted, isStaticWrong]);

  const compare = (id: string): void => {
    setCompared((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id].slice(-MOST_COMPARED)));
    if (!wholes[id]) void api.model(id).then((m) => setWholes((w) => ({ ...w, [id]: m })), () => undefined); // prettier-ignore
  };
  const begin = async (id: string): Promise<void> => {
    if (!wanted) return;
    try {
      const model = wholes[id] ?? (await api.model(id));
      await beginStudy(model, wanted);
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };
  const beginStudy = async (model: ModelWhole, duty: { flow: number; head: number; staticHead?: number }): Promise<void> => {
    const start: StartDuty = { flow: duty.flow, head: duty.head, staticHead: duty.staticHead ?? 0 };
    const title = `${display.number(duty.flow, 'flow')} ${display.unit('flow')} at ${display.number(duty.head, 'head')} ${display.unit('head')}`;
    const study = await api.createFrom(studyOfDuty(title, model, start));
    await navigate(`/studies/${study.id}/curves`);
  };
  const typical = async (): Promise<void> => {
    if (!wanted) return;
    const made = typicalPump({ flow: wanted.flow, head: wanted.head, speed: 2950 });
    if (!made.ok)
      return setProblem(
        `A typical pump at 2950 rpm would have a specific speed of ${made.specificSpeed.toFixed(0)}; such pumps have ${made.range[0]} to ${made.range[1]}. Give it another speed under “New pump”.`,
      );
    try {
      const model = await api.createModel({
        kind: 'pumps',
        entry: made.entry,
        from: 'typical',
        note: 'typical curve for a duty',
      });
      await beginStudy(model, wanted);
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };
  const rows = useMemo(() => (found ? sorted(found.pumps.candidates, order, found.heads) : []), [found, order]);
  const lines = compared.flatMap((id): PumpLine[] => {
    const c = found?.pumps.candidates.find((x) => x.model === id);
    const pump = wholes[id] && usable(judgedEntry(wholes[id].entry).read);
    if (!c || !pump) return [];
    const setting = {
      speed: c.speed,
      stages: c.stages,
      running: 1,
      wear: 0,
      ...(c.diameter === null ? {} : { diameter: c.diameter }),
    };
    const duties = [{ ...c.duty, index: 0 }];
    return [{ id, name: wholes[id]!.name, performance: new PumpPerformance(pump, setting), duties }];
  });
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <section aria-label="Duty" className="panel flex w-[304px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2.5">
        <h1 className="text-[18px] leading-[22px] font-semibold">Find for a duty</h1>
        <p className="text-inkq text-[12px]">One flow and one head, on water of 20 °C; a study judges every scenario.</p>
        <div className="grid grid-cols-2 gap-x-2 gap-y-1">
          <Typed
            name="flow"
            label="Flow"
            value={asked.flow}
            field={flowField}
            unit={display.typed('flow')}
            onPut={(flow) => put({ flow })}
          />
          <Typed
            name="head"
            label="Head at that flow"
            value={asked.head}
            field={headField}
            unit={display.typed('head')}
            onPut={(head) => put({ head })}
          />
          <Opener
            text="reckon a flow"
            isOpen={estimate === 'flow'}
            onClick={() => setEstimate(estimate === 'flow' ? null : 'flow')}
          />
          <Opener
            text="reckon a head"
            isOpen={estimate === 'head'}
            onClick={() => setEstimate(estimate === 'head' ? null : 'head')}
          />
        </div>
        {estimate === 'flow' && <FlowEstimator onFlow={(si) => put({ flow: written(si, 'flow', display) })} />}
        {estimate === 'head' && (
          <HeadEstimator
            onHead={(parts) => {
              const { staticHead, head } = headOf(parts, WATER_AT_20_DENSITY, STANDARD_GRAVITY);
              put({ head: written(head, 'head', display), staticHead: written(staticHead, 'head', display) });
            }}
          />
        )}
        <div className="grid grid-cols-2 gap-x-2 gap-y-1">
          <Typed
            name="static-head"
            label="Static head"
            value={asked.staticHead}
            field={staticField}
            unit={display.typed('head')}
            onPut={(staticHead) => put({ staticHead })}
            optional
            placeholder="read at the flow"
          />
          <Typed
            name="npsha"
            label="NPSHA"
            value={asked.npsha}
            field={npshField}
            unit={display.typed('head')}
            onPut={(npsha) => put({ npsha })}
            optional
            placeholder="not asked"
          />
          <Typed
            name="flow-tolerance"
            label="Flow may depart by"
            value={asked.flowTolerance}
            field={shareField}
            unit=""
            onPut={(flowTolerance) => put({ flowTolerance })}
          />
          <Typed
            name="head-tolerance"
            label="Head may depart by"
            value={asked.headTolerance}
            field={shareField}
            unit=""
            onPut={(headTolerance) => put({ headTolerance })}
          />
        </div>
        {isStaticWrong && (
          <p className="text-fails text-[12px]">
            ▲ The static head is less than the head at the flow: the rest is lost on the way.
          </p>
        )}
        <div className="grid grid-cols-2 gap-2">
          <Select
            label="Type of pump"
            value={asked.type}
            none="any type"
            options={PUMP_TYPES.map((t) => [t, spoken(t)])}
            onChange={(type) => put({ type })}
          />
          <Select
            label="Mains"
            value={asked.frequency}
            none="any mains"
            options={[
              ['50', '50 Hz'],
              ['60', '60 Hz'],
            ]}
            onChange={(frequency) => put({ frequency })}
          />
        </div>
        {found && wanted && (
          <p className="text-inkq text-[12px]" role="status">
            <b className="text-ink font-semibold" data-figure="candidates">
              {found.pumps.counts.candidates}
            </b>{' '}
            of {found.pumps.counts.tried} tried
            {found.pumps.counts.filtered > 0 && `, ${found.pumps.counts.filtered} of another type or mains`}
            {found.pumps.counts.npsh > 0 && `, ${found.pumps.counts.npsh} short of NPSH`}
            {found.pumps.counts.unusable > 0 && `, ${found.pumps.counts.unusable} without a curve`}
          </p>
        )}
        {problem && (
          <p role="alert" className="text-fails text-[12px]">
            ▲ {problem}
          </p>
        )}
        {wanted && (
          <div className="border-soft mt-auto border-t pt-2">
            <p className="text-inkq mb-1 text-[12px]">None fits, or no maker has answered yet?</p>
            <Button onClick={() => void typical()}>Begin a study with a typical curve</Button>
          </div>
        )}
      </section>
      <div className="flex min-w-0 flex-1 flex-col gap-2">
        <section aria-label="Pumps found" className="panel flex min-h-0 flex-1 flex-col overflow-auto">
          {!wanted || !found ? (
            <p className="text-inkq m-auto max-w-[320px] text-center">
              Type a flow and a head on the left; every pump of the catalogue is tried, trimmed and staged for it.
            </p>
          ) : rows.length === 0 ? (
            <p className="text-inkq m-auto max-w-[360px] text-center">
              No pump comes this near. Allow more departure, take the type away, or begin with a typical curve.
            </p>
          ) : (
            <FoundList
              rows={rows}
              heads={found.heads}
              order={order}
              onOrder={setOrder}
              compared={compared}
              onCompare={compare}
              onBegin={(id) => void begin(id)}
            />
          )}
        </section>
        {lines.length > 0 && wanted && (
          <section aria-label="Compared" className="panel flex-none px-2 pt-1.5">
            <PumpCurves lines={lines} asked={[{ ...wanted, index: 0 }]} system={systemThrough(wanted)} />
          </section>
        )}
      </div>
    </div>
  );
}

/** H = Hs + (H − Hs)·(Q/Qr)² */
function systemThrough({ flow, head, staticHead = 0 }: { flow: number; head: number; staticHead?: number }) {
  return Array.from({ length: 41 }, (_, i) => (1.3 * flow * i) / 40).map((q) => ({
    flow: q,
    head: staticHead + (head - staticHead) * (q / flow) ** 2,
  }));
}

function written(si: number, dimension: 'flow' | 'head', d: Display): string {
  return `${Number(d.value(si, dimension).toPrecision(4))} ${d.typed(dimension)}`;
}

function Opener({ text, isOpen, onClick }: { text: string; isOpen: boolean; onClick: () => void }) {
  return (
    <button type="button" aria-expanded={isOpen} onClick={onClick} className="text-cedar text-left text-[12px] hover:underline">
      {text}
    </button>
  );
}

function Typed({
  name,
  label,
  value,
  field,
  unit,
  onPut,
  optional = false,
  placeholder,
}: {
  name: string;
  label: string;
  value: string;
  field: typeof flowField | typeof shareField;
  unit: string;
  onPut: (typed: string) => void;
  optional?: boolean;
  placeholder?: string;
}) {
  return (
    <TypedField
      label={label}
      name={name}
      value={value}
      read={(t) => readEntry(t, field, unit === '' ? '' : `1 ${unit}`)}
      onCommit={(v) =>
        onPut(v === undefined ? '' : field.type === 'number' ? `${Number((Number(v) * 100).toPrecision(6))} %` : String(v))
      }
      optional={optional}
      {...(placeholder ? { placeholder } : {})}
    />
  );
}
