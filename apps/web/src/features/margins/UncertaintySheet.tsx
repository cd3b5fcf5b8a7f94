import { GRADE_TOLERANCE, handleAt, readUncertainty, type Sampled, type SampledMargin, type Study } from '@cedar-knot/core';
import { checkName, problemText } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState, type FormEvent } from 'react';
import { letterOf } from '../../state/address.js';
import { handleName } from '../../state/handles.js';
import { readAmount, widthDimension } from '../../state/inputScale.js';
import { putUncertain, removeListed } from '../../state/listed.js';
import { Button, Segmented } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy } from '../context.js';
import { CloudChart } from './CloudChart.js';
import { HandlePick } from './HandlePick.js';
import { SpreadChart } from './SpreadChart.js';
import { msg } from './words.js';

const RUNS = 500;
const SEED = 1;

/** Uncertain inputs drawn together: where the duty points come to lie, the chance that a margin fails, and which input matters most. */
export function UncertaintySheet({ work, onClose }: { work: ReachWork; onClose: () => void }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const [seed, setSeed] = useState(SEED);
  const { sampled, done } = useSampled(work, study, seed);
  const [chosen, setChosen] = useState<{ scenario: string; key: string } | null>(null);
  const rows = useMemo(() => chanceRows(sampled), [sampled]);
  const at = chosen ?? (rows[0] ? { scenario: worstScenario(sampled, rows[0].key) ?? active, key: rows[0].key } : null);
  const margin = at && sampled?.scenarios.find((s) => s.id === at.scenario)?.margins.find((m) => keyOf(m) === at.key);
  return (
    <div className="flex min-h-0 flex-1 gap-2" data-sampled={sampled?.runs ?? 0}>
      <aside
        aria-label={msg('view.margins.uncertainty')}
        className="panel flex w-[300px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2"
      >
        <h1 className="text-[14px] font-semibold">{msg('view.margins.uncertainty')}</h1>
        <Inputs />
        <AddInput />
        <p className="text-inkq text-[12px]">{msg('view.margins.samplesOfAllInputsTogether', { runs: RUNS })}</p>
        {done !== null && (
          <p role="status" className="text-[12px]">
            <progress max={RUNS} value={done} className="w-full" aria-label={msg('view.margins.samplesSolved')} />
          </p>
        )}
        <div className="mt-auto flex gap-2 pt-2">
          <Button
            onClick={() => setSeed((s) => s + 1)}
            disabled={!sampled}
            title={msg('view.margins.repeatWithAnotherRandomOrder')}
          >
            {msg('view.margins.resample')}
          </Button>
          <Button tone="bare" onClick={onClose}>
            <X size={14} aria-hidden="true" /> {msg('view.margins.backToMargins')}
          </Button>
        </div>
      </aside>
      {sampled ? (
        <div className="flex min-w-0 flex-1 flex-col gap-2">
          <div className="flex min-h-0 flex-[1.15] gap-2">
            <CloudChart sampled={sampled} />
            {at && margin && <SpreadChart margin={margin} scenario={at.scenario} sampled={sampled} />}
          </div>
          <Chances sampled={sampled} rows={rows} at={at} onChoose={setChosen} />
        </div>
      ) : (
        <div className="panel text-inkq flex flex-1 items-center justify-center px-8 text-center">
          {(study.uncertainty ?? []).length === 0 ? msg('view.margins.enterOnTheLeftWhich') : msg('view.margins.drawing')}
        </div>
      )}
    </div>
  );
}

const keyOf = (m: SampledMargin): string => `${m.check}:${m.where}`;

/** what is drawn of a study, and how many runs are done while it is; null runs when it rests */
function useSampled(work: ReachWork, study: Study, seed: number): { sampled: Sampled | null; done: number | null } {
  const [sampled, setSampled] = useState<Sampled | null>(null);
  const [done, setDone] = useState<number | null>(null);
  useEffect(() => {
    if (readUncertainty(study).inputs.length === 0) {
      setSampled(null);
      setDone(null);
      return;
    }
    let gone = false;
    setDone(0);
    work
      .sample(study, { runs: RUNS, seed }, (runs) => !gone && setDone(runs))
      .then(
        (found) => {
          if (gone || !found) return;
          setSampled(found);
          setDone(null);
        },
        () => !gone && setDone(null),
      );
    return () => {
      gone = true;
      work.stopSampling();
    };
  }, [work, study, seed]);
  return { sampled, done };
}

