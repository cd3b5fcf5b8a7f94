import { SIZED_VALVE, VALVE_DUTIES, valveDutyStudy, type DutyName, type ModelWhole, type Study } from '@cedar-knot/core';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.js';
import { readEntry } from '../../state/entry.js';
import { createStudyStore, type StudyStore } from '../../state/studyStore.js';
import { studyWith } from '../../state/takeModel.js';
import { baseOf, useUnits } from '../../state/units.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { explain } from '../../worker/occasional.js';
import { recalculate } from '../../worker/outcome.js';
import { quantity, siOf } from '../../state/quantities.js';
import { displayIn, StudyContext } from '../context.js';
import { letterOf } from '../../state/address.js';
import { WorkingSheet } from '../working/WorkingSheet.js';
import { ValvesView } from './ValvesView.js';
import { msg } from './words.js';

const LIQUIDS = {
  water: msg('view.valves.water'),
  'sea-water': msg('view.valves.seaWater'),
  own: msg('view.valves.givenProperties'),
} as const;
type Liquid = keyof typeof LIQUIDS;

interface Duty {
  flow: string;
  inlet: string;
  outlet: string;
  drop: string;
  temperature: string;
}

interface Asked {
  duties: Record<DutyName, Duty>;
  liquid: Liquid;
  density: string;
  viscosity: string;
  vapourPressure: string;
  bore: string;
}

const NO_DUTY: Duty = { flow: '', inlet: '', outlet: '', drop: '', temperature: '' };
const NOTHING: Asked = {
  duties: { minimum: NO_DUTY, normal: NO_DUTY, maximum: NO_DUTY },
  liquid: 'water',
  density: '1000 kg/m3',
  viscosity: '1 mPa.s',
  vapourPressure: '2.3 kPa(a)',
  bore: '',
};
const KEY = 'cedar-knot-size-valve';
const BAR = 1e5;

const FIELDS = {
  flow: quantity('flow', 1e-6, 1e4, msg('view.valves.sizeFlow')),
  inlet: quantity('pressure', -1e5, 1e9, msg('view.valves.inletPressureP1')),
  outlet: quantity('pressure', -1e5, 1e9, msg('view.valves.outletPressureP2')),
  drop: quantity('pressureDifference', 1, 1e9, msg('view.valves.sizeDrop')),
  temperature: quantity('temperature', 173, 773, msg('view.valves.sizeTemperature')),
  density: quantity('density', 200, 3000, msg('view.valves.sizeDensity')),
  viscosity: quantity('viscosity', 1e-6, 100, msg('view.valves.sizeViscosity')),
  vapourPressure: quantity('absolutePressure', 0, 3e7, msg('view.valves.vapourPressure')),
  bore: quantity('diameter', 0.002, 5, msg('view.valves.boreOfTheLine')),
};
const ROWS = [
  ['flow', 'flow', '1 m3/h', '1 gpm'],
  ['inlet', msg('view.valves.inletPressureP13'), '1 bar(g)', '1 psi(g)'],
  ['outlet', msg('view.valves.outletPressureP23'), '1 bar(g)', '1 psi(g)'],
  ['drop', msg('view.valves.orDrop'), '1 bar', '1 psi'],
  ['temperature', 'temperature', '20 degC', '68 degF'],
] as const;

/** Pa(g); undefined where neither the pressure behind nor the drop is known, or it is no lower than the one before */
function outletOf(d: Duty): number | undefined {
  const [inlet, outlet, drop] = [siOf(d.inlet, 'pressure'), siOf(d.outlet, 'pressure'), siOf(d.drop, 'pressureDifference')];
  if (inlet === undefined) return undefined;
  const behind = outlet ?? (drop === undefined ? undefined : inlet - drop);
  return behind !== undefined && behind < inlet ? behind : undefined;
}

