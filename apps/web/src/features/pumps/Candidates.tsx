import { entryLabel, readMoney, spoken, type ModelHead, type PumpSummary, type RankedPump } from '@cedar-knot/core';
import { checkShort, checkName, checkValue, notJudgedText, fixed, said } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { saidNotStated } from '../../state/catalogueList.js';

import { Button } from '../../ui/controls.js';
import { LetterTag, ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import { useDisplay, useStudy } from '../context.js';
import { CANDIDATES_SHOWN } from './useRanking.js';
import { msg } from './words.js';

const STRIP = 236;
/** of best-efficiency flow, across the strip */
const [LOW, HIGH] = [0.3, 1.45];

/** Candidates by verdict, in the order of the objective: where every scenario falls, the worst check, reserve and energy. */
export function Candidates({
  candidates,
  heads,
  ticked,
  onTick,
  onTake,
  onKeep,
  isRunning,
  objective,
  by,
  onlyOf,
  onEveryType,
}: {
  candidates: readonly RankedPump[];
  heads: ReadonlyMap<string, ModelHead>;
  ticked: readonly string[];
  onTick: (id: string) => void;
  onTake: (c: RankedPump) => void;
  /** kept as an alternative of the study, which stays as it is */
  onKeep: (c: RankedPump) => void;
  isRunning: boolean;
  objective: string;
  /** what the last column has; without hours the power at the largest duty stands for the energy of a year */
  by: LastColumn;
  /** the one type of pump that was tried, in words */
  onlyOf?: string | undefined;
  onEveryType: () => void;
}) {
  const d = useDisplay();
  if (candidates.length === 0)
    return (
      <p className="text-inkq px-3 py-4">
        {isRunning
          ? msg('view.pumps.checkingTheCatalogue')
          : msg('view.pumps.noPumpInTheCatalogue', { value: onlyOf === undefined ? '' : `${onlyOf} ` })}{' '}
        {!isRunning && onlyOf !== undefined && (
          <button type="button" className="text-cedar hover:underline" onClick={onEveryType}>
            {msg('view.pumps.tryEveryType')}
          </button>
        )}
      </p>
    );
  const groups = [
    { verdict: 'holds' as const, text: msg('view.pumps.withinAllLimitsInAll') },
    { verdict: 'near' as const, text: msg('view.pumps.nearALimitInAt') },
    { verdict: 'incomplete' as const, text: msg('view.pumps.incompleteSomeChecksAreNot') },
  ];
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="bg-panel border-soft text-inkq sticky top-0 z-10 h-[26px] border-b text-right text-[12px]">
          <td className="w-[30px]" />
          <th className="text-left font-normal">{msg('view.pumps.makeAndSize')}</th>
          <th className="font-normal">{msg('view.pumps.diameterStages')}</th>
          <th className="font-normal">
            <StripScale />
          </th>
          <th className="font-normal">η %</th>
          <th className="font-normal max-[1120px]:hidden">{msg('view.pumps.lowestNpshRatio')}</th>
          <th className="pl-2 text-left font-normal">{msg('view.pumps.worstCheck')}</th>
          <th className="pl-2 font-normal max-[1120px]:hidden">{msg('view.pumps.headReserve')}</th>
          <th className="pl-2 font-normal whitespace-nowrap">
            {by === 'power'
              ? msg('view.pumps.powerAtLargestDuty', { unit: d.unit('power') })
              : by === 'cost'
                ? msg('view.pumps.costOverTheYears')
                : msg('view.pumps.mwhYear')}
          </th>
          <td className="w-[74px]" />
        </tr>
      </thead>
      {groups.map(({ verdict, text }) => {
        const list = candidates.filter((c) => c.verdict === verdict);
        if (list.length === 0) return null;
        return (
          <tbody key={verdict}>
            <tr className="border-soft h-[24px] border-b">
              <td colSpan={10} className="bg-quiet px-3">
                <VerdictMark kind={verdict} /> <b className="font-semibold">{text}</b>{' '}
                <span className="text-inkq text-[12px]">{msg('view.pumps.first', { count: list.length, objective })}</span>
              </td>
            </tr>
            {list.slice(0, CANDIDATES_SHOWN).map((c) => (
              <Row
                key={c.model}
                c={c}
                head={heads.get(c.model)}
                isTicked={ticked.includes(c.model)}
                onTick={onTick}
                onTake={onTake}
                onKeep={onKeep}
                by={by}
              />
            ))}
          </tbody>
        );
      })}
    </table>
  );
}