/** the uncertain inputs as they stand, and what is wrong with one that cannot be taken */
function Inputs() {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const list = study.uncertainty ?? [];
  const { problems } = readUncertainty(study);
  if (list.length === 0) return null;
  return (
    <ul aria-label={msg('view.margins.uncertainInputs')} className="flex flex-col">
      {list.map((u, i) => {
        const problem = problems.find((p) => p.path.startsWith(`uncertainty[${i}]`));
        return (
          <li key={i} className="border-soft border-b py-1 text-[12.5px]" data-uncertain={u.input}>
            <span className="flex items-center gap-2">
              <span className="min-w-0 flex-1 truncate" title={u.reason}>
                {handleName(study, u.input)}
              </span>
              <b className="font-semibold whitespace-nowrap">
                {u.grade !== undefined
                  ? msg('view.margins.grade', { grade: u.grade })
                  : u.band !== undefined
                    ? `± ${u.band}`
                    : `σ ${u.deviation}`}
              </b>
              <button
                type="button"
                aria-label={msg('view.margins.remove', { handleName: handleName(study, u.input) })}
                onClick={() =>
                  change(msg('view.margins.removeUncertaintyOf', { input: u.input }), removeListed(study, 'uncertainty', i))
                }
                className="text-inkq hover:text-ink p-0.5"
              >
                <X size={13} aria-hidden="true" />
              </button>
            </span>
            {problem && (
              <span role="alert" className="text-fails block text-[12px]">
                ▲ {problemText(problem, d.system)}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}

type Law = 'band' | 'deviation';

/** one more uncertain input */
function AddInput() {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [input, setInput] = useState('');
  const [law, setLaw] = useState<Law>('band');
  const [amount, setAmount] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const isCurve = input !== '' && handleAt(study, input)?.kind === 'curve';
  const add = (entry: object): void => {
    const value = { input, ...entry };
    const [wrong] = readUncertainty({ ...study, uncertainty: [value] }).problems;
    if (wrong) return setProblem(problemText(wrong, d.system));
    change(msg('view.margins.uncertain', { input }), putUncertain(study, value));
    setInput('');
    setAmount('');
    setProblem(null);
  };
  const take = (event: FormEvent): void => {
    event.preventDefault();
    if (input === '') return;
    const moved = handleAt(study, input);
    const read = readAmount(amount, moved?.kind === 'inputs' ? widthDimension(moved.inputs[0]!) : null, d.system);
    if (!read.ok) return setProblem(read.message);
    add({ [law]: read.value });
  };
  return (
    <form
      onSubmit={take}
      aria-label={msg('view.margins.anotherUncertainInput')}
      className="bg-wash flex flex-col gap-1.5 rounded-[3px] p-2 text-[12.5px]"
    >
      <HandlePick
        label={msg('view.margins.uncertainInput')}
        value={input}
        onPick={(address) => {
          setInput(address);
          setProblem(null);
        }}
      />
      {isCurve && (
        <Select
          label={msg('view.margins.grade2')}
          value={undefined}
          options={Object.entries(GRADE_TOLERANCE).map(([grade, t]) => [
            grade,
            msg('view.margins.gradeFlowHead', { grade, range: range(t.flow), range2: range(t.head) }),
          ])}
          onChange={(grade) => grade && add({ grade })}
        />
      )}
      {input !== '' && !isCurve && (
        <span className="flex items-center gap-2">
          <Segmented
            label={msg('view.margins.distribution')}
            value={law}
            onChange={setLaw}
            options={[
              { value: 'band', text: msg('view.margins.band') },
              { value: 'deviation', text: 'σ' },
            ]}
          />
          <input
            aria-label={msg('view.margins.deviation')}
            value={amount}
            onChange={(e) => setAmount(e.target.value)}
            placeholder={msg('view.margins.n02MOr10')}
            className="border-edge bg-panel h-[24px] min-w-0 flex-1 rounded-[3px] border px-1.5 text-right"
          />
          <Button className="!h-[24px] !px-2" type="submit">
            {msg('view.margins.add')}
          </Button>
        </span>
      )}
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
    </form>
  );
}

const range = ([least, most]: readonly [number, number]): string => {
  const percent = (x: number): string => String(Math.round(x * 100));
  return least === -most ? `± ${percent(most)} %` : msg('view.margins.to', { least: percent(least), most: percent(most) });
};

interface ChanceRow {
  key: string;
  check: SampledMargin['check'];
  where: string;
  /** greatest share of runs that fail, and that are near, in any scenario */
  fails: number;
  near: number;
}

/** every margin that fails or is near in some run, the likeliest first */
function chanceRows(sampled: Sampled | null): ChanceRow[] {
  const rows = new Map<string, ChanceRow>();
  for (const s of sampled?.scenarios ?? [])
    for (const m of s.margins) {
      const key = keyOf(m);
      const row = rows.get(key) ?? { key, check: m.check, where: m.where, fails: 0, near: 0 };
      row.fails = Math.max(row.fails, m.fails / m.judged);
      row.near = Math.max(row.near, m.near / m.judged);
      rows.set(key, row);
    }
  return [...rows.values()].filter((r) => r.fails > 0 || r.near > 0).sort((a, b) => b.fails - a.fails || b.near - a.near);
}

function worstScenario(sampled: Sampled | null, key: string): string | undefined {
  const chance = (id: string): number => {
    const m = sampled?.scenarios.find((s) => s.id === id)?.margins.find((x) => keyOf(x) === key);
    return m ? m.fails / m.judged + m.near / m.judged / 1e3 : -1;
  };
  return [...(sampled?.scenarios ?? [])].sort((a, b) => chance(b.id) - chance(a.id))[0]?.id;
}

/** a chance as it can be known from so many runs */
function chance(count: number, judged: number): string {
  if (count === 0) return '0';
  if (count === judged) return '100 %';
  const share = (100 * count) / judged;
  return share < 1 ? '< 1 %' : share > 99 ? '> 99 %' : `${Math.round(share)} %`;
}

function Chances({
  sampled,
  rows,
  at,
  onChoose,
}: {
  sampled: Sampled;
  rows: readonly ChanceRow[];
  at: { scenario: string; key: string } | null;
  onChoose: (at: { scenario: string; key: string }) => void;
}) {
  const scenarios = useStudy((s) => s.study.scenarios);
  return (
    <section aria-label={msg('view.margins.probabilityOfFailing')} className="panel min-h-0 flex-1 overflow-auto">
      <table className="w-full table-fixed border-collapse text-[12.5px]">
        <thead>
          <tr className="bg-panel sticky top-0 h-[28px]">
            <th className="border-soft border-b px-3 text-left text-[13px] font-semibold">
              {msg('view.margins.probabilityOfFailing')}{' '}
              <span className="text-inkq text-[12px] font-normal">{msg('view.margins.nearTheLimitBesideIt')}</span>
            </th>
            {scenarios.map((s, i) => (
              <th
                key={s.id}
                className="border-soft w-[106px] border-b border-l px-2 text-left font-normal"
                title={s.name ?? s.id}
              >
                <ScenarioLetter index={i} letter={letterOf(i)} small />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.key} className="h-[26px]" data-chance={r.key}>
              <th scope="row" className="border-soft truncate border-b px-3 text-left font-normal">
                {checkName(r.check)} <span className="text-inkq text-[12px]">{r.where}</span>
              </th>
              {scenarios.map((s) => {
                const m = sampled.scenarios.find((x) => x.id === s.id)?.margins.find((x) => keyOf(x) === r.key);
                const isChosen = at?.scenario === s.id && at.key === r.key;
                return (
                  <td
                    key={s.id}
                    className={`border-soft border-b border-l p-0 ${isChosen ? 'outline-cedar outline-2 -outline-offset-2' : ''}`}
                  >
                    {m ? (
                      <button
                        type="button"
                        className="relative flex h-[25px] w-full items-center gap-2 px-2 text-left"
                        onClick={() => onChoose({ scenario: s.id, key: r.key })}
                        data-cell={s.id}
                      >
                        <span
                          className="bg-failswash absolute inset-y-[3px] left-0"
                          style={{ width: `${(100 * m.fails) / m.judged}%` }}
                          aria-hidden="true"
                        />
                        <span className={`relative ${m.fails > 0 ? 'text-fails font-semibold' : 'text-inkq'}`}>
                          {chance(m.fails, m.judged)}
                        </span>
                        {m.near > 0 && <span className="text-near relative ml-auto text-[12px]">{chance(m.near, m.judged)}</span>}
                      </button>
                    ) : (
                      <span className="text-inkq px-2">–</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 && (
        <p className="text-inkq px-3 py-3 text-[12.5px]">{msg('view.margins.noMarginFailsOrIs', { runs: sampled.runs })}</p>
      )}
    </section>
  );
}