function studyOf(asked: Asked): Study | null {
  const given = VALVE_DUTIES.flatMap((name) => {
    const d = asked.duties[name];
    const outlet = outletOf(d);
    if (outlet === undefined || !siOf(d.flow, 'flow')) return [];
    const temperature = d.temperature === '' ? {} : { temperature: d.temperature };
    return [[name, { flow: d.flow, inlet: d.inlet, outlet: `${Number((outlet / BAR).toPrecision(9))} bar(g)`, ...temperature }] as const]; // prettier-ignore
  });
  if (given.length === 0) return null;
  const { density, viscosity, vapourPressure } = asked;
  const fluid = asked.liquid === 'own' ? { kind: 'constant', density, viscosity, vapourPressure } : { kind: asked.liquid };
  return valveDutyStudy(
    msg('view.valves.titleOfSizing'),
    Object.fromEntries(given),
    fluid,
    asked.bore === '' ? undefined : asked.bore,
  );
}

/** A control valve sized for a minimum, normal and maximum duty that are typed in, each with its own drop: no system is needed. */
export function SizeValveView() {
  const navigate = useNavigate();
  const system = baseOf(useUnits((s) => s.system) ?? 'metric');
  const [asked, setAsked] = useState<Asked>(() => ({
    ...NOTHING,
    ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Asked>),
  }));
  useEffect(() => sessionStorage.setItem(KEY, JSON.stringify(asked)), [asked]);
  const study = useMemo(() => studyOf(asked), [asked]);
  const store = useMemo(() => study && plainStore(system === 'us' ? { ...study, units: 'us' } : study), [study, system]);
  useEffect(() => () => store?.getState().dispose(), [store]);
  const take = async (model: ModelWhole): Promise<void> => {
    if (!study) return;
    const made = await api.createFrom(
      studyWith({ ...study, title: msg('view.valves.sizedWithoutASystem', { model: model.name }) }, model, SIZED_VALVE),
    );
    await navigate(`/studies/${made.id}/valves`);
  };
  const panel = <Duties asked={asked} onAsk={setAsked} study={study} />;
  if (!store)
    return (
      <div className="flex min-h-0 flex-1 gap-2">
        <div className="flex w-[440px]">{panel}</div>
        <p className="panel text-inkq flex flex-1 items-center justify-center px-10 text-center">
          {msg('view.valves.enterFlowInletPressureAnd')}
        </p>
      </div>
    );
  return (
    <StudyContext.Provider value={store}>
      <ValvesView sizing={{ panel, onTake: take }} />
      <WorkingSheet />
    </StudyContext.Provider>
  );
}

interface DutiesProps {
  asked: Asked;
  onAsk: (change: (a: Asked) => Asked) => void;
  study: Study | null;
}

