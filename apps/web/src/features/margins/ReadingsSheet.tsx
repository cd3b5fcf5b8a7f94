import {
  allElements,
  besideModel,
  figuresAt,
  readDimension,
  readReadings,
  type InstrumentReading,
  type RawReading,
  type ReadFigure,
  type Study,
} from '@cedar-knot/core';
import { figureName, named, problemText, rounded, fixed } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState, type FormEvent } from 'react';
import { letterOf } from '../../state/address.js';
import { readAmount } from '../../state/inputScale.js';
import { addListed, removeListed, setListed } from '../../state/listed.js';
import { useDropped } from '../../state/dropped.js';
import { readPasted, type PastedReadings } from '../../state/pastedReadings.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { FitPanel } from './FitPanel.js';
import { useModels } from './useModels.js';
import { msg } from './words.js';

/** What instruments showed, beside what the model has at their place, and inputs found from them. */
export function ReadingsSheet({ work, onClose }: { work: ReachWork; onClose: () => void }) {
  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <aside
        aria-label={msg('view.margins.readings')}
        className="panel flex w-[300px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2"
      >
        <h1 className="text-[14px] font-semibold">{msg('view.margins.readings')}</h1>
        <AddReading />
        <PasteReadings />
        <FitPanel work={work} />
        <div className="mt-auto flex gap-2 pt-2">
          <Button tone="bare" onClick={onClose}>
            <X size={14} aria-hidden="true" /> {msg('view.margins.backToMargins')}
          </Button>
        </div>
      </aside>
      <ReadingsTable />
    </div>
  );
}

const FIELD = 'border-edge bg-panel h-[24px] w-full min-w-0 rounded-[3px] border px-1.5';