function Row({
  c,
  head,
  isTicked,
  onTick,
  onTake,
  onKeep,
  by,
}: {
  c: RankedPump;
  by: LastColumn;
  head: ModelHead | undefined;
  isTicked: boolean;
  onTick: (id: string) => void;
  onTake: (c: RankedPump) => void;
  onKeep: (c: RankedPump) => void;
}) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const index = (scenario: string): number => study.scenarios.findIndex((s) => s.id === scenario);
  const largest = (head?.summary as unknown as PumpSummary | undefined)?.maxDiameter;
  return (
    <tr className="border-soft hover:bg-quiet h-[38px] border-b text-right" data-candidate={head?.key ?? c.model}>
      <td className="text-center">
        <input
          type="checkbox"
          aria-label={msg('view.pumps.select', { head: head?.name ?? c.model })}
          checked={isTicked}
          onChange={() => onTick(c.model)}
        />
      </td>
      <td className="text-left">
        <span className="block leading-[16px] font-semibold">{head?.name ?? c.model}</span>
        <span className="text-inkq block text-[12px] leading-[14px]">
          {head?.type ? spoken(head.type) : ''}
          {head?.isTypical && <span className="text-near"> {msg('app.typical')}</span>}
          {offerText(c, d) !== '' && <span>{` ${offerText(c, d)}`}</span>}
          {c.otherMains && <span className="text-near"> {msg('view.pumps.otherMainsFrequencyThanThe')}</span>}
          {c.notStated && (
            <span title={msg('view.pumps.notStatedByTheMaker')}>
              {msg('view.pumps.notStated', { value: head?.type ? ', ' : '', saidNotStated: saidNotStated('pumps', c.notStated) })}
            </span>
          )}
        </span>
        {c.incomplete.length > 0 && (
          <span className="text-ink2 block text-[12px] leading-[14px]" title={missingOf(c.incomplete)}>
            <VerdictMark kind="incomplete" size={9} /> {notJudgedText(c.incomplete)}
          </span>
        )}
      </td>
      <td className="whitespace-nowrap">
        {c.diameter === null ? '–' : d.number(c.diameter, 'diameter')}
        <span className="text-inkq block text-[12px] leading-[14px]">
          {c.stages > 1
            ? msg('view.pumps.stages2', { stages: c.stages })
            : largest
              ? msg('view.pumps.of', { largest: d.number(largest, 'diameter') })
              : ''}
        </span>
      </td>
      <td>
        <Strip scenarios={Object.entries(c.scenarios).map(([s, x]) => ({ index: index(s), ratio: x.flowRatio }))} />
      </td>
      <td>{c.meanEfficiency === null ? '–' : fixed(c.meanEfficiency * 100, 1)}</td>
      <td className="max-[1120px]:hidden">{c.npshRatio === null ? '–' : fixed(c.npshRatio, 2)}</td>
      <td className="pl-2 text-left whitespace-nowrap">
        {c.worst && (
          <span className="inline-flex items-center gap-1">
            <VerdictMark kind={c.worst.verdict} size={9} />
            <span title={checkName(c.worst.check)}>{checkShort(c.worst.check)}</span>{' '}
            {checkValue(c.worst.check, c.worst.value, d.system)}
            <ScenarioLetter index={index(c.worst.scenario)} letter={letterOf(index(c.worst.scenario))} small />
          </span>
        )}
      </td>
      <td className="max-[1120px]:hidden">{Number.isFinite(c.headReserve) ? `+${fixed(c.headReserve * 100, 1)} %` : '–'}</td>
      <td>
        <b className="font-semibold">
          {by === 'power'
            ? d.number(c.powerAtLargest, 'power')
            : by === 'cost'
              ? costText(c)
              : c.energyPerYear === null
                ? '–'
                : megawattHours(c.energyPerYear)}
        </b>
        {c.energyIsTypical && (
          <span className="text-inkq block text-[11px] leading-[12px]">{msg('view.pumps.typicalMotor')}</span>
        )}
      </td>
      <td className="pr-2">
        <Button tone="bare" className="!h-[18px] !px-1 text-[12px]" onClick={() => onTake(c)}>
          {msg('view.pumps.useThisPump')}
        </Button>
        <Button
          tone="bare"
          className="text-inkq !h-[18px] !px-1 text-[12px]"
          title={msg('view.pumps.savesACopyOfThis')}
          onClick={() => onKeep(c)}
        >
          {msg('view.pumps.saveAsAlternative')}
        </Button>
      </td>
    </tr>
  );
}

