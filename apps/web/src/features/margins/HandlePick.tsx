import { handleThings, type HandleThing } from '../../state/handles.js';
import { Select } from '../../ui/Select.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Chooses what is uncertain, or is to be found: a thing, and a number of it, its fittings or its curve. */
export function HandlePick({
  label,
  value,
  onPick,
  none,
  onlyNumbers = false,
}: {
  label: string;
  /** an address; empty while nothing is chosen */
  value: string;
  onPick: (address: string) => void;
  /** words for choosing nothing */
  none?: string;
  /** neither pipes together nor fittings or curves, which have no value to stand on an axis */
  onlyNumbers?: boolean;
}) {
  const study = useStudy((s) => s.study);
  const things = handleThings(study, onlyNumbers);
  const dot = value.lastIndexOf('.');
  const [id, key] = [value.slice(0, Math.max(0, dot)), value.slice(dot + 1)];
  const thing = things.find((t) => t.id === id);
  return (
    <div className="grid grid-cols-2 gap-x-2">
      <Select
        label={label}
        value={value === '' ? undefined : id}
        options={things.map((t) => [t.id, t.name])}
        onChange={(next) => onPick(next === undefined ? '' : firstOf(things, next))}
        {...(none === undefined ? {} : { none })}
      />
      <Select
        label={msg('view.margins.parameter2', { label })}
        value={value === '' ? undefined : key}
        options={(thing?.keys ?? []).map((k) => [k.key, k.label])}
        onChange={(k) => k && onPick(`${id}.${k}`)}
      />
    </div>
  );
}

/** numbers that are most often uncertain, or lost in service, before the others */
const FIRST = ['roughness', 'wear', 'fouling', 'level', 'curve'];

function firstOf(things: readonly HandleThing[], id: string): string {
  const keys = things.find((t) => t.id === id)?.keys.map((k) => k.key) ?? [];
  return `${id}.${FIRST.find((k) => keys.includes(k)) ?? keys[0] ?? ''}`;
}