/** one reading, typed */
function AddReading() {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const [scenario, setScenario] = useState(active);
  const [at, setAt] = useState('');
  const [figure, setFigure] = useState('');
  const [typed, setTyped] = useState({ value: '', elevation: '', deviation: '', name: '' });
  const [problem, setProblem] = useState<string | null>(null);
  const figures = figuresAt(study, at);
  const places = placesOf(study);
  const put = (key: keyof typeof typed) => (e: { target: { value: string } }) =>
    setTyped((t) => ({ ...t, [key]: e.target.value }));
  const chosen = figures.find((f) => f === figure);
  // until one is chosen a number is taken as it is
  const dimension = chosen === undefined ? null : readDimension(chosen);
  const isPressure = dimension === 'pressure';
  const take = (event: FormEvent): void => {
    event.preventDefault();
    const entry: RawReading = { scenario, at, figure, value: '' };
    if (typed.name.trim() !== '') entry.name = typed.name.trim();
    const amounts = [
      ['value', dimension],
      ['elevation', 'length'],
      ['deviation', dimension === 'pressure' ? 'pressureDifference' : dimension],
    ] as const;
    for (const [key, of] of amounts) {
      if (typed[key].trim() === '' || (key === 'elevation' && !isPressure)) continue;
      const read = readAmount(typed[key], of, d.system);
      if (!read.ok) return setProblem(read.message);
      entry[key] = String(read.value);
    }
    const [wrong] = readReadings({ ...study, readings: [entry] }).problems;
    if (wrong) return setProblem(problemText(wrong, d.system));
    change(msg('view.margins.readingAt', { at }), addListed(study, 'readings', [entry]));
    setTyped({ value: '', elevation: '', deviation: '', name: '' });
    setProblem(null);
  };
  return (
    <form
      onSubmit={take}
      aria-label={msg('view.margins.addAReading')}
      className="bg-wash grid grid-cols-2 gap-x-2 gap-y-1.5 rounded-[3px] p-2 text-[12.5px]"
    >
      <Select
        label={msg('view.margins.scenarioOfTheReading')}
        value={scenario}
        options={study.scenarios.map((s, i) => [s.id, `${letterOf(i)} ${s.name ?? s.id}`])}
        onChange={(s) => s && setScenario(s)}
        className="col-span-2"
      />
      <Select
        label={msg('view.margins.where')}
        value={at === '' ? undefined : at}
        options={places}
        onChange={(id) => {
          if (!id) return;
          setAt(id);
          const there = figuresAt(study, id);
          if (!there.includes(figure as ReadFigure)) setFigure(there[0] ?? '');
        }}
      />
      <Select
        label={msg('view.margins.measuredQuantity')}
        value={figure === '' ? undefined : figure}
        options={figures.map((f) => [f, figureWord(f)])}
        onChange={(f) => f && setFigure(f)}
      />
      <label>
        <span className="text-inkq text-[11.5px]">{msg('view.margins.reading')}</span>
        <input
          value={typed.value}
          onChange={put('value')}
          placeholder={isPressure ? '6.2 bar' : '310 m3/h'}
          className={`${FIELD} text-right`}
        />
      </label>
      <label>
        <span className="text-inkq text-[11.5px]">{msg('view.margins.ofTheInstrument')}</span>
        <input
          value={typed.deviation}
          onChange={put('deviation')}
          placeholder={msg('view.margins.usual')}
          className={`${FIELD} text-right placeholder:italic`}
        />
      </label>
      {isPressure && (
        <label>
          <span className="text-inkq text-[11.5px]">{msg('view.margins.elevationOfTheGauge')}</span>
          <input
            value={typed.elevation}
            onChange={put('elevation')}
            placeholder={msg('view.margins.atTheTapping')}
            className={`${FIELD} text-right placeholder:italic`}
          />
        </label>
      )}
      <label>
        <span className="text-inkq text-[11.5px]">{msg('view.margins.instrument')}</span>
        <input value={typed.name} onChange={put('name')} placeholder="PI-411" className={FIELD} />
      </label>
      {problem && (
        <p role="alert" className="text-fails col-span-2 text-[12px]">
          ▲ {problem}
        </p>
      )}
      <Button type="submit" className="col-span-2 !h-[24px] justify-center" disabled={at === '' || typed.value.trim() === ''}>
        {msg('view.margins.addReading')}
      </Button>
    </form>
  );
}

/** a table of readings, pasted */
function PasteReadings() {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState('');
  const coming = useDropped((s) => s.file);
  useEffect(() => {
    const taken = useDropped.getState().take('readings');
    if (!taken) return;
    setOpen(true);
    setText(taken.text);
  }, [coming]);
  const read: PastedReadings | null = useMemo(
    () => (text.trim() === '' ? null : readPasted(study, text, active)),
    [study, text, active],
  );
  if (!isOpen)
    return (
      <Button tone="bare" className="!h-[22px] self-start !px-0 text-[12px]" onClick={() => setOpen(true)}>
        {msg('view.margins.pasteATableOfReadings')}
      </Button>
    );
  const take = (): void => {
    if (!read) return;
    change(msg('view.margins.readingsPasted'), addListed(study, 'readings', read.readings));
    setText('');
    setOpen(false);
  };
  return (
    <section className="bg-wash flex flex-col gap-1.5 rounded-[3px] p-2 text-[12.5px]">
      <label>
        <span className="text-inkq text-[11.5px]">{msg('view.margins.instrumentWhereWhatReadingElevation')}</span>
        <textarea
          autoFocus
          rows={4}
          value={text}
          onChange={(e) => setText(e.target.value)}
          placeholder={msg('view.margins.pi411P410Discharge')}
          className="border-edge bg-panel w-full rounded-[3px] border px-1.5 py-1 font-mono text-[12px]"
        />
      </label>
      {read?.problems.slice(0, 4).map((p) => (
        <p key={p.row} role="alert" className="text-fails text-[12px]">
          {msg('view.margins.row', { row: p.row, text: p.text })}
        </p>
      ))}
      <span className="flex justify-end gap-3">
        <Button tone="bare" className="!h-[24px] !px-0" onClick={() => setOpen(false)}>
          {msg('view.margins.cancel')}
        </Button>
        <Button className="!h-[24px] !px-2" disabled={!read || read.readings.length === 0} onClick={take}>
          {msg('view.margins.add2', { count: read?.readings.length ?? 0 })}
        </Button>
      </span>
    </section>
  );
}

