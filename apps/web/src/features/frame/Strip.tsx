import { isInPlace } from '../../state/inPlace.js';
import { overallVerdict, worstMargins, type UnitSystem } from '@cedar-knot/core';
import { checkName, checkShort, findingText, missingText, problemText } from '@cedar-knot/wording';
import { ChevronDown, ChevronUp, Plus } from 'lucide-react';
import { useRef, type MouseEvent } from 'react';
import { elementsOf, letterOf } from '../../state/address.js';
import { copyScenario } from '../../state/inputs.js';
import type { Shown } from '../../state/studyStore.js';
import { PinGauge } from '../../ui/PinGauge.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { gauges } from './gauges.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** Across the bottom of every view: one card a scenario, always all of them. */
export function Strip({ folded, onFold }: { folded: boolean; onFold: () => void }) {
  const study = useStudy((s) => s.study);
  const { scenarios } = study;
  const change = useStudy((s) => s.change);
  const activate = useStudy((s) => s.activate);
  const active = useStudy((s) => s.active);
  const add = (): void => {
    const { operations, id } = copyScenario(
      study,
      scenarios.findIndex((s) => s.id === active),
      scenarios.length,
    );
    if (change(msg('view.frame.addAScenario'), operations)) activate(id);
  };
  const cards = useRef<HTMLDivElement>(null);
  const { width } = useSize(cards);
  const isCompact = width > 0 && width / scenarios.length < ROOMY_CARD_PX;
  return (
    <section
      data-strip
      aria-label={msg('app.scenarios')}
      className="bg-deep flex flex-none"
      style={{ height: folded ? 34 : 124 }}
    >
      <div className="border-line flex w-[72px] flex-none flex-col items-center justify-between border-t border-r py-1.5">
        {!folded && (
          <>
            <PumpChooser />
            <button
              type="button"
              title={msg('view.frame.addAScenarioLikeThe')}
              aria-label={msg('view.frame.addAScenario')}
              onClick={add}
              className="border-edge bg-panel text-cedar flex h-[28px] w-[28px] items-center justify-center rounded-[4px] border"
            >
              <Plus size={15} aria-hidden="true" />
            </button>
          </>
        )}
        <button type="button" onClick={onFold} aria-expanded={!folded} className="text-inkq flex items-center gap-1 text-[12px]">
          {folded ? <ChevronUp size={13} aria-hidden="true" /> : <ChevronDown size={13} aria-hidden="true" />}
          {folded ? msg('view.frame.expand') : msg('view.frame.collapse')}
        </button>
      </div>
      <div
        ref={cards}
        className="flex min-w-0 flex-1 overflow-x-auto overflow-y-hidden"
        role="group"
        aria-label={msg('view.frame.scenarioCards')}
      >
        {scenarios.map((s, i) => (
          <Card
            key={s.id}
            index={i}
            id={s.id}
            name={s.name ?? s.id}
            folded={folded}
            compact={isCompact && !folded}
            judged={s.judged !== false}
          />
        ))}
      </div>
    </section>
  );
}

/** which of several pumps the cards, the curves and the breakdown are about */
function PumpChooser() {
  const lines = useStudy((s) => s.study.lines);
  const pump = useStudy((s) => s.pump);
  const follow = useStudy((s) => s.follow);
  const pumps = elementsOf(lines, 'pump');
  if (pumps.length < 2 || pump === null) return <span className="text-inkq text-[12px]">{msg('view.frame.scenarios')}</span>;
  return (
    <Select
      label={msg('view.frame.pumpShownInCardsAnd')}
      title={msg('view.frame.cardsCurvesAndBreakdownShow')}
      value={pump}
      options={pumps.map((p) => [p.id, p.id])}
      onChange={(p) => follow(p!)}
      className="w-[64px] text-[11.5px]"
    />
  );
}

/** below this the four gauges do not fit side by side: marks stand for them */
const ROOMY_CARD_PX = 226;

