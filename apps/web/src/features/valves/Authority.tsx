import { fixed } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import type { ValveFigures } from '../../worker/valveFigures.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import { msg } from './words.js';

/** how much of the loss along the way is the valve's, at the largest flow */
export function Authority({
  id,
  valve,
  need,
  index,
  isOwn,
}: {
  id: string;
  valve: string;
  need: ValveFigures['required'][string];
  index: number;
  /** as the study has it: the check's own verdict is shown, and its working opens */
  isOwn: boolean;
}) {
  const d = useDisplay();
  const outcome = useStudy((s) => s.shown[id]?.outcome);
  const margin = outcome?.result?.margins.find((m) => m.check === 'valve-authority' && m.where === valve);
  const medium = outcome?.medium;
  if (need.authority === null || need.drop === null || !medium) return null;
  const own = need.drop / (medium.density * medium.gravity);
  const limit = margin?.limit ?? null;
  const width = 296;
  const x = Math.min(1, Math.max(0, need.authority)) * width;
  const supposed = limit !== null && need.authority < limit ? 'fails' : 'holds';
  const verdict = isOwn ? (margin?.verdict ?? 'not-applicable') : supposed;
  const value = <b className="text-ink ml-2 text-[13px] font-semibold">{fixed(need.authority, 2)}</b>;
  return (
    <>
      <h3 className="mt-1 flex items-center gap-1.5 text-[13.5px] font-semibold">
        {msg('view.valves.authorityAtTheLargestFlow')} <ScenarioLetter index={index} letter={letterOf(index)} small />
      </h3>
      <svg
        width={width}
        height={22}
        className="flex-none"
        role="img"
        aria-label={msg('view.valves.authority', { authority: fixed(need.authority, 2) })}
      >
        <defs>
          <pattern id="burnt" width={6} height={6} patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
            <line x1={0} x2={0} y1={0} y2={6} stroke="var(--sc-a)" strokeWidth={2} />
          </pattern>
        </defs>
        <rect x={x} y={3} width={width - x} height={16} fill="var(--gauge-pref)" />
        <rect x={0.5} y={3.5} width={Math.max(0, x - 1)} height={15} fill="url(#burnt)" stroke="var(--sc-a)" />
        {width - x > 150 && (
          <text x={Math.max(x + 6, limit === null ? 0 : limit * width + 6)} y={15} fontSize={12} fill="var(--ink)">
            {msg('view.valves.pipesFittingsDevices', { own: d.number(own / need.authority - own, 'head'), unit: d.unit('head') })}
          </text>
        )}
        {limit !== null && (
          <line x1={limit * width} x2={limit * width} y1={0} y2={22} stroke="var(--gauge-tick)" strokeWidth={1.4} />
        )}
      </svg>
      <p className="text-inkq flex items-center gap-1 text-[12px]">
        {msg('view.valves.valve', { own: d.number(own, 'head'), unit: d.unit('head') })}
        {limit !== null && <span>{msg('view.valves.least2', { limit })}</span>}
        {isOwn ? (
          <Figure id={valve} figure="valve-authority" scenario={id}>
            {value}
          </Figure>
        ) : (
          value
        )}
        <VerdictMark kind={verdict} size={9} />
      </p>
    </>
  );
}

/** Said once for all valves: the system leaves whatever valve stands here too little of its drop. */
export function WeakAuthority({ of: { worst, drop } }: { of: NonNullable<ValveFigures['authority']> }) {
  const d = useDisplay();
  return (
    <p role="status" className="text-fails px-3 py-1 text-[12px]">
      {msg('view.valves.valveAuthorityLimitForAny', {
        value: fixed(worst.value, 2),
        limit: worst.limit,
        drop: d.number(drop, 'pressureDifference'),
        unit: d.unit('pressureDifference'),
      })}
    </p>
  );
}
