import { POINT_KINDS, quantityOf, thingKind, writeQuantity, type RawEntry } from '@cedar-knot/core';
import { useState } from 'react';
import { letterOf, locate, setOwn, setShared } from '../../state/address.js';
import { changePointKind } from '../../state/topology.js';
import { Button, Segmented } from '../../ui/controls.js';
import { readEntry } from '../../state/entry.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { Select } from '../../ui/Select.js';
import { WellTest } from './WellTest.js';
import { msg } from './words.js';

const KIND_WORDS: Readonly<Record<string, string>> = {
  vessel: msg('view.system.vesselOrTankWithA'),
  pressure: msg('view.system.knownPressure'),
  flow: msg('view.system.knownFlow'),
  well: msg('view.system.wellWithDrawdown'),
  junction: msg('view.system.junctionOfLines'),
};

/** What a point is, and what goes with its kind: levels of a vessel, the pressure's meaning, a well's pumping test. */
export function PointHelp({ id, kind, seen }: { id: string; kind: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const rebuild = useStudy((s) => s.rebuild);
  return (
    <div className="border-soft flex flex-none flex-col gap-2 border-t px-3 py-2 text-[12px]">
      <label className="flex items-center gap-2">
        <span className="text-inkq">{msg('view.system.thisPointIsA')}</span>
        <Select
          label={msg('view.system.kindOf', { id })}
          value={kind}
          options={Object.keys(POINT_KINDS).map((k) => [k, KIND_WORDS[k] ?? k])}
          onChange={(k) => rebuild(msg('view.system.isA', { id, k: k! }), changePointKind(study, id, k!))}
          className="flex-1"
        />
      </label>
      {kind === 'vessel' && <Levels id={id} seen={seen} />}
      {kind === 'pressure' && <Basis id={id} basis={seen.basis === 'total' ? 'total' : 'static'} />}
      {kind === 'well' && <WellTest id={id} />}
      {kind === 'well' && seen.steps === undefined && <PumpingTest id={id} seen={seen} />}
    </div>
  );
}

const LEVELS = [
  ['low', 'lowLevel'],
  ['normal', 'normalLevel'],
  ['high', 'highLevel'],
] as const;

/** the level of the active scenario, by the vessel's low, normal or high one */
function Levels({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const index = study.scenarios.findIndex((s) => s.id === active);
  const given = LEVELS.filter(([, key]) => typeof seen[key] === 'string');
  if (given.length === 0) return <p className="text-inkq leading-4">{msg('view.system.enterLowNormalAndHigh')}</p>;
  const shared = locate(study, id)?.entry.level;
  const options = [...given.map(([word]) => ({ value: word, text: word })), { value: 'typed', text: msg('view.system.asTyped') }];
  const now = given.some(([word]) => seen.level === word) ? String(seen.level) : 'typed';
  const put = (word: string): void => {
    if (word === 'typed') change(msg('view.system.levelAsTyped', { id }), setOwn(study, active, id, 'level', undefined));
    else
      change(
        msg('view.system.atLevelIn', { id, word, letter: letterOf(index) }),
        setOwn(study, active, id, 'level', shared === word ? undefined : word),
      );
  };
  return (
    <div className="flex items-center gap-2">
      <span className="text-inkq flex-1">{msg('view.system.inScenarioAtLevel', { letter: letterOf(index) })}</span>
      <Segmented
        label={msg('view.system.levelInScenario', { letter: letterOf(index) })}
        value={now}
        options={options}
        onChange={put}
      />
    </div>
  );
}

/** what the pressure means, and what follows for the exit loss */
function Basis({ id, basis }: { id: string; basis: 'static' | 'total' }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  return (
    <div className="flex flex-col gap-1.5">
      <Segmented
        label={msg('view.system.thePressureIs')}
        value={basis}
        options={[
          { value: 'static', text: msg('view.system.staticAsAGaugeReads') },
          { value: 'total', text: msg('view.system.totalAsInAVessel') },
        ]}
        onChange={(b) => change(msg('view.system.is', { id, b }), setShared(study, id, 'basis', b === 'static' ? undefined : b))}
      />
      <p className="text-inkq leading-4">
        {basis === 'static' ? msg('view.system.atATappingTheLiquid') : msg('view.system.theLiquidIsAtRest')}
      </p>
    </div>
  );
}

const TEST_FIELDS = [
  ['q1', msg('view.system.flow12'), 'flow', ''],
  ['h1', msg('view.system.level12'), 'length', ''],
  ['q2', msg('view.system.flow22'), 'flow', ''],
  ['h2', msg('view.system.level22'), 'length', ''],
] as const;

const TEST_FIELD = { flow: thingKind('flow')!.fields.flow!, length: thingKind('well')!.fields.restLevel! };

/** rest level and specific capacity from two readings of flow and pumped water level */
function PumpingTest({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const say = useStudy((s) => s.say);
  const display = useDisplay();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({ q1: '0 m3/h', h1: String(seen.restLevel ?? '') });
  if (!open)
    return (
      <Button tone="bare" className="!px-0 self-start" onClick={() => setOpen(true)}>
        {msg('view.system.fromTwoReadingsOfA')}
      </Button>
    );
  const si = (key: string, dimension: 'flow' | 'length') => quantityOf(typed[key] ?? '', dimension);
  const [q1, h1, q2, h2] = [si('q1', 'flow'), si('h1', 'length'), si('q2', 'flow'), si('h2', 'length')];
  const complete = q1 !== undefined && h1 !== undefined && q2 !== undefined && h2 !== undefined;
  // the level falls in proportion to the flow: s = Q/c between the two readings
  const capacity = complete ? (q2 - q1) / (h1 - h2) : NaN;
  const rest = complete ? h1 + q1 / capacity : NaN;
  const right = capacity > 0 && Number.isFinite(rest);
  const take = (): void => {
    if (!right) return say(msg('view.system.theReadingWithTheGreater'));
    const operations = [
      ...setShared(study, id, 'restLevel', writeQuantity(Number(rest.toPrecision(7)), 'length', display.typed('length'))),
      ...setShared(
        study,
        id,
        'specificCapacity',
        writeQuantity(Number(capacity.toPrecision(6)), 'specificCapacity', display.typed('specificCapacity')),
      ),
    ];
    change(msg('view.system.fromItsPumpingTest', { id }), operations);
    setOpen(false);
  };
  return (
    <div className="flex flex-col gap-1">
      <p className="text-inkq leading-4">{msg('view.system.twoFlowsAndTheElevation')}</p>
      <div className="grid grid-cols-2 gap-x-2">
        {TEST_FIELDS.map(([key, label, dimension, start]) => (
          <TypedField
            key={key}
            label={label}
            name={key}
            value={typed[key] ?? ''}
            read={(t) =>
              readEntry(t, TEST_FIELD[dimension], typed[key] || start || `0 ${display.typed(dimension)}`, display.system)
            }
            onCommit={(v) => setTyped({ ...typed, [key]: String(v ?? '') })}
            optional
          />
        ))}
      </div>
      <div className="flex items-center gap-2 pt-1">
        <span className="text-inkq min-w-0 flex-1" role="status">
          {right
            ? msg('view.system.rest', {
                rest: display.number(rest, 'length', 4),
                unit: display.unit('length'),
                capacity: display.number(capacity, 'specificCapacity'),
                unit2: display.unit('specificCapacity'),
              })
            : complete
              ? msg('view.system.theGreaterFlowMustHave')
              : ''}
        </span>
        <Button onClick={() => setOpen(false)}>{msg('view.system.cancel')}</Button>
        <Button tone="main" disabled={!right} onClick={take}>
          {msg('view.system.use')}
        </Button>
      </div>
    </div>
  );
}
