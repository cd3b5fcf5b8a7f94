import { CHECKS, readTypedLimit, type CheckCode, type Margin, type RawLimit } from '@cedar-knot/core';
import { checkName, problemText } from '@cedar-knot/wording';
import { useState, type FormEvent } from 'react';
import { setLimit } from '../../state/limits.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const SENSE = { least: '≥', most: '≤', band: '' } as const;

/** A limit with its sense. */
export function limitText(code: CheckCode, m: Margin, write: (x: number | null | undefined) => string): string {
  const { sense } = CHECKS[code];
  if (sense === 'band' && m.upper !== undefined) return `${write(m.limit).replace(/ .*$/, '')} – ${write(m.upper)}`;
  return `${SENSE[sense]} ${write(m.limit)}`.trim();
}

/** One limit, and why it is another than the default. */
export function LimitEntry({
  margin,
  check,
  own,
  onClose,
}: {
  margin: Margin;
  check: CheckCode;
  own: RawLimit | undefined;
  onClose: () => void;
}) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const { dimension } = CHECKS[check];
  const unit = dimension ? ` ${display.typed(dimension)}` : '';
  const plain = (x: number): string => String(Number((dimension ? display.value(x, dimension) : x).toPrecision(4)));
  const given = [margin.limit!, ...(margin.upper === undefined ? [] : [margin.upper])].map((x) => `${plain(x)}${unit}`);
  const [typed, setTyped] = useState(given.join(' – '));
  const [reason, setReason] = useState(own?.reason ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const place = { check, where: margin.where };
  const take = (event: FormEvent): void => {
    event.preventDefault();
    const read = readTypedLimit(check, typed, `0${unit}`);
    if (!read.ok) return setProblem(problemText(read.problem, display.system));
    change(
      msg('view.entry.limitOfAt', { checkName: checkName(check), where: margin.where }),
      setLimit(study, place, read.limit, reason),
    );
    onClose();
  };
  const drop = (): void => {
    change(
      msg('view.entry.defaultLimitOfAt', { checkName: checkName(check), where: margin.where }),
      setLimit(study, place, undefined, ''),
    );
    onClose();
  };
  const field = 'border-edge bg-panel h-[24px] rounded-[3px] border px-1.5';
  return (
    <form onSubmit={take} className="bg-wash mb-1 flex flex-col gap-1 rounded-[3px] p-2">
      <label className="flex items-center gap-2">
        <span className="text-inkq w-[44px]">{msg('view.entry.limit')}</span>
        <input
          autoFocus
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className={`${field} min-w-0 flex-1 text-right`}
        />
      </label>
      <label className="flex items-center gap-2">
        <span className="text-inkq w-[44px]">{msg('view.entry.reason')}</span>
        <input
          value={reason}
          maxLength={2000}
          placeholder={msg('view.entry.reasonForNotUsingThe')}
          onChange={(e) => setReason(e.target.value)}
          className={`${field} min-w-0 flex-1`}
        />
      </label>
      {problem && (
        <p role="alert" className="text-fails">
          ▲ {problem}
        </p>
      )}
      <div className="flex justify-end gap-3">
        {own && (
          <button type="button" className="text-cedar h-[24px]" onClick={drop}>
            {msg('view.entry.default')}
          </button>
        )}
        <button type="submit" className="text-cedar h-[24px] font-semibold">
          {msg('view.entry.set')}
        </button>
      </div>
    </form>
  );
}
