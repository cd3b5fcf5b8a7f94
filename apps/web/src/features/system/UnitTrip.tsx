import type { Tripped } from '@cedar-knot/core';
import { checkName } from '@cedar-knot/wording';
import { useEffect, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { Part } from './Part.js';
import { msg } from './words.js';

/** What the units that are left deliver when one of several trips, against what is required. */
export function UnitTrip({ id }: { id: string }) {
  const outcome = useStudy((s) => s.outcome);
  const ask = useStudy((s) => s.tripOf);
  const isGroup = useStudy((s) =>
    Object.values(s.shown).some((x) => {
      const r = x.outcome.result?.elements[id];
      return r?.kind === 'pump' && r.running > 1;
    }),
  );
  const [found, setFound] = useState<Tripped[] | null>(null);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    let isOld = false;
    if (isOpen) void ask(id).then((x) => !isOld && setFound(x));
    return () => void (isOld = true);
  }, [ask, id, isOpen, outcome]);
  if (!isGroup) return null;
  return (
    <Part title={msg('view.system.oneUnitTrips')} isOpen={isOpen} onOpen={setOpen}>
      {found === null ? (
        <p className="text-inkq text-[12px]">{msg('view.system.calculating')}</p>
      ) : (
        found.map((t) => <Trip key={t.scenario} t={t} />)
      )}
    </Part>
  );
}

function Trip({ t }: { t: Tripped }) {
  const scenarios = useStudy((s) => s.study.scenarios);
  const display = useDisplay();
  const index = scenarios.findIndex((s) => s.id === t.scenario);
  const flow = (q: number): string => `${display.number(q, 'flow')} ${display.unit('flow')}`;
  const isShort = t.share === null || t.share < 0.97;
  return (
    <div className="flex gap-1.5 pb-1 text-[12px] leading-4" data-tripped={t.scenario}>
      <ScenarioLetter index={index} letter={letterOf(index)} small />
      {t.flow === null ? (
        <span>
          <VerdictMark kind="fails" size={9} /> {msg('view.system.notSolvedWithRunning', { running: t.running })}
        </span>
      ) : (
        <span>
          {t.required !== null && <VerdictMark kind={isShort ? 'fails' : 'holds'} size={9} />}{' '}
          {msg('view.system.runningDeliver', { running: t.running })}
          <b>{flow(t.flow)}</b>
          {t.share !== null && (
            <>
              {msg('view.system.of3', {
                share: Math.round(t.share * 100),
                value:
                  t.required === null
                    ? msg('view.system.before', { flow: flow(t.before) })
                    : msg('view.system.theRequired', { flow: flow(t.required) }),
              })}
            </>
          )}
          {t.flowRatio !== null && msg('view.system.eachAtOfBep', { flowRatio: Math.round(t.flowRatio * 100) })}
          {t.fails.length > 0 && msg('view.system.thenFails', { fails: t.fails.map(checkName).join(', ') })}
          {t.standby !== null && t.standby > 0 && msg('view.system.inStandby', { standby: t.standby })}
        </span>
      )}
    </div>
  );
}
