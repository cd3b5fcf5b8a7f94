import { ELEMENT_KINDS, type Field, type PumpResult, type RawEntry } from '@cedar-knot/core';
import { setSeen } from '../../state/address.js';
import { inDisplayUnit, readEntry, usedText } from '../../state/entry.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { Entry } from './Entry.js';
import { Part } from './Part.js';

const FIELDS = ELEMENT_KINDS.pump.fields;
const SUCTION = ['service', 'straightInlet', 'dissolvedGas'] as const;
const DRIVE = ['starts', 'startVoltage'] as const;

/** What a pump has beside its duty: its suction as the trade asks for it, its motor's cable and start. */
export function PumpMore({ id, seen }: { id: string; seen: RawEntry }) {
  const r = useStudy((s) => s.shown[s.active]?.outcome.result?.elements[id]);
  return (
    <>
      <Part title="Suction" isOpen={SUCTION.some((k) => seen[k] !== undefined)}>
        <Grid id={id} seen={seen} keys={SUCTION} />
      </Part>
      <Part title="Motor, cable, start" isOpen={seen.cable !== undefined || DRIVE.some((k) => seen[k] !== undefined)}>
        <Cable id={id} seen={seen} />
        <Grid id={id} seen={seen} keys={DRIVE} />
        {r?.kind === 'pump' && <DriveFigures r={r} />}
      </Part>
    </>
  );
}

function Grid({ id, seen, keys }: { id: string; seen: RawEntry; keys: readonly string[] }) {
  return (
    <div className="grid grid-cols-3 gap-x-2 gap-y-1.5">
      {keys.map((k) => (
        <Entry key={k} id={id} name={k} field={FIELDS[k]!} value={seen[k]} />
      ))}
    </div>
  );
}

/** length and section belong together: the other one begins with what is usual */
const USUAL = { length: '50 m', section: '16 mm2' };

function Cable({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const { fields } = FIELDS.cable as Extract<Field, { type: 'record' }>;
  const cable = seen.cable as RawEntry | undefined;
  const scenario = study.scenarios.find((s) => s.id === active);
  const put = (key: string, value: unknown): void => {
    const next = key !== 'material' && value === undefined ? undefined : { ...USUAL, ...cable, [key]: value };
    const kept = next && Object.fromEntries(Object.entries(next).filter(([, v]) => v !== undefined));
    change(`${id} cable`, setSeen(study, scenario, id, 'cable', kept));
  };
  return (
    <div className="grid grid-cols-3 gap-x-2">
      {(['length', 'section'] as const).map((key) => {
        const field = fields[key]!;
        return (
          <TypedField
            key={key}
            label={field.short ?? field.label}
            name={`cable.${key}`}
            value={cable?.[key] === undefined ? '' : String(cable[key])}
            placeholder={usedText(field, undefined, display.system)}
            read={(typed) => readEntry(typed, field, cable?.[key] ?? inDisplayUnit(field, display.system), display.system)}
            onCommit={(v) => put(key, v)}
            optional
          />
        );
      })}
      <div>
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">Conductor</span>
        <Select
          label="Conductor"
          value={typeof cable?.material === 'string' ? cable.material : undefined}
          none="copper"
          options={[['aluminium', 'aluminium']]}
          onChange={(v) => put('material', v)}
          className="w-full"
        />
      </div>
    </div>
  );
}

/** what follows for the motor in the active scenario; what it lacks stands in its data */
function DriveFigures({ r }: { r: PumpResult }) {
  const d = useDisplay();
  const rows: [string, string | null][] = [
    ['current of one motor', r.current === undefined ? null : `${Number(r.current.toPrecision(3))} A`],
    ['voltage drop of the cable', r.cableDrop === undefined ? null : `${(r.cableDrop * 100).toFixed(1)} %`],
    ['voltage at the motor', r.motorVoltage === undefined ? null : `${Math.round(r.motorVoltage)} V`],
    [
      'velocity past the motor',
      r.motorVelocity === undefined ? null : `${d.number(r.motorVelocity, 'velocity')} ${d.unit('velocity')}`,
    ],
    ['starting torque over that of the pump', r.startTorque === undefined ? null : r.startTorque.toFixed(2)],
    ['loss of the drive', r.driveLoss === undefined ? null : `${d.number(r.driveLoss, 'power')} ${d.unit('power')}`],
  ];
  const known = rows.filter(([, v]) => v !== null);
  if (known.length === 0)
    return (
      <p className="text-inkq pt-1 text-[12px] leading-4">
        Voltage at the motor needs its rated power, efficiency, power factor and voltage; they are data of the pump.
      </p>
    );
  return (
    <dl className="pt-1 text-[12px]">
      {known.map(([name, value]) => (
        <div key={name} className="flex h-[22px] items-center">
          <dt className="text-inkq flex-1">{name}</dt>
          <dd className="font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
