import { fixed, said } from '@cedar-knot/wording';
import { SERVICE_WORDS, type Service, type SuctionState } from '@cedar-knot/core';
import { entryIn } from '../../state/address.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const VENTING = {
  'self-venting': 'self-venting: gas rises against the flow',
  pockets: msg('view.suction.gasPocketsMayRemain'),
  swept: msg('view.suction.gasIsCarriedAlong'),
} as const;

/** How the suction is filled and vented, its inlet, and the margin that is usual: notes beside the NPSH, judged by nothing. */
export function SuctionFacts({ state, pump }: { state: SuctionState; pump: string }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const scenario = study.scenarios.find((s) => s.id === active);
  const service = entryIn(study, scenario, pump, 'service').value as Service | undefined;
  const head = (m: number): string => `${d.number(m, 'head')} ${d.unit('head')}`;
  const length = (m: number): string => `${d.number(m, 'length')} ${d.unit('length')}`;
  const { isFlooded, greatestLift, velocity, froude, venting, straight, gasHead, criterion, guidance } = state;
  const { byEnergy, byService } = guidance;
  return (
    <ul
      aria-label={msg('view.suction.primingInletAndUsualMargin')}
      className="text-inkq flex flex-none flex-wrap gap-x-3 text-[12px] leading-[17px]"
    >
      <li>
        {isFlooded ? (
          <>
            <b className="text-ink font-semibold">{msg('view.suction.flooded')}</b>{' '}
            {msg('view.suction.bySelfFilling', { head: head(state.static) })}
          </>
        ) : (
          <>
            <b className="text-near font-semibold">{msg('view.suction.suctionLift')}</b>{' '}
            {msg('view.suction.primingRequired', { head: head(-state.static) })}
            {greatestLift !== null && msg('view.suction.greatestLift', { head: head(Math.max(0, greatestLift)) })}
          </>
        )}
      </li>
      {velocity !== null && (
        <li title={msg('view.suction.froudeNumberVGD')}>
          {state.isNozzle ? msg('view.suction.nozzle') : msg('view.suction.inlet')} {d.number(velocity, 'velocity')}{' '}
          {d.unit('velocity')}
          {venting && msg('view.suction.fr', { froude: fixed(froude!, 2), venting: VENTING[venting] })}
        </li>
      )}
      {straight && (
        <li title={msg('view.suction.ansiHi966')}>
          {msg('view.suction.straightInlet', { length: length(straight.length) })}
          {straight.length < straight.wanted * (1 - 1e-9) && (
            <b className="text-near"> {msg('view.suction.recommended', { length: length(straight.wanted) })}</b>
          )}
        </li>
      )}
      {gasHead !== null && (
        <li>
          {msg('view.suction.dissolvedGas')}
          {gasHead < 0 ? (
            <b className="text-fails">{msg('view.suction.releasedShort', { head: head(-gasHead) })}</b>
          ) : (
            msg('view.suction.staysDissolvedReserve', { head: head(gasHead) })
          )}
        </li>
      )}
      <li>
        {msg('app.npshr')}{' '}
        {criterion === 'npsh3' ? msg('view.suction.asNpsh33HeadDrop') : msg('view.suction.byTheMakersCriterion')}
      </li>
      {byEnergy && (
        <li title={msg('view.suction.ansiHi961')}>
          {msg('view.suction.usualRatioBySuctionEnergy', { byenergy: byEnergy[0], byenergy2: byEnergy[1] })}
        </li>
      )}
      {byService && service && (
        <li title={msg('view.suction.ansiHi9612')}>
          {msg('view.suction.ratioAnd', {
            servicewords: said(SERVICE_WORDS[service]),
            ratio: byService.ratio,
            head: head(byService.difference),
          })}
        </li>
      )}
    </ul>
  );
}
