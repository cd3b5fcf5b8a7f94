import { fixed } from '@cedar-knot/wording';
import {
  ELEMENT_KINDS,
  FITTING_TYPES,
  neededEntry,
  quantityOf,
  sumFittings,
  type ListField,
  type Operation,
  type RawEntry,
} from '@cedar-knot/core';
import { Popover } from 'radix-ui';
import { Plus, X } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { locate, setShared } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { FITTING_NAMES, FittingGlyph } from '../../ui/fittingGlyphs.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** The fittings of a pipe as a list with counts, and a chooser with drawings. */
export function FittingsList({ id, bore, reynolds }: { id: string; bore: number | null; reynolds: number | null }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const fittings = (locate(study, id)?.entry.fittings ?? []) as RawEntry[];
  const put = (label: string, next: readonly RawEntry[]): void => {
    const operations: Operation[] = setShared(study, id, 'fittings', next.length > 0 ? next : undefined);
    change(`${id} ${label}`, operations);
  };
  const replace = (i: number, entry: RawEntry): void =>
    put(
      'fittings',
      fittings.map((f, k) => (k === i ? entry : f)),
    );
  const add = (entry: RawEntry): void => {
    const same = fittings.findIndex((f) => entry.type !== undefined && f.type === entry.type && f.to === entry.to);
    if (same >= 0) replace(same, { ...fittings[same], count: countOf(fittings[same]!) + 1 });
    else put('fittings', [...fittings, entry]);
  };
  const sum = fittings.reduce((total, f) => total + (kOf(f, bore, reynolds) ?? 0) * countOf(f), 0);
  return (
    <div className="border-soft flex-none border-t px-3 py-2" role="group" aria-label={msg('view.system.fittings2')}>
      <div className="flex h-[24px] items-center gap-2">
        <h3 className="font-semibold">{msg('view.system.fittings2')}</h3>
        {bore !== null && fittings.length > 0 && (
          <span className="text-inkq text-[12px]" title={msg('view.system.basedOnTheVelocityHead')}>
            ΣK {fixed(sum, 2)}
          </span>
        )}
        <Chooser onChoose={add} bore={bore} reynolds={reynolds} />
      </div>
      {fittings.map((f, i) => (
        <Row
          key={i}
          fitting={f}
          k={kOf(f, bore, reynolds)}
          onCount={(count) =>
            count > 0
              ? replace(i, { ...f, count })
              : put(
                  'fittings',
                  fittings.filter((_, n) => n !== i),
                )
          }
          onEntry={(entry) => replace(i, entry)}
        />
      ))}
    </div>
  );
}

const countOf = (f: RawEntry): number => (typeof f.count === 'number' ? f.count : 1);

const FIELDS = (ELEMENT_KINDS.pipe.fields.fittings as ListField).of;

/** K of one piece in this pipe at its Reynolds number; none for an equivalent length, which goes with the friction factor */
function kOf(f: RawEntry, bore: number | null, reynolds: number | null): number | null {
  if (typeof f.k === 'number') return f.k;
  if (typeof f.type !== 'string' || bore === null) return null;
  const to = quantityOf(f.to, 'diameter');
  const needed = neededEntry(f.type);
  const given = needed === 'to' ? to : (f.kv ?? f.cv);
  if (needed !== undefined && given === undefined) return null;
  const piece = {
    type: f.type,
    count: 1,
    ...(to === undefined ? {} : { to }),
    ...(typeof f.kv === 'number' ? { kv: f.kv } : {}),
    ...(typeof f.cv === 'number' ? { cv: f.cv } : {}),
    ...(typeof f.angle === 'number' ? { angle: f.angle } : {}),
  };
  const sum = sumFittings([piece], bore, bore / 0.0254);
  return sum.constant + (reynolds ? sum.perReynolds / reynolds : 0);
}