/** points, lines and elements at which something is read */
function placesOf(study: Study): [string, string][] {
  return [
    ...allElements(study).map((e): [string, string] => [e.id, named(e.id, e.name)]),
    ...Object.entries(study.points).map(([id, p]): [string, string] => [id, named(id, p.name)]),
    ...study.lines.map((l): [string, string] => [l.id, msg('view.margins.line', { l: l.id })]),
  ];
}

const WORDS: Partial<Record<ReadFigure, string>> = {
  inletPressure: msg('view.margins.pressureAtTheInlet'),
  outletPressure: msg('view.margins.pressureAtTheOutlet'),
};
const figureWord = (f: ReadFigure): string => WORDS[f] ?? figureName(f).toLowerCase();

/** a value of a reading as it is shown: a pressure at a place gauge */
function written(d: Display, figure: ReadFigure, si: number, atmosphere: number): string {
  const dimension = readDimension(figure);
  if (dimension === null) return figure === 'opening' ? `${rounded(si * 100, 3)} %` : `${rounded(si, 3)} A`;
  const isPlace = dimension === 'pressure';
  const number = rounded(d.value(isPlace ? si - atmosphere : si, dimension), 4);
  return `${number} ${d.unit(dimension)}${isPlace ? '(g)' : ''}`;
}

/** a difference of a reading in its unit */
function difference(d: Display, figure: ReadFigure, si: number): string {
  const dimension = readDimension(figure);
  const sign = si < 0 ? '−' : '+';
  const size = Math.abs(si);
  if (dimension === null) return `${sign}${rounded(figure === 'opening' ? size * 100 : size, 2)}`;
  return `${sign}${rounded(d.value(size, dimension === 'pressure' ? 'pressureDifference' : dimension), 2)}`;
}

/** deviations from which on a reading does not go with the model */
const FAR = 2;
/** deviations at the end of a bar */
const BAR = 5;

/** heads of the table, each with what its column has of its own */
const HEADS = [
  [msg('view.margins.usedHead'), 'px-3'],
  [msg('view.margins.instrumentHead'), 'px-2'],
  [msg('view.margins.scenarioHead'), 'px-2'],
  [msg('view.margins.locationHead'), 'px-2'],
  [msg('view.margins.readingHead'), 'px-2 text-right'],
  [msg('view.margins.modelHead'), 'px-2 text-right'],
  [msg('view.margins.readingModel'), 'px-2 text-right'],
  [msg('view.margins.inOfTheInstrument'), 'w-[150px] px-2'],
] as const;

