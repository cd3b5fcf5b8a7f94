import { fixed } from '@cedar-knot/wording';
import { allElements } from '@cedar-knot/core';
import type { Margin, Operation } from '@cedar-knot/core';
import { useState } from 'react';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { DragScale } from './DragScale.js';
import { msg } from './words.js';

/** where the control valve stands in the active scenario; it can be set by hand there, and given back to its set point */
export function ValveOpening() {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.movingShown ?? s.shown);
  const change = useStudy((s) => s.change);
  const move = useStudy((s) => s.move);
  const drop = useStudy((s) => s.drop);
  const [held, setHeld] = useState<number | null>(null);
  const display = useDisplay();
  const index = study.scenarios.findIndex((s) => s.id === active);
  const valve = allElements(study).find((e) => e.kind === 'control-valve');
  const r = valve && shown[active]?.outcome.result?.elements[valve.id];
  if (!valve || r?.kind !== 'control-valve') return null;
  const set = study.scenarios[index]!.set ?? {};
  const margin: Margin | undefined = shown[active]?.outcome.result?.margins.find(
    (m) => m.check === 'valve-opening' && m.where === valve.id,
  );
  const limits = [margin?.limit, margin?.upper].filter((x) => typeof x === 'number');
  const byHand = set[`${valve.id}.mode`] === 'opening';
  const follow = (): void => {
    const kept = Object.fromEntries(Object.entries(set).filter(([a]) => a !== `${valve.id}.mode` && a !== `${valve.id}.opening`));
    change(msg('view.curves.followsItsSetPoint', { valve: valve.id }), [
      { op: 'set', path: ['scenarios', index, 'set'], ...(Object.keys(kept).length > 0 ? { value: kept } : {}) },
    ]);
  };
  const label = msg('view.curves.openingSetManually', { valve: valve.id });
  const byHandAt = (opening: number): Operation[] => [
    {
      op: 'set',
      path: ['scenarios', index, 'set'],
      value: { ...set, [`${valve.id}.mode`]: 'opening', [`${valve.id}.opening`]: Math.round(opening * 1000) / 1000 },
    },
  ];
  const opening = held ?? r.opening;
  return (
    <div className="pb-1">
      <div className="mb-1 flex items-center justify-between">
        <span className="flex items-center gap-1.5 font-semibold">
          {msg('view.curves.valveOpening')} <ScenarioLetter index={index} letter={letterOf(index)} small />
        </span>
        <span>
          <b className="font-semibold">{opening === null ? '–' : fixed(opening * 100, 1)}</b> <span className="text-inkq">%</span>
        </span>
      </div>
      {byHand && opening !== null ? (
        <DragScale
          label={msg('view.curves.valveOpening')}
          value={opening}
          min={0.05}
          max={1}
          step={0.005}
          ticks={limits}
          tickText={(v) => `${Math.round(v * 100)}`}
          onGrab={() => undefined}
          onMove={(v) => {
            setHeld(v);
            move(byHandAt(v));
          }}
          onEnd={() => {
            drop(label);
            setHeld(null);
          }}
        />
      ) : null}
      <p className="text-inkq text-[12px]">
        {byHand
          ? msg('view.curves.setManuallyInThisScenario')
          : msg('view.curves.calculatedFor', { flow: display.number(r.flow, 'flow'), unit: display.unit('flow') })}
        {typeof valve.valve === 'string' && r.opening !== null && (
          <button type="button" className="text-cedar" onClick={byHand ? follow : () => change(label, byHandAt(r.opening!))}>
            {byHand ? msg('view.curves.followTheSetPoint') : msg('view.curves.setManually')}
          </button>
        )}
      </p>
    </div>
  );
}
