import { CHECKS, isCheckCode, readTypedLimit, type CheckCode, type Margin, type RawLimit } from '@cedar-knot/core';
import { checkName, checkValue, marginReason, problemText } from '@cedar-knot/wording';
import { useState, type FormEvent } from 'react';
import { limitAt, setLimit } from '../../state/limits.js';
import { VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';

/** What is judged at a thing in the active scenario: value, limit, mark. A limit is changed where it stands, with its reason. */
export function ElementChecks({ id }: { id: string }) {
  const active = useStudy((s) => s.active);
  const result = useStudy((s) => s.shown[active]?.outcome.result);
  const [open, setOpen] = useState<CheckCode | null>(null);
  const margins = result?.margins.filter((m) => m.where === id) ?? [];
  const judged = margins.filter((m) => m.verdict !== 'not-applicable');
  const others = margins.filter((m) => m.verdict === 'not-applicable');
  if (margins.length === 0) return null;
  return (
    <section aria-label={`Checks of ${id}`} className="border-soft flex-none border-t px-3 py-2">
      <ul className="flex flex-col text-[12px]">
        {judged.map((m) => (
          <CheckRow key={m.check} margin={m} isOpen={open === m.check} onOpen={setOpen} />
        ))}
      </ul>
      {others.length > 0 && (
        <details className="text-inkq text-[12px]">
          <summary className="h-[22px] cursor-pointer">– {others.length} do not apply</summary>
          <ul className="pl-4">
            {others.map((m) => (
              <li key={m.check}>
                {checkName(m.check)}: {marginReason(m)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function CheckRow({ margin, isOpen, onOpen }: { margin: Margin; isOpen: boolean; onOpen: (check: CheckCode | null) => void }) {
  const display = useDisplay();
  const own = useStudy((s) => isCheckCode(margin.check) && limitAt(s.study, { check: margin.check, where: margin.where }));
  if (!isCheckCode(margin.check)) return null;
  const { check } = margin;
  const write = (x: number | null | undefined): string => checkValue(check, x, display.system);
  return (
    <li>
      <div className="flex h-[24px] items-center gap-1.5">
        <VerdictMark kind={margin.verdict} />
        <span className="text-ink2 min-w-0 flex-1">{checkName(check)}</span>
        <Figure id={margin.where} figure={check}>
          <b className="font-semibold">{write(margin.value)}</b>
        </Figure>
        <button
          type="button"
          aria-expanded={isOpen}
          aria-label={`Limit of ${checkName(check)} at ${margin.where}`}
          title={own ? `limit of this study${own.reason ? `: ${own.reason}` : ''}` : 'default limit; press to change it'}
          onClick={() => onOpen(isOpen ? null : check)}
          className={`h-[24px] min-w-[84px] rounded-[3px] px-1 text-right underline decoration-dotted underline-offset-2 ${own ? 'text-cedar font-semibold' : 'text-inkq'}`}
        >
          {limitText(check, margin, write)}
        </button>
      </div>
      {isOpen && <LimitEntry margin={margin} check={check} own={own || undefined} onClose={() => onOpen(null)} />}
    </li>
  );
}

const SENSE = { least: '≥', most: '≤', band: '' } as const;

function limitText(code: CheckCode, m: Margin, write: (x: number | null | undefined) => string): string {
  const { sense } = CHECKS[code];
  if (sense === 'band' && m.upper !== undefined) return `${write(m.limit).replace(/ .*$/, '')} – ${write(m.upper)}`;
  return `${SENSE[sense]} ${write(m.limit)}`.trim();
}

/** one limit and why it is another than the default */
function LimitEntry({
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
    change(`limit of ${checkName(check)} at ${margin.where}`, setLimit(study, place, read.limit, reason));
    onClose();
  };
  const drop = (): void => {
    change(`default limit of ${checkName(check)} at ${margin.where}`, setLimit(study, place, undefined, ''));
    onClose();
  };
  const field = 'border-edge bg-panel h-[24px] rounded-[3px] border px-1.5';
  return (
    <form onSubmit={take} className="bg-wash mb-1 flex flex-col gap-1 rounded-[3px] p-2">
      <label className="flex items-center gap-2">
        <span className="text-inkq w-[44px]">limit</span>
        <input
          autoFocus
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className={`${field} min-w-0 flex-1 text-right`}
        />
      </label>
      <label className="flex items-center gap-2">
        <span className="text-inkq w-[44px]">reason</span>
        <input
          value={reason}
          maxLength={2000}
          placeholder="why it is not the default"
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
            Default
          </button>
        )}
        <button type="submit" className="text-cedar h-[24px] font-semibold">
          Set
        </button>
      </div>
    </form>
  );
}
