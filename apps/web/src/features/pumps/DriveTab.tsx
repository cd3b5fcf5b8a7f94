import { allElements, motorFactor, nextRating, usable } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { setShared } from '../../state/address.js';
import { bypassAround, leastFlow } from '../../state/bypass.js';
import type { DriveFigures } from '../../state/studyStore.js';
import { useStudy } from '../context.js';
import { judgedEntry } from '../entry/judged.js';
import { ControlSchemes } from './ControlSchemes.js';
import { EnergyTable } from './EnergyTable.js';
import { MotorTable } from './MotorTable.js';
import { msg } from './words.js';

/** The motor in every scenario, where the electricity of a year goes, and the same duties by other ways of control. */
export function DriveTab({ pump }: { pump: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const rebuild = useStudy((s) => s.rebuild);
  const curves = useStudy((s) => s.outcome?.curves ?? null);
  const [notice, setNotice] = useState<string | null>(null);
  const ask = useStudy((s) => s.driveOf);
  const [figures, setFigures] = useState<DriveFigures | null | undefined>(undefined);
  useEffect(() => {
    let gone = false;
    void ask(pump).then((f) => !gone && setFigures(f), () => !gone && setFigures(null)); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [ask, pump, study]);
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  if (figures === undefined) return <p className="text-inkq px-3 py-4">{msg('view.pumps.calculating2')}</p>;
  const known = figures?.duties.filter((x) => x.result.shaftPower !== null) ?? [];
  if (known.length === 0) return <p className="text-inkq px-3 py-4">{msg('view.pumps.noShaftPowerForIts', { pump })}</p>;
  const units = known.map((x) => x.result.shaftPower! / x.result.running);
  const fitting = nextRating(Math.max(...units), motorFactor);
  const rated = known[0]!.ratedPower;
  const entryName = allElements(study).find((e) => e.id === pump)?.pump;
  const entry = typeof entryName === 'string' ? study.pumps?.[entryName] : undefined;
  const take = (): void => {
    if (fitting === undefined || !entry || typeof entryName !== 'string') return;
    const motor = { ...(entry.motor as object | undefined), ratedPower: `${fitting / 1000} kW` };
    change(msg('view.pumps.motorOfKw', { entryName, fitting: fitting / 1000 }), [
      { op: 'set', path: ['pumps', entryName, 'motor'], value: motor },
    ]);
  };
  const buildBypass = (): void => {
    const pumpInput = entry ? usable(judgedEntry(entry).read) : undefined;
    const flows = known.map(({ id, result }) => {
      const trace = curves?.pumps.find((t) => t.scenarios.includes(id));
      return { scenario: id, flow: result.flow, least: leastFlow(pumpInput, result, trace?.minFlow ?? null) };
    });
    const built = bypassAround(study, pump, flows);
    setNotice(built.ok ? null : built.reason);
    if (built.ok && rebuild(msg('view.pumps.minimumFlowLineAt', { pump }), built))
      setNotice(msg('view.pumps.andItsLineWereAdded', { select: built.select, pump }));
  };
  return (
    <div className="flex flex-col gap-3 px-3 py-2" data-drive={pump}>
      <MotorTable study={study} duties={known} rated={rated} fitting={fitting} onTake={entry && take} />
      <EnergyTable study={study} energy={new Map(figures!.energy)} />
      {notice && (
        <p role="status" className="bg-wash rounded-[3px] px-2 py-1 text-[12px]">
          {notice}
        </p>
      )}
      <ControlSchemes
        schemes={figures!.schemes}
        index={index}
        onBypass={buildBypass}
        onTrim={(mm) => change(msg('view.pumps.diameterMm', { pump, mm }), setShared(study, pump, 'diameter', `${mm} mm`))}
      />
    </div>
  );
}
