import { VerdictMark } from '../../ui/marks.js';
import { reasonText } from './NearMisses.js';
import type { useRanking } from './useRanking.js';
import { msg } from './words.js';

/** How many candidates fell by which reason. */
export function WhyFallen({ counts }: { counts: ReturnType<typeof useRanking>['counts'] }) {
  return (
    <section aria-label={msg('view.pumps.rejectedByFirstReason')} className="panel min-w-0 flex-1 overflow-y-auto px-3 py-1.5">
      <h2 className="flex items-baseline gap-2 text-[14px] font-semibold">
        {msg('view.pumps.rejectedByFirstReason')}
        <span className="text-inkq text-[12px] font-normal">{msg('view.pumps.rejected', { fallen: counts.fallen })}</span>
      </h2>
      <Reasons byReason={counts.byReason} />
      {counts.filtered + counts.unusable > 0 && (
        <p className="text-inkq mt-1 text-[12px]">
          {counts.filtered > 0 && msg('view.pumps.excludedByFilters', { filtered: counts.filtered })}
          {counts.filtered > 0 && counts.unusable > 0 && ', '}
          {counts.unusable > 0 && msg('view.pumps.withoutAUsableCurve', { unusable: counts.unusable })}
        </p>
      )}
    </section>
  );
}

function Reasons({ byReason }: { byReason: Readonly<Record<string, number>> }) {
  const rows = Object.entries(byReason).sort((a, b) => b[1] - a[1]);
  const most = rows[0]?.[1] ?? 1;
  return (
    <ul className="mt-1 text-[12.5px]">
      {rows.map(([reason, n]) => (
        <li key={reason} className="flex h-[22px] items-center gap-2" data-reason={reason}>
          <span className="w-[128px] flex-none truncate">{reasonText(reason)}</span>
          <span className="h-[9px] bg-[var(--gauge-pref)]" style={{ width: `${(n / most) * 45}%` }} />
          <span className="ml-auto">{n}</span>
        </li>
      ))}
      {rows.length === 0 && (
        <li className="text-inkq flex items-center gap-1 py-2">
          <VerdictMark kind="not-applicable" /> {msg('view.pumps.noneYet')}
        </li>
      )}
    </ul>
  );
}
