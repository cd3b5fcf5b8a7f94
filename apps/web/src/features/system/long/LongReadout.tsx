import { fixed } from '@cedar-knot/wording';
import { letterOf } from '../../../state/address.js';
import { ScenarioLetter, VerdictMark, type MarkKind } from '../../../ui/marks.js';
import { useDisplay, useStudy } from '../../context.js';
import { SAFE_OVER_VAPOUR } from '../boiling.js';
import { distanceText } from './distance.js';
import { placeBefore, valueAt } from './places.js';
import type { LongSights } from './useLongLines.js';
import { msg } from '../words.js';

/** What stands at one place of the line in every scenario. */
export function LongReadout({ sights, place }: { sights: LongSights; place: number }) {
  const scenarios = useStudy((s) => s.study.scenarios);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const d = useDisplay();
  const rows = scenarios.flatMap((s, index) => {
    const sight = sights[s.id];
    const result = shown[s.id]?.outcome.result;
    if (!sight) return [];
    const at = (figure: Parameters<typeof valueAt>[1]): number => valueAt(sight, figure, place);
    const pressure = at('pressure');
    if (Number.isNaN(pressure)) return [];
    const { atmosphere } = sight;
    const over = pressure - at('vapourPressure');
    const i = placeBefore(sight, place);
    const pipe = sight.elements[sight.element[Math.max(0, i)]!]!;
    const margin = result?.margins.find((m) => m.check === 'lowest-pressure' && m.where === pipe);
    const limit = margin?.limit ?? SAFE_OVER_VAPOUR;
    const kind: MarkKind =
      over < limit ? 'fails' : over < (margin?.nearBelow ?? 2 * limit) || pressure < atmosphere ? 'near' : 'holds';
    return [
      {
        id: s.id,
        index,
        gauge: pressure - atmosphere,
        over,
        kind,
        limit,
        t: at('temperature'),
        nu: at('kinematicViscosity'),
        gas: at('freeGas'),
      },
    ];
  });
  const isWarm = rows.some((r) => Number.isFinite(r.t));
  const hasGas = rows.some((r) => r.gas > 0);
  const elevation = sights[active] ? valueAt(sights[active], 'elevation', place) : NaN;
  return (
    <aside
      tabIndex={0}
      aria-label={msg('view.system.placeAlongTheLine')}
      className="border-soft flex w-[238px] flex-none flex-col overflow-y-auto border-l px-3 py-2 text-[12px]"
    >
      <p className="mb-1">
        <b className="text-[14px] font-semibold">{distanceText(place, d)}</b>{' '}
        <span className="text-inkq">
          {Number.isFinite(elevation)
            ? msg('view.system.high', { elevation: d.number(elevation, 'length', 4), unit: d.unit('length') })
            : ''}
        </span>
      </p>
      <table className="w-full">
        <thead>
          <tr className="text-inkq border-soft border-b">
            <th colSpan={2}>
              <span className="sr-only-text">{msg('view.system.scenario')}</span>
            </th>
            <th className="text-right font-normal">{d.unit('pressure')}(g)</th>
            <th className="pl-1 text-right font-normal" title={msg('view.system.aboveVapourPressure')}>
              {msg('view.system.abovePv', { unit: d.unit('pressureDifference') })}
            </th>
            {isWarm && <th className="pl-2 text-right font-normal">{d.unit('temperature')}</th>}
            <th className="pl-2 text-right font-normal">{hasGas ? msg('view.system.gas') : d.unit('kinematicViscosity')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="border-soft h-[24px] border-b">
              <td>
                <ScenarioLetter index={r.index} letter={letterOf(r.index)} small />
              </td>
              <td>
                <VerdictMark kind={r.kind} />
              </td>
              <td className="text-right">{d.number(r.gauge, 'pressure')}</td>
              <td className={`text-right ${r.kind === 'holds' ? '' : 'text-near font-semibold'}`}>
                {d.number(r.over, 'pressureDifference')}
              </td>
              {isWarm && <td className="pl-2 text-right">{Number.isFinite(r.t) ? d.number(r.t, 'temperature') : '–'}</td>}
              <td className="pl-2 text-right">{hasGas ? fixed(r.gas * 100, 1) : d.number(r.nu, 'kinematicViscosity')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Said rows={rows} />
      <Legend
        letter={letterOf(scenarios.findIndex((s) => s.id === active))}
        index={scenarios.findIndex((s) => s.id === active)}
      />
    </aside>
  );
}

/** the same in words: what is wanting here */
function Said({ rows }: { rows: readonly { index: number; gauge: number; over: number; limit: number }[] }) {
  const d = useDisplay();
  const letters = (list: readonly { index: number }[]): string => list.map((r) => letterOf(r.index)).join(', ');
  const boils = rows.filter((r) => r.over < 0);
  const close = rows.filter((r) => r.over >= 0 && r.over < r.limit);
  const below = rows.filter((r) => r.gauge < 0 && r.over >= 0);
  const limit = rows[0]?.limit;
  return (
    <p className="text-ink2 my-2 leading-4">
      {limit !== undefined &&
        msg('view.system.limitAboveVapourPressure', {
          limit: d.number(limit, 'pressureDifference'),
          unit: d.unit('pressureDifference'),
        })}
      {boils.length > 0 && <b className="text-fails">{msg('view.system.liquidBoilsHere', { letters: letters(boils) })} </b>}
      {close.length > 0 && <b className="text-fails">{msg('view.system.belowTheLimit', { letters: letters(close) })} </b>}
      {below.length > 0 && msg('view.system.belowAtmosphericPressure', { letters: letters(below) })}
      {boils.length + close.length + below.length === 0 && msg('view.system.allScenariosAreAboveThis')}
    </p>
  );
}

function Legend({ letter, index }: { letter: string; index: number }) {
  const rows = [
    {
      stroke: `var(--sc-${'abcdefgh'[Math.max(0, index) % 8]})`,
      width: 2.6,
      dash: '',
      text: msg('view.system.hydraulicGradeActive', { letter }),
    },
    { stroke: 'var(--ink-quiet)', width: 1.3, dash: '9 4', text: msg('view.system.otherScenariosEachInIts') },
    { stroke: 'var(--fails)', width: 1.4, dash: '5 3', text: msg('view.system.allowablePressureOf', { letter }) },
    { stroke: 'var(--ink)', width: 3, dash: '', text: msg('view.system.lineOnTheGround') },
    { stroke: 'var(--edge)', width: 1, dash: '', text: msg('view.system.vapourPressureLine') },
  ];
  return (
    <ul className="border-soft mt-auto border-t pt-2">
      {rows.map((r) => (
        <li key={r.text} className="text-ink2 flex h-[18px] items-center gap-2">
          <svg width={26} height={8} aria-hidden="true">
            <line x1={0} x2={26} y1={4} y2={4} stroke={r.stroke} strokeWidth={r.width} strokeDasharray={r.dash} />
          </svg>
          {r.text}
        </li>
      ))}
    </ul>
  );
}
