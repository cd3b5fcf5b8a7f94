import type { CurveWarning, RawEntry } from '@cedar-knot/core';
import { curveWarningText } from '@cedar-knot/wording';
import { VerdictMark, type MarkKind } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

const CHECKS: readonly { text: string; codes: readonly string[]; needs: (e: RawEntry) => boolean }[] = [
  { text: msg('view.picture.headDecreasesWithFlow'), codes: ['head-rises', 'flow-not-rising'], needs: () => true },
  {
    text: msg('view.picture.efficiencyAgreesWithPower'),
    codes: ['efficiency-power'],
    needs: (e) => has(e, 'efficiency') && has(e, 'power'),
  },
  {
    text: msg('view.picture.efficiencyIsPlausible'),
    codes: ['efficiency-high', 'best-at-end'],
    needs: (e) => has(e, 'efficiency'),
  },
  {
    text: msg('view.picture.smallerDiametersAreLower'),
    codes: ['trim-above'],
    needs: (e) => Array.isArray(e.curves) && e.curves.length > 1,
  },
  { text: msg('view.picture.npshrIncreasesWithFlow'), codes: ['npshr-falls'], needs: (e) => has(e, 'npshr') },
];

function has(entry: RawEntry, key: string): boolean {
  const curves = (entry.curves as { curve: RawEntry[] }[] | undefined)?.map((c) => c.curve) ?? [
    (entry.curve ?? []) as RawEntry[],
  ];
  return curves.some((rows) => rows.filter((r) => r[key] !== undefined).length >= 2);
}

/** What a measured curve does, of what was picked so far. */
export function ChecksPanel({ entry, warnings }: { entry: RawEntry | undefined; warnings: readonly CurveWarning[] }) {
  const display = useDisplay();
  return (
    <ul className="text-[12px]">
      {CHECKS.map(({ text, codes, needs }) => {
        const odd = warnings.filter((w) => codes.includes(w.code));
        const kind: MarkKind = !entry || !needs(entry) ? 'not-applicable' : odd.length > 0 ? 'near' : 'holds';
        return (
          <li key={text} className="border-soft flex items-baseline gap-2 border-t py-[3px]">
            <VerdictMark kind={kind} size={9} />
            <span className="flex-none">{text}</span>
            <span className="text-inkq min-w-0 flex-1 text-right">
              {kind === 'not-applicable'
                ? msg('view.picture.needsMoreCurves')
                : odd[0]
                  ? curveWarningText(odd[0], display.system)
                  : ''}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
