import { fixed, prettyUnit } from '@cedar-knot/wording';
import { allElements, quantityOf, type StageLadder } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { LadderChart } from './LadderChart.js';
import { StagesAsked, TrueDuties } from './LadderTables.js';
import { msg } from './words.js';

/** shares of head that a wear allowance may take */
const WEARS = [0, 0.02, 0.05, 0.08, 0.1, 0.15] as const;

/** the mains of an entry, Hz; 50 where it names none */
function mainsOf(frequency: unknown): 50 | 60 {
  const hertz = quantityOf(frequency, 'frequency');
  return hertz !== undefined && Math.abs(hertz - 60) < 1 ? 60 : 50;
}

/** The stages that the study's pump needs in each scenario, the counts that are made, and the true duty of each count around them. */
export function StageLadderTab({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const ask = useStudy((s) => s.stageLadder);
  const display = useDisplay();
  const [ladder, setLadder] = useState<StageLadder | null | undefined>(undefined);
  const [mains, setMains] = useState<'own' | 'other'>('own');
  const [wear, setWear] = useState(0);
  const element = allElements(study).find((e) => e.id === pump);
  const entry = study.pumps?.[String(element?.pump)];
  const own = mainsOf(entry?.frequency);
  const factor = mains === 'own' ? 1 : own === 60 ? 50 / 60 : 60 / 50;
  useEffect(() => {
    let gone = false;
    const options = { ...(factor === 1 ? {} : { speedFactor: factor }), ...(wear === 0 ? {} : { wear }) };
    void ask(pump, options).then((l) => !gone && setLadder(l), () => !gone && setLadder(null)); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [ask, pump, study, factor, wear]);
  const made = Array.isArray(entry?.stageOptions) ? (entry.stageOptions as number[]) : [];
  const now = typeof element?.stages === 'number' ? element.stages : typeof entry?.stages === 'number' ? entry.stages : 1;
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  if (ladder === undefined) return <p className="text-inkq px-3 py-4">{msg('view.pumps.calculating')}</p>;
  if (ladder === null || ladder.governing === null)
    return <p className="text-inkq px-3 py-4">{msg('view.pumps.hasNoCurveOrNo', { pump })}</p>;
  const outside = quantityOf(entry?.outsideDiameter, 'diameter');
  const bore = quantityOf(element?.bore, 'diameter');
  const fit = outside === undefined || bore === undefined ? null : { outside, bore, fits: outside <= bore };
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2 overflow-auto px-3 py-2" data-ladder={pump}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px]">
        <Segmented
          label={msg('view.pumps.mains')}
          value={mains}
          options={[
            { value: 'own', text: `${own} Hz` },
            { value: 'other', text: `${own === 60 ? 50 : 60} Hz` },
          ]}
          onChange={setMains}
        />
        <span className="text-inkq">
          {fixed(ladder.speed, 0)} {prettyUnit('rpm')}
        </span>
        <label className="flex items-center gap-1.5">
          {msg('view.pumps.wear')}
          <Select
            label={msg('view.pumps.wearAllowance')}
            value={String(wear)}
            options={WEARS.map((w) => [
              String(w),
              w === 0 ? msg('view.pumps.asInTheStudy') : msg('view.pumps.atLeast', { w: 100 * w }),
            ])}
            onChange={(v) => setWear(Number(v ?? 0))}
            className="w-[150px]"
          />
        </label>
        {fit !== null && (
          <span data-fit={fit.fits}>
            <VerdictMark kind={fit.fits ? 'holds' : 'fails'} size={9} />{' '}
            {msg('view.pumps.fitsTheBore', { isFits: fit.fits ? 'yes' : 'no' })}
            <b className="font-semibold">{display.number(fit.outside, 'diameter')}</b>{' '}
            {msg('view.pumps.of2', { bore: display.number(fit.bore, 'diameter'), unit: display.unit('diameter') })}
          </span>
        )}
      </div>
      <p className="text-[12.5px]">
        <b className="font-semibold">{typeof entry?.name === 'string' ? entry.name : pump}</b>{' '}
        <span className="text-inkq">
          {msg('view.pumps.now', {
            value:
              made.length > 0
                ? msg('view.pumps.availableWithStages', { value: [...made].sort((a, b) => a - b).join(', ') })
                : msg('view.pumps.anyNumberOfStages'),
            now,
          })}
        </span>
        <span className="float-right inline-flex items-center gap-1.5">
          <ScenarioLetter index={index(ladder.governing)} letter={letterOf(index(ladder.governing))} small />
          <b className="font-semibold">{msg('view.pumps.governing')}</b> {fixed(ladder.scenarios[ladder.governing]!.exact, 2)} →{' '}
          {ladder.required}
          {ladder.made === null ? (
            <span className="text-fails">{msg('view.pumps.largerThanAvailable')}</span>
          ) : ladder.made === ladder.required ? (
            msg('view.pumps.available')
          ) : (
            msg('view.pumps.available2', { made: ladder.made })
          )}
        </span>
      </p>
      {entry && (
        <LadderChart
          ladder={ladder}
          entry={entry}
          now={now}
          at={{ speed: ladder.speed, diameter: quantityOf(element?.diameter, 'diameter') }}
        />
      )}
      <StagesAsked study={study} ladder={ladder} made={made} now={now} />
      <TrueDuties study={study} ladder={ladder} now={now} pump={pump} />
    </div>
  );
}