function Card({
  index,
  id,
  name,
  folded,
  compact,
  judged,
}: {
  index: number;
  id: string;
  name: string;
  folded: boolean;
  compact: boolean;
  judged: boolean;
}) {
  const shown = useStudy((s) => (s.movingShown ?? s.shown)[id]);
  const pump = useStudy((s) => s.pump);
  const isActive = useStudy((s) => s.active === id);
  const isCompared = useStudy((s) => s.compared.includes(id));
  const activate = useStudy((s) => s.activate);
  const compare = useStudy((s) => s.compare);
  const display = useDisplay();
  const style = lineStyle(index);
  const click = (event: MouseEvent): void => (event.shiftKey ? compare(id) : activate(id));
  const foot = isActive ? '4px solid var(--cedar)' : isCompared ? '4px dashed var(--cedar)' : '4px solid transparent';
  return (
    <button
      type="button"
      data-scenario={id}
      aria-pressed={isActive}
      aria-label={msg('view.frame.scenario2', { letter: letterOf(index), name })}
      onClick={click}
      className={`border-line relative flex max-w-[330px] flex-1 basis-0 flex-col overflow-hidden border-r px-3 text-left ${compact ? 'min-w-[112px] !px-2.5' : 'min-w-[206px]'} ${isActive ? 'bg-panel z-10 shadow-[var(--shadow-lift)]' : 'bg-deep'} ${shown?.stale ? 'opacity-70' : ''}`}
      style={{ borderBottom: foot, ['--card' as string]: isActive ? 'var(--panel)' : 'var(--paper-deep)' }}
    >
      <svg className="absolute inset-x-0 top-0 h-[5px] w-full" aria-hidden="true">
        <line x1={0} x2="100%" y1={2} y2={2} stroke={style.color} strokeWidth={3} strokeDasharray={style.dash} />
      </svg>
      <span className={`flex w-full items-center gap-2 ${folded ? 'pt-1.5' : 'min-h-[38px] pt-2'}`}>
        <ScenarioLetter index={index} letter={letterOf(index)} />
        <span className={`min-w-0 flex-1 font-semibold ${folded ? 'truncate' : 'line-clamp-2 leading-[15px]'}`} title={name}>
          {name}
        </span>
        {!compact && <Verdict shown={shown} judged={judged} />}
        {folded && <Figures shown={shown} pump={pump} display={display} small />}
      </span>
      {compact && (
        <>
          <Figures shown={shown} pump={pump} display={display} stacked />
          <Marks shown={shown} pump={pump} judged={judged} />
        </>
      )}
      {!folded && !compact && (
        <>
          <Figures shown={shown} pump={pump} display={display} />
          {shown?.outcome.result && shown.outcome.result.status !== 'failed' ? (
            <span className="mt-[3px] flex w-full justify-between">
              {gauges(shown.outcome.result, pump).map((g) => (
                <PinGauge key={g.label} {...g} />
              ))}
            </span>
          ) : (
            <span className="text-fails mt-1 line-clamp-3 text-[12px] leading-4">{whyNot(shown, display.system)}</span>
          )}
        </>
      )}
    </button>
  );
}

function whyNot(shown: Shown | undefined, system: UnitSystem): string {
  if (!shown) return '';
  const problem = shown.outcome.problems[0];
  if (problem) return problemText(problem, system);
  const finding = shown.outcome.result?.findings.find((f) => f.severity === 'error');
  return finding ? findingText(finding, system) : msg('view.frame.anEntryOfTheStudy');
}

