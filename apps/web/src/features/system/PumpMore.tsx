import { rounded, fixed, said } from '@cedar-knot/wording';
import { ELEMENT_KINDS, type Field, type PumpResult, type RawEntry } from '@cedar-knot/core';
import { setSeen } from '../../state/address.js';
import { inDisplayUnit, readEntry, usedText } from '../../state/entry.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { Entry } from './Entry.js';
import { Part } from './Part.js';
import { msg } from './words.js';

const FIELDS = ELEMENT_KINDS.pump.fields;
const SUCTION = ['service', 'straightInlet', 'dissolvedGas'] as const;
const DRIVE = ['starts', 'startVoltage'] as const;

/** What a pump has beside its duty: its suction as the trade asks for it, its motor's cable and start. */
export function PumpMore({ id, seen }: { id: string; seen: RawEntry }) {
  const r = useStudy((s) => s.shown[s.active]?.outcome.result?.elements[id]);
  return (
    <>
      <Part title={msg('view.system.suction2')} isOpen={SUCTION.some((k) => seen[k] !== undefined)}>
        <Grid id={id} seen={seen} keys={SUCTION} />
      </Part>
      <Part
        title={msg('view.system.motorCableStart')}
        isOpen={seen.cable !== undefined || DRIVE.some((k) => seen[k] !== undefined)}
      >
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
    change(msg('view.system.cable', { id }), setSeen(study, scenario, id, 'cable', kept));
  };
  return (
    <div className="grid grid-cols-3 gap-x-2">
      {(['length', 'section'] as const).map((key) => {
        const field = fields[key]!;
        return (
          <TypedField
            key={key}
            label={said(field.short ?? field.label ?? key)}
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
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{msg('view.system.conductor')}</span>
        <Select
          label={msg('view.system.conductor')}
          value={typeof cable?.material === 'string' ? cable.material : undefined}
          none={msg('view.system.copper')}
          options={[['aluminium', msg('view.system.aluminium')]]}
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
    [msg('view.system.currentOfOneMotor'), r.current === undefined ? null : `${rounded(r.current, 3)} A`],
    [msg('view.system.voltageDropOfTheCable'), r.cableDrop === undefined ? null : `${fixed(r.cableDrop * 100, 1)} %`],
    [msg('view.system.voltageAtTheMotor'), r.motorVoltage === undefined ? null : `${Math.round(r.motorVoltage)} V`],
    [
      msg('view.system.velocityPastTheMotor'),
      r.motorVelocity === undefined ? null : `${d.number(r.motorVelocity, 'velocity')} ${d.unit('velocity')}`,
    ],
    [msg('view.system.startingTorquePumpTorque'), r.startTorque === undefined ? null : fixed(r.startTorque, 2)],
    [
      msg('view.system.lossOfTheDrive'),
      r.driveLoss === undefined ? null : `${d.number(r.driveLoss, 'power')} ${d.unit('power')}`,
    ],
  ];
  const known = rows.filter(([, v]) => v !== null);
  if (known.length === 0)
    return <p className="text-inkq pt-1 text-[12px] leading-4">{msg('view.system.voltageAtTheMotorRequires')}</p>;
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
