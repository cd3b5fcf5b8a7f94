import { inputAt, type Largest, type StudyInput } from '@cedar-knot/core';
import { checkName, rounded, said } from '@cedar-knot/wording';
import { readFor, type InputScale } from '../../state/inputScale.js';
import { LIQUID, type movable } from '../../state/sweeps.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

export interface Range {
  from?: number;
  to?: number;
}

/** Which number of which thing is moved, and over what range. */
export function SweptInput({
  found,
  things,
  swept,
  scale,
  onInput,
  onRange,
}: {
  found: StudyInput | undefined;
  things: ReturnType<typeof movable>;
  /** SI, as it was swept */
  swept: { from: number; to: number } | null;
  scale: InputScale;
  onInput: (input: string) => void;
  onRange: (change: (r: Range) => Range) => void;
}) {
  const study = useStudy((s) => s.study);
  const [thing, key] = [found?.id, found?.key];
  // a pump, a valve or a liquid that the study holds is asked for from its own sheet
  const isListed = found?.owner === 'scenario' || things.some((t) => t.id === thing);
  return (
    <>
      <Select
        label={msg('view.margins.variedInput')}
        value={found?.owner === 'scenario' ? 'liquid' : thing}
        options={[
          ['liquid', msg('app.liquid')],
          ...(isListed || !found ? [] : [[found.id, found.id] as const]),
          ...things.map((t) => [t.id, t.name] as const),
        ]}
        onChange={(id) => onInput(id === 'liquid' ? LIQUID : `${id}.${things.find((t) => t.id === id)!.keys[0]}`)}
      />
      {found && found.owner !== 'scenario' && (
        <Select
          label={msg('view.margins.parameter')}
          value={key}
          options={(things.find((t) => t.id === thing)?.keys ?? (key === undefined ? [] : [key])).map((k) => [k, said(inputAt(study, `${thing}.${k}`)?.field.label ?? k)])} // prettier-ignore
          onChange={(k) => onInput(`${thing}.${k}`)}
        />
      )}
      {found && swept && (
        <div className="grid grid-cols-2 gap-x-2">
          <Bound name="from" si={swept.from} input={found} scale={scale} onPut={(v) => onRange((o) => ({ ...o, from: v }))} />
          <Bound name="to" si={swept.to} input={found} scale={scale} onPut={(v) => onRange((o) => ({ ...o, to: v }))} />
        </div>
      )}
      {swept && !(swept.from < swept.to) && (
        <p className="text-fails text-[12px]">{msg('view.margins.invalidRangeExpectedToGreater')}</p>
      )}
    </>
  );
}

/** one end of the range, typed as any entry */
function Bound({
  name,
  si,
  input,
  scale,
  onPut,
}: {
  name: 'from' | 'to';
  si: number;
  input: StudyInput;
  scale: InputScale;
  onPut: (si: number | undefined) => void;
}) {
  const { system } = useDisplay();
  const atmosphere = useStudy((s) => s.shown[s.active]?.outcome.medium?.atmosphere ?? 0);
  return (
    <TypedField
      label={name === 'from' ? msg('view.margins.fromBound') : msg('view.margins.toBound')}
      name={`sweep-${name}`}
      value={scale.entry(si, 5)}
      optional
      read={(t) => {
        const read = readFor(input, t, system, atmosphere);
        return read.ok ? { ok: true, value: read.entry } : read;
      }}
      onCommit={(v) => {
        const read = v === undefined ? undefined : readFor(input, String(v), system, atmosphere);
        onPut(read?.ok ? read.si : undefined);
      }}
    />
  );
}

/** how far the input can go until something that holds fails */
export function LargestText({ largest, scale, letter }: { largest: Largest | null; scale: InputScale; letter: string }) {
  if (largest?.largest == null) return null;
  return (
    <p className="text-[12px]" data-largest={largest.check ?? 'none'}>
      <b className="font-semibold">
        {largest.check === null ? msg('view.margins.atLeastTo') : msg('view.margins.upTo')}{' '}
        {rounded(scale.show(largest.largest), 4)} {scale.unit}
      </b>{' '}
      {msg('view.margins.in', {
        value:
          largest.check === null
            ? msg('view.margins.nothingThatHoldsFails')
            : largest.check === 'not-solved'
              ? msg('view.margins.itSolves')
              : msg('view.margins.nothingThatHoldsFailsThen', {
                  checkName: checkName(largest.check),
                  where: largest.where ?? '',
                }),
        letter,
      })}
    </p>
  );
}