function ReadingsTable() {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const { readings, problems } = useMemo(() => readReadings(study), [study]);
  const models = useModels();
  const beside = useMemo(() => besideModel(readings, models), [readings, models]);
  const atmosphere = models[0]?.model?.network.atmosphere ?? 101_325;
  const list = study.readings ?? [];
  if (list.length === 0)
    return (
      <div className="panel text-inkq flex flex-1 items-center justify-center px-8 text-center">
        {msg('view.margins.enterInstrumentReadingsInThe')}
      </div>
    );
  const letter = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  return (
    <section aria-label={msg('view.margins.readingsAndModel')} className="panel min-w-0 flex-1 overflow-auto">
      <table className="w-full border-collapse text-[12.5px]">
        <thead>
          <tr className="text-inkq bg-panel sticky top-0 h-[34px] text-left text-[12px]">
            {HEADS.map(([head, own]) => (
              <th key={head} className={`border-soft border-b font-normal ${own}`}>
                {head}
              </th>
            ))}
            <td className="border-soft border-b px-2" />
          </tr>
        </thead>
        <tbody>
          {list.map((raw, i) => {
            const b = beside.find((x) => x.reading.index === i);
            const problem = problems.find((p) => p.path.startsWith(`readings[${i}]`));
            const index = letter(raw.scenario);
            const set = (key: string, value: unknown): unknown =>
              change(msg('view.margins.readingAt', { at: raw.at }), setListed(study, 'readings', i, key, value));
            return (
              <tr key={i} className="h-[30px]" data-reading={i}>
                <td className="border-soft border-b px-3">
                  <input
                    type="checkbox"
                    aria-label={msg('view.margins.useReading', { i: i + 1 })}
                    checked={raw.used !== false}
                    onChange={(e) => set('used', e.target.checked ? undefined : false)}
                  />
                </td>
                <td className="border-soft border-b px-2">{raw.name ?? ''}</td>
                <td className="border-soft border-b px-2">
                  {index >= 0 && <ScenarioLetter index={index} letter={letterOf(index)} small />}
                </td>
                <td className="border-soft border-b px-2">
                  {raw.at} <span className="text-inkq text-[12px]">{figureWord(raw.figure as ReadFigure)}</span>
                </td>
                {b ? (
                  <Beside b={b} d={d} atmosphere={atmosphere} />
                ) : (
                  <td colSpan={4} className="border-soft text-fails border-b px-2" role="alert">
                    ▲ {problem ? problemText(problem, d.system) : ''}
                  </td>
                )}
                <td className="border-soft border-b px-2">
                  <button
                    type="button"
                    aria-label={msg('view.margins.removeReading', { i: i + 1 })}
                    className="text-inkq hover:text-ink p-0.5"
                    onClick={() =>
                      change(msg('view.margins.removeReadingAt', { at: raw.at }), removeListed(study, 'readings', i))
                    }
                  >
                    <X size={13} aria-hidden="true" />
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function Beside({
  b,
  d,
  atmosphere,
}: {
  b: { reading: InstrumentReading; model: number | null; off: number | null };
  d: Display;
  atmosphere: number;
}) {
  const { reading, model, off } = b;
  const cell = 'border-soft border-b px-2 text-right whitespace-nowrap';
  const isFar = off !== null && Math.abs(off) > FAR;
  const share = off === null ? 0 : Math.max(-1, Math.min(1, off / BAR));
  return (
    <>
      <td className={cell}>
        <b className="font-semibold">{written(d, reading.figure, reading.value, atmosphere)}</b>
      </td>
      <td className={cell} data-model>
        {model === null ? '–' : written(d, reading.figure, model, atmosphere)}
      </td>
      <td className={cell}>{model === null ? '–' : difference(d, reading.figure, reading.value - model)}</td>
      <td
        className="border-soft border-b px-2"
        title={`σ ${difference(d, reading.figure, reading.deviation).slice(1)}${reading.isUsual ? msg('view.margins.usualForSuchAnInstrument') : ''}`}
      >
        <span className="flex items-center gap-2">
          <span className="bg-quiet relative block h-[9px] w-[84px]">
            <span className="bg-line absolute inset-y-0 left-1/2 w-px" />
            <span
              className="absolute inset-y-0"
              style={{
                background: isFar ? 'var(--near)' : 'var(--gauge-pref)',
                left: `${50 + Math.min(0, share) * 50}%`,
                width: `${Math.abs(share) * 50}%`,
              }}
            />
          </span>
          <span className={isFar ? 'text-near font-semibold' : 'text-inkq'} data-off>
            {off === null
              ? '–'
              : `${off < 0 ? '−' : '+'}${Math.abs(off) < 10 ? fixed(Math.abs(off), 1) : Math.round(Math.abs(off))}`}
          </span>
        </span>
      </td>
    </>
  );
}