function Row({
  fitting,
  k,
  onCount,
  onEntry,
}: {
  fitting: RawEntry;
  k: number | null;
  onCount: (count: number) => void;
  onEntry: (entry: RawEntry) => void;
}) {
  const type = typeof fitting.type === 'string' ? fitting.type : null;
  const name = type
    ? (FITTING_NAMES[type] ?? type)
    : fitting.k !== undefined
      ? msg('view.system.lossCoefficientK')
      : msg('view.system.equivalentLength');
  const count = countOf(fitting);
  const needed = neededEntry(fitting.type);
  const value =
    needed !== undefined
      ? needed === 'kv' && fitting.cv !== undefined
        ? 'cv'
        : needed
      : fitting.k !== undefined
        ? 'k'
        : fitting.equivalentLength !== undefined
          ? 'equivalentLength'
          : null;
  const field = 'border-edge bg-panel h-[22px] rounded-[3px] border px-1 text-right';
  const take = (typed: string): void => {
    const read = value === null ? null : readEntry(typed, FIELDS[value]!, fitting[value]);
    if (value !== null && read?.ok) onEntry({ ...fitting, [value]: read.value });
  };
  const takeCount = (typed: string): void => {
    const read = readEntry(typed, FIELDS.count!, count);
    if (read.ok && read.value !== count) onCount(read.value as number);
  };
  return (
    <div className="flex h-[27px] items-center gap-1.5 text-[12px]">
      <input
        key={count}
        aria-label={msg('view.system.countOf', { name })}
        defaultValue={count}
        onBlur={(e) => takeCount(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') takeCount(e.currentTarget.value);
          else if (e.key === 'ArrowUp') onCount(count + 1);
          else if (e.key === 'ArrowDown' && count > 1) onCount(count - 1);
          else return;
          e.preventDefault();
        }}
        className={`${field} w-[34px]`}
      />
      {type ? (
        <FittingGlyph type={type} />
      ) : (
        <span className="w-[28px] text-center font-semibold">{fitting.k !== undefined ? 'K' : msg('view.system.le')}</span>
      )}
      <span className="min-w-0 flex-1 truncate">{name}</span>
      {value && (
        <input
          key={String(fitting[value])}
          aria-label={
            value === 'to'
              ? msg('view.system.boreOfThe', { name })
              : needed === 'kv'
                ? msg('view.system.coefficientOf', { which: value === 'cv' ? 'yes' : 'no', name })
                : name
          }
          placeholder={needed === 'kv' ? msg('view.system.makersKv') : undefined}
          defaultValue={fitting[value] === undefined ? '' : String(fitting[value])}
          onBlur={(e) => take(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && take(e.currentTarget.value)}
          className={`${field} w-[70px]`}
        />
      )}
      {value !== 'k' && <span className="text-inkq w-[46px] text-right">{k === null ? '' : `K ${fixed(k, 2)}`}</span>}
      <button
        type="button"
        aria-label={msg('view.system.remove4', { name })}
        onClick={() => onCount(0)}
        className="text-inkq p-0.5"
      >
        <X size={13} aria-hidden="true" />
      </button>
    </div>
  );
}

/** what a fitting begins with: where another bore is wanted, three quarters of this one, or a third more; a maker's Kv is left to be typed */
function begin(type: string, bore: number | null): RawEntry {
  if (type === 'K') return { k: 1 };
  if (type === 'Le') return { equivalentLength: '1 m' };
  const factor = type === 'expansion' ? 1.33 : neededEntry(type) === 'to' ? 0.75 : undefined;
  return { type, ...(factor ? { to: `${Math.round((bore ?? 0.1) * factor * 1000)} mm` } : {}) };
}

function Chooser({
  onChoose,
  bore,
  reynolds,
}: {
  onChoose: (entry: RawEntry) => void;
  bore: number | null;
  reynolds: number | null;
}) {
  const [open, setOpen] = useState(false);
  const types = [...FITTING_TYPES, 'K', 'Le'];
  const choose = (type: string): void => {
    onChoose(begin(type, bore));
    setOpen(false);
  };
  const keys = (event: KeyboardEvent<HTMLDivElement>): void => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: COLUMNS, ArrowUp: -COLUMNS }[event.key];
    if (step === undefined) return;
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[Math.max(0, Math.min(buttons.length - 1, at + step))]?.focus();
    event.preventDefault();
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="text-cedar ml-auto flex items-center gap-1 whitespace-nowrap text-[12px] hover:underline">
        <Plus size={13} aria-hidden="true" /> {msg('view.system.addAFitting')}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          aria-label={msg('view.system.selectAFitting')}
          onKeyDown={keys}
          className="panel z-30 grid max-h-(--radix-popover-content-available-height) w-[460px] gap-x-1 overflow-auto p-2 shadow-[var(--shadow-lift)]"
          style={{ gridTemplateColumns: `repeat(${COLUMNS}, 1fr)` }}
        >
          {types.map((type) => {
            const k = type === 'K' || type === 'Le' ? null : kOf(begin(type, bore), bore, reynolds);
            return (
              <button
                key={type}
                type="button"
                onClick={() => choose(type)}
                className="hover:bg-wash flex h-[28px] items-center gap-2 rounded-[3px] px-1.5 text-left text-[12px]"
              >
                {type === 'K' || type === 'Le' ? (
                  <span className="w-[28px] text-center font-semibold">{type}</span>
                ) : (
                  <FittingGlyph type={type} />
                )}
                <span className="min-w-0 flex-1 truncate">
                  {type === 'K'
                    ? msg('view.system.lossCoefficient')
                    : type === 'Le'
                      ? msg('view.system.equivalentLength')
                      : FITTING_NAMES[type]}
                </span>
                <span className="text-inkq">{k === null ? '' : fixed(k, 2)}</span>
              </button>
            );
          })}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const COLUMNS = 2;
