import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

const YEAR = 8760;

/** how the hours of the year are shared out; what is left stands by */
export function HoursBar() {
  const scenarios = useStudy((s) => s.study.scenarios);
  const used = scenarios.reduce((sum, s) => sum + (s.hoursPerYear ?? 0), 0);
  const whole = Math.max(YEAR, used);
  return (
    <div
      className="flex h-[24px] flex-1 gap-px"
      role="img"
      aria-label={msg('view.scenarios.ofHoursAssigned', { used, year: YEAR })}
    >
      {scenarios.map((s, i) => {
        const hours = s.hoursPerYear ?? 0;
        if (hours === 0) return null;
        const wide = hours / whole > 0.08;
        return (
          <div
            key={s.id}
            title={`${s.name ?? s.id}: ${hours} h`}
            className="flex items-center gap-1.5 overflow-hidden px-1.5"
            style={{
              width: `${(hours / whole) * 100}%`,
              minWidth: 4,
              background: `color-mix(in srgb, ${lineStyle(i).color} ${wide ? 18 : 70}%, transparent)`,
              borderTop: `3px solid ${lineStyle(i).color}`,
            }}
          >
            {wide && (
              <>
                <ScenarioLetter index={i} letter={letterOf(i)} small />
                <b className="text-[12px] font-semibold whitespace-nowrap">{hours} h</b>
              </>
            )}
          </div>
        );
      })}
      {used < YEAR && (
        <div className="border-line text-inkq flex flex-1 items-center justify-center border text-[12px] whitespace-nowrap">
          {msg('view.scenarios.offForH', { year: YEAR - used })}
        </div>
      )}
      {used > YEAR && (
        <div className="text-fails flex items-center px-2 text-[12px] whitespace-nowrap">
          {msg('view.scenarios.hTooMany', { used: used - YEAR })}
        </div>
      )}
    </div>
  );
}