function Verdict({ shown, judged }: { shown: Shown | undefined; judged: boolean }) {
  const result = shown?.outcome.result;
  if (!shown || !result) return null;
  if (shown.stale) return <span className="text-fails text-[12px] whitespace-nowrap">{msg('view.frame.notSolved')}</span>;
  if (!judged) return <span className="text-inkq text-[12px]">{msg('view.frame.notJudged')}</span>;
  const worst = worstMargins(result.margins);
  const verdict = overallVerdict(result);
  const first = worst[0];
  const isFailing = first?.verdict === 'fails';
  const text =
    verdict === 'incomplete'
      ? msg('app.incomplete')
      : first
        ? checkShort(first.check)
        : verdict === 'holds'
          ? msg('app.holds')
          : msg('view.frame.nothingToJudge');
  return (
    <span
      className="flex min-w-0 items-center gap-1 text-[12px] whitespace-nowrap"
      style={{ color: verdictColor(verdict) }}
      title={
        verdict === 'incomplete'
          ? result.incomplete.map(missingText).join('; ')
          : first
            ? msg('app.at', { checkName: checkName(first.check), where: first.where })
            : undefined
      }
      data-verdict={verdict}
    >
      <VerdictMark kind={verdict} />
      <span className="truncate">{text}</span>
      {verdict === 'incomplete' && worst.length > 0 && <span>+{worst.length}</span>}
      {verdict !== 'incomplete' && worst.length > 1 && <span>+{worst.length - 1}</span>}
      {isFailing && result.incomplete.length > 0 && (
        <span title={result.incomplete.map(missingText).join('; ')}>
          <VerdictMark kind="incomplete" />
        </span>
      )}
    </span>
  );
}

/** the four gauges as their verdicts alone, and the worst check in words */
function Marks({ shown, pump, judged }: { shown: Shown | undefined; pump: string | null; judged: boolean }) {
  const result = shown?.outcome.result;
  if (!result || result.status === 'failed') return <span className="text-fails text-[12px]">{msg('view.frame.notSolved')}</span>;
  return (
    <>
      <span className="mt-1 flex w-full gap-2">
        {gauges(result, pump).map((g) => (
          <span key={g.label} title={`${g.label}: ${g.text}`}>
            <VerdictMark kind={g.verdict} size={11} />
          </span>
        ))}
      </span>
      <span className="mt-0.5 w-full min-w-0 overflow-hidden">
        <Verdict shown={shown} judged={judged} />
      </span>
    </>
  );
}

function Figures({
  shown,
  pump,
  display,
  small = false,
  stacked = false,
}: {
  shown: Shown | undefined;
  pump: string | null;
  display: Display;
  small?: boolean;
  /** flow over head, for a narrow card */
  stacked?: boolean;
}) {
  const result = shown?.outcome.result;
  if (!result || result.status === 'failed') return null;
  const p = pump ? result.elements[pump] : undefined;
  const flow = p?.flow ?? Object.values(result.lines)[0]?.flow ?? null;
  const head = p?.kind === 'pump' ? p.head : null;
  const size = small ? 'text-[13px]' : stacked ? 'text-[14px] leading-[17px]' : 'text-[16.5px] leading-[20px]';
  return (
    <span className={`flex items-baseline gap-x-1 whitespace-nowrap ${small ? '' : 'mt-1 w-full'} ${stacked ? 'flex-wrap' : ''}`}>
      {stacked && <span className="sr-only-text">{msg('view.frame.flow')}</span>}
      <span className={`${size} font-semibold`} data-figure="flow">
        {display.number(flow, 'flow')}
      </span>
      <span className="text-inkq text-[12px]" title={isInPlace(result) ? msg('view.frame.flowInPlace') : undefined}>
        {isInPlace(result) ? msg('view.frame.inPlace', { unit: display.unit('flow') }) : display.unit('flow')}
      </span>
      {head !== null && (
        <>
          {stacked && <span className="h-0 basis-full" />}
          <span className={`${size} font-semibold ${stacked ? '' : 'ml-2'}`} data-figure="head">
            {display.number(head, 'head')}
          </span>
          <span className="text-inkq text-[12px]">{display.unit('head')}</span>
        </>
      )}
      {!small && !stacked && p?.kind === 'pump' && (
        <span className="text-inkq ml-auto text-[12px]">
          {result.status === 'limited'
            ? msg('view.frame.setPointMissed')
            : p.running === 0
              ? msg('view.frame.off')
              : msg('view.frame.running', { running: p.running })}
        </span>
      )}
    </span>
  );
}
