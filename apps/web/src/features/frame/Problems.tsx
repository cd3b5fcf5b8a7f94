import type { Doubt, Problem } from '@cedar-knot/core';
import { doubtText, problemText } from '@cedar-knot/wording';
import { focusSoon } from '../../state/focusSoon.js';
import { adviceFor, type Remedy } from '../../state/remedies.js';
import { wayOut } from '../../state/doubts.js';
import { useDisplay, useStudy } from '../context.js';
import { keyOf, useDoubts } from './useDoubts.js';
import { msg } from './words.js';

/** What keeps scenarios from being worked out, in words, above the view, with what would mend it. */
export function Problems() {
  const problems = useStudy((s) => s.outcome?.problems);
  const leftOut = useStudy((s) => s.outcome?.leftOut);
  const crashed = useStudy((s) => s.crashed);
  const doubts = useDoubts();
  const lines = useStudy((s) => s.study.lines.length);
  // a study with no line yet has an empty state of its own
  if (lines === 0) return null;
  if (!crashed && (!problems || problems.length === 0)) return <Doubts doubts={doubts} />;
  return (
    <div role="alert" className="panel border-fails flex max-h-[92px] flex-none flex-col gap-0.5 overflow-auto px-3 py-1.5">
      {crashed && <span className="text-fails">{msg('view.frame.theCalculationStoppedTheStudy', { crashed })}</span>}
      {problems?.slice(0, 6).map((p, i) => (
        <One key={i} problem={p} />
      ))}
      {leftOut && leftOut.length > 0 && (
        <span className="text-inkq">{msg('view.frame.theRestIsCalculatedWithout', { leftOut: leftOut.join(', ') })}</span>
      )}
    </div>
  );
}

/** what is likely a slip, while nothing keeps the study from being worked out */
function Doubts({ doubts }: { doubts: ReturnType<typeof useDoubts> }) {
  if (doubts.list.length === 0) return null;
  return (
    <div
      role="status"
      aria-label={msg('view.frame.pleaseCheck')}
      className="panel border-near flex max-h-[72px] flex-none flex-col gap-0.5 overflow-auto px-3 py-1.5"
    >
      {doubts.list.map((d) => (
        <OneDoubt key={keyOf(d)} doubt={d} onIntended={() => doubts.dismiss(d)} />
      ))}
    </div>
  );
}

function OneDoubt({ doubt, onIntended }: { doubt: Doubt; onIntended: () => void }) {
  const study = useStudy((s) => s.study);
  const select = useStudy((s) => s.select);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const way = wayOut(study, doubt);
  const press = 'text-cedar ml-2 font-semibold underline underline-offset-2';
  return (
    <span data-doubt={doubt.code}>
      <button type="button" className="text-left hover:underline" onClick={() => select(doubt.id)}>
        <span className="text-near">◐</span> {doubtText(doubt, display.system)}
      </button>
      {way && (
        <button type="button" className={press} onClick={() => change(way.name, way.operations)}>
          {way.name}
        </button>
      )}
      <button type="button" className="text-inkq ml-2 underline underline-offset-2" onClick={onIntended}>
        {msg('view.frame.confirmAsIntended')}
      </button>
    </span>
  );
}

function One({ problem }: { problem: Problem }) {
  const study = useStudy((s) => s.study);
  const select = useStudy((s) => s.select);
  const advice = adviceFor(study, problem);
  // where the ways out say all that the sentence would, they stand for it
  const isSaid = advice !== null && (problem.code === 'over-specified' || problem.code === 'under-specified');
  return (
    <span>
      <button
        type="button"
        className="text-fails text-left hover:underline"
        onClick={() => problem.where[0] && select(problem.where[0])}
      >
        ▲ {isSaid ? advice.lead : problemText(problem)}{' '}
        {!advice && problem.path && <span className="text-inkq font-mono text-[11px]">{problem.path}</span>}
      </button>
      {advice && (
        <span className="text-ink ml-1">
          {!isSaid && `${advice.lead} `}
          {advice.remedies.slice(0, 5).map((r, i) => (
            <span key={r.name}>
              {i > 0 && msg('view.frame.or')}
              <RemedyButton remedy={r} />
            </span>
          ))}
          .
        </span>
      )}
    </span>
  );
}

function RemedyButton({ remedy }: { remedy: Remedy }) {
  const change = useStudy((s) => s.change);
  const select = useStudy((s) => s.select);
  const run = (): void => {
    if (remedy.operations.length > 0 && !change(remedy.name, remedy.operations)) return;
    if (remedy.select) select(remedy.select);
    const { key, select: id } = remedy;
    if (key === undefined) return;
    focusSoon(`aside [name="${key}"], #${CSS.escape(`${id}-${key}`)}`);
  };
  return (
    <button type="button" onClick={run} className="text-cedar font-semibold underline underline-offset-2">
      {remedy.name}
    </button>
  );
}
