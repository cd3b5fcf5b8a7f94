import { SERVICE_WORDS, type Service, type SuctionState } from '@cedar-knot/core';
import { entryIn } from '../../state/address.js';
import { useDisplay, useStudy } from '../context.js';

const VENTING = {
  'self-venting': 'self-venting: gas rises against the flow',
  pockets: 'gas may stay in pockets',
  swept: 'gas is swept along',
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
      aria-label="Priming, inlet and usual margin"
      className="text-inkq flex flex-none flex-wrap gap-x-3 text-[12px] leading-[17px]"
    >
      <li>
        {isFlooded ? (
          <>
            <b className="text-ink font-semibold">flooded</b> by {head(state.static)}, fills itself
          </>
        ) : (
          <>
            <b className="text-near font-semibold">◐ suction lift</b> {head(-state.static)}, priming required
            {greatestLift !== null && `; greatest lift ${head(Math.max(0, greatestLift))}`}
          </>
        )}
      </li>
      {velocity !== null && (
        <li title="Froude number v/√(g·D): below 0.31 gas rises, from 1 it is swept along (Simpson 1968)">
          {state.isNozzle ? 'nozzle' : 'inlet'} {d.number(velocity, 'velocity')} {d.unit('velocity')}
          {venting && `, Fr ${froude!.toFixed(2)}: ${VENTING[venting]}`}
        </li>
      )}
      {straight && (
        <li title="ANSI/HI 9.6.6, pump piping: 5 diameters or more">
          straight inlet {length(straight.length)}
          {straight.length < straight.wanted * (1 - 1e-9) && <b className="text-near"> ◐ of {length(straight.wanted)} advised</b>}
        </li>
      )}
      {gasHead !== null && (
        <li>
          dissolved gas{' '}
          {gasHead < 0 ? (
            <b className="text-fails">▲ comes out, {head(-gasHead)} short</b>
          ) : (
            `stays dissolved by ${head(gasHead)}`
          )}
        </li>
      )}
      <li>NPSHR {criterion === 'npsh3' ? 'as NPSH3 (3 % head drop)' : 'by the maker’s own criterion'}</li>
      {byEnergy && (
        <li title="ANSI/HI 9.6.1, margins by suction energy: guidance, the limit is that of the check">
          usual ratio by suction energy {byEnergy[0]} to {byEnergy[1]}
        </li>
      )}
      {byService && service && (
        <li title="ANSI/HI 9.6.1, margins by service: guidance, the limit is that of the check">
          {SERVICE_WORDS[service]}: ratio {byService.ratio} and {head(byService.difference)}
        </li>
      )}
    </ul>
  );
}