/** the entries of the model that are missing */
const missingOf = (incomplete: RankedPump['incomplete']): string =>
  msg('view.pumps.missingCatalogueData', {
    value: [...new Set(incomplete.flatMap((x) => x.missing.map((a) => said(entryLabel(a)))))].join(', '),
  });

/** what the last column has */
type LastColumn = 'energy' | 'power' | 'cost';

/** whole units of the currency in which the price is */
const costText = ({ cost, price }: RankedPump): string =>
  cost == null || price === undefined ? '–' : `${fixed(cost, 0)} ${readMoney(price)?.currency ?? ''}`;

/** what the maker says of its offer: `4200 EUR, 42 days, 120 kg` */
function offerText({ price, deliveryTime, weight }: RankedPump, d: ReturnType<typeof useDisplay>): string {
  const parts = [
    price,
    deliveryTime === undefined ? undefined : msg('view.pumps.days', { days: deliveryTime }),
    weight === undefined ? undefined : `${d.number(weight, 'weight')} ${d.unit('weight')}`,
  ];
  return parts.filter((t) => t !== undefined).join(', ');
}

/** J as MWh: whole ones, tenths below ten */
const megawattHours = (joules: number): string => fixed(joules / 3.6e9, joules < 3.6e10 ? 1 : 0);

const x = (ratio: number): number => 6 + ((Math.min(HIGH, Math.max(LOW, ratio)) - LOW) / (HIGH - LOW)) * (STRIP - 12);

function StripScale() {
  return (
    <svg width={STRIP} height={14} role="img" aria-label={msg('view.pumps.flowOverBestEfficiencyFlow')} className="inline-block">
      {(
        [
          [0.5, '50 %'],
          [0.7, '70 %'],
          [1, 'BEP'],
          [1.2, '120 %'],
        ] as const
      ).map(([r, text]) => (
        <text key={text} x={x(r)} y={11} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
          {text}
        </text>
      ))}
    </svg>
  );
}

/** where each scenario falls between half and past the best-efficiency flow, by its letter */
function Strip({ scenarios }: { scenarios: readonly { index: number; ratio: number | null }[] }) {
  const known = scenarios.flatMap((s) => (s.ratio === null ? [] : [{ index: s.index, ratio: s.ratio }]));
  const letters = spread(known.map((s) => x(s.ratio)), 15, 8, STRIP - 8); // prettier-ignore
  const y = 25;
  return (
    <svg
      width={STRIP}
      height={34}
      className="inline-block"
      role="img"
      aria-label={known
        .map((s) => msg('view.pumps.at', { letter: letterOf(s.index), ratio: Math.round(s.ratio * 100) }))
        .join(', ')}
    >
      <line x1={x(LOW)} x2={x(HIGH)} y1={y} y2={y} stroke="var(--gauge-out)" />
      <line x1={x(0.5)} x2={x(1.25)} y1={y} y2={y} stroke="var(--gauge-allow)" strokeWidth={4} />
      <line x1={x(0.7)} x2={x(1.2)} y1={y} y2={y} stroke="var(--gauge-pref)" strokeWidth={7} />
      <line x1={x(1)} x2={x(1)} y1={y - 5} y2={y + 5} stroke="var(--gauge-tick)" strokeWidth={1.2} />
      {known.map((s, i) => {
        const { color } = lineStyle(s.index);
        return (
          <g key={s.index}>
            <line x1={letters[i]} y1={14} x2={x(s.ratio)} y2={y + 4} stroke={color} strokeWidth={1.6} />
            <LetterTag x={letters[i]!} y={8.5} index={s.index} letter={letterOf(s.index)} size={13} />
          </g>
        );
      })}
    </svg>
  );
}