/** the duties as they are typed: of the pressure behind and the drop one says the other */
function Duties({ asked, onAsk, study }: DutiesProps) {
  const system = baseOf(useUnits((s) => s.system) ?? 'metric');
  const d = displayIn(system);
  const putDuty = (name: DutyName, key: keyof Duty, typed: string): void =>
    onAsk((a) => {
      const duty = { ...a.duties[name], [key]: typed };
      // one of the two says the other
      if (key === 'outlet' && typed !== '') duty.drop = '';
      if (key === 'drop' && typed !== '') duty.outlet = '';
      return { ...a, duties: { ...a.duties, [name]: duty } };
    });
  const us = system === 'us' ? 3 : 2;
  return (
    <section
      aria-label={msg('view.valves.duties')}
      className="panel flex min-w-[340px] flex-1 flex-col gap-1 overflow-y-auto px-3 py-1.5"
    >
      <h1 className="text-[14px] font-semibold">{msg('view.valves.sizeAValveWithoutA')}</h1>
      <table className="w-full table-fixed text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[22px] text-[12px]">
            <td className="w-[74px]" />
            {VALVE_DUTIES.map((name) => {
              const i = study?.scenarios.findIndex((s) => s.id === name) ?? -1;
              return (
                <th key={name} className="text-right font-normal">
                  {i >= 0 && <ScenarioLetter index={i} letter={letterOf(i)} small />} {name}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([key, label, ...units]) => (
            <tr key={key} className="align-middle">
              <th scope="row" className="text-inkq text-left text-[12px] font-normal">
                {label}
              </th>
              {VALVE_DUTIES.map((name) => (
                <td key={name} className="px-0.5 py-[1px]">
                  <TypedField
                    label={`${label}, ${name}`}
                    name={`${name}-${key}`}
                    hideLabel
                    optional
                    value={asked.duties[name][key]}
                    read={(t) => readEntry(t, FIELDS[key], units[us - 2], system)}
                    onCommit={(v) => putDuty(name, key, String(v ?? ''))}
                    placeholder={shadeOf(key, asked.duties[name], d)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <LiquidAndBore asked={asked} onPut={(more) => onAsk((a) => ({ ...a, ...more }))} />
    </section>
  );
}

function LiquidAndBore({ asked, onPut: put }: { asked: Asked; onPut: (more: Partial<Asked>) => void }) {
  const system = baseOf(useUnits((s) => s.system) ?? 'metric');
  const own = (key: 'density' | 'viscosity' | 'vapourPressure', label: string, usual: string) => (
    <TypedField
      label={label}
      name={key}
      value={asked[key]}
      read={(t) => readEntry(t, FIELDS[key], usual)}
      onCommit={(v) => put({ [key]: String(v ?? NOTHING[key]) })}
    />
  );
  return (
    <div className="grid grid-cols-2 items-end gap-x-2">
      <label className="flex flex-col">
        <span className="text-inkq flex h-[20px] items-end text-[11.5px]">{msg('app.liquid')}</span>
        <Select
          label={msg('app.liquid')}
          value={asked.liquid}
          options={Object.entries(LIQUIDS)}
          onChange={(v) => put({ liquid: v as Liquid })}
        />
      </label>
      <TypedField
        label={msg('view.valves.boreOfTheLine')}
        name="bore"
        optional
        value={asked.bore}
        read={(t) => readEntry(t, FIELDS.bore, system === 'us' ? '1 in' : '1 mm')}
        onCommit={(v) => put({ bore: String(v ?? '') })}
        placeholder={msg('view.valves.notGiven')}
      />
      {asked.liquid === 'own' && (
        <>
          {own('density', msg('view.valves.sizeDensity'), '1 kg/m3')}
          {own('viscosity', msg('view.valves.sizeViscosity'), '1 mPa.s')}
          {own('vapourPressure', msg('view.valves.vapourPressure'), '1 kPa(a)')}
        </>
      )}
    </div>
  );
}

/** what an empty field stands for */
function shadeOf(key: keyof Duty, duty: Duty, d: ReturnType<typeof displayIn>): string {
  if (key === 'temperature') return d.system === 'us' ? '68 degF' : '20 degC';
  const [inlet, outlet] = [siOf(duty.inlet, 'pressure'), outletOf(duty)];
  if (inlet === undefined || outlet === undefined) return '';
  if (key === 'drop') return `${d.number(inlet - outlet, 'pressureDifference')} ${d.typed('pressureDifference')}`;
  return key === 'outlet' ? `${d.number(outlet, 'pressure')} ${d.typed('pressure')}(g)` : '';
}

/** a study that is worked out here and kept nowhere */
function plainStore(study: Study): StudyStore {
  const nothing = (): Promise<never> => Promise.reject(new Error(msg('view.valves.nothingIsSavedHere')));
  return createStudyStore(
    { id: '', version: 0, savedAt: '', document: study },
    (s, pump) => Promise.resolve(recalculate(s, pump)),
    { save: nothing },
    {
      explain: (...asked) => Promise.resolve(explain(...asked)),
      compareSizes: nothing,
      ladder: nothing,
      drive: nothing,
      leastUnits: nothing,
      tripOf: nothing,
      compareWhole: nothing,
    },
  );
}
