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

const KIND_WORDS: Readonly<Record<string, string>> = {
  vessel: 'vessel or tank with a level',
  pressure: 'known pressure',
  flow: 'known flow',
  well: 'well with drawdown',
  junction: 'junction of lines',
};

/** What a point is, and what goes with its kind: levels of a vessel, the pressure's meaning, a well's pumping test. */
export function PointHelp({ id, kind, seen }: { id: string; kind: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const rebuild = useStudy((s) => s.rebuild);
  return (
    <div className="border-soft flex flex-none flex-col gap-2 border-t px-3 py-2 text-[12px]">
      <label className="flex items-center gap-2">
        <span className="text-inkq">This point is a</span>
        <Select
          label={`Kind of ${id}`}
          value={kind}
          options={Object.keys(POINT_KINDS).map((k) => [k, KIND_WORDS[k] ?? k])}
          onChange={(k) => rebuild(`${id} is a ${k}`, changePointKind(study, id, k!))}
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
  if (given.length === 0)
    return (
      <p className="text-inkq leading-4">
        Give the vessel its low, normal and high level, and a scenario can name the one that it runs at.
      </p>
    );
  const shared = locate(study, id)?.entry.level;
  const options = [...given.map(([word]) => ({ value: word, text: word })), { value: 'typed', text: 'as typed' }];
  const now = given.some(([word]) => seen.level === word) ? String(seen.level) : 'typed';
  const put = (word: string): void => {
    if (word === 'typed') change(`${id} level as typed`, setOwn(study, active, id, 'level', undefined));
    else
      change(
        `${id} at ${word} level in ${letterOf(index)}`,
        setOwn(study, active, id, 'level', shared === word ? undefined : word),
      );
  };
  return (
    <div className="flex items-center gap-2">
      <span className="text-inkq flex-1">In scenario {letterOf(index)} at level</span>
      <Segmented label={`Level in scenario ${letterOf(index)}`} value={now} options={options} onChange={put} />
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
        label="The pressure is"
        value={basis}
        options={[
          { value: 'static', text: 'static, as a gauge reads' },
          { value: 'total', text: 'total, as in a vessel' },
        ]}
        onChange={(b) => change(`${id} is ${b}`, setShared(study, id, 'basis', b === 'static' ? undefined : b))}
      />
      <p className="text-inkq leading-4">
        {basis === 'static'
          ? 'At a tapping the liquid still moves: its velocity head comes on top of this pressure. An exit fitting in the pipe that leads here would count that head twice.'
          : 'The liquid has come to rest here: the velocity head is in this pressure. The pipe that leads here loses it, so an exit belongs among its fittings.'}
      </p>
    </div>
  );
}

const TEST_FIELDS = [
  ['q1', 'flow 1', 'flow', ''],
  ['h1', 'level 1', 'length', ''],
  ['q2', 'flow 2', 'flow', ''],
  ['h2', 'level 2', 'length', ''],
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
        From two readings of a pumping test …
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
    if (!right) return say('Of the two readings the one with the greater flow has the lower water level.');
    const operations = [
      ...setShared(study, id, 'restLevel', writeQuantity(Number(rest.toPrecision(7)), 'length', display.typed('length'))),
      ...setShared(
        study,
        id,
        'specificCapacity',
        writeQuantity(Number(capacity.toPrecision(6)), 'specificCapacity', display.typed('specificCapacity')),
      ),
    ];
    change(`${id} from its pumping test`, operations);
    setOpen(false);
  };
  return (
    <div className="flex flex-col gap-1">
      <p className="text-inkq leading-4">
        Two flows and the elevation of the pumped water level at each, on the same datum as everything else.
      </p>
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
            ? `rest ${display.number(rest, 'length', 4)} ${display.unit('length')}, ${display.number(capacity, 'specificCapacity')} ${display.unit('specificCapacity')}`
            : complete
              ? 'the greater flow must have the lower level'
              : ''}
        </span>
        <Button onClick={() => setOpen(false)}>Leave</Button>
        <Button tone="main" disabled={!right} onClick={take}>
          Take
        </Button>
      </div>
    </div>
  );
}
