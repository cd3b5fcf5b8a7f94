import { describeEntry, judgeCatalogue, type ModelWhole } from '@cedar-knot/core';
import { useMemo } from 'react';
import { useDisplay } from '../context.js';
import { sheetFacts } from './columns.js';
import { Facts } from './Facts.js';

/** A motor's plate. */
export function MotorSheet({ model }: { model: ModelWhole }) {
  const display = useDisplay();
  const read = useMemo(
    () => judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, motors: { x: model.entry } }).motors.get('x') ?? {},
    [model.entry],
  );
  const e = model.entry as Record<string, string | number | undefined>;
  const shares = Array.isArray(read.efficiency) ? (read.efficiency as number[]) : [read.efficiency as number | undefined];
  const percent = (x: number | undefined): string | undefined => (x === undefined ? undefined : `${(x * 100).toFixed(1)} %`);
  return (
    <div className="grid grid-cols-2 gap-x-5">
      <Facts
        title="Plate"
        facts={[
          ['rated power', e.ratedPower],
          ['mains', [e.voltage, e.frequency].filter(Boolean).join(', ')],
          ...sheetFacts('motors', 'data', describeEntry('motors', read), display),
          ['duty', e.duty],
        ]}
      />
      <Facts
        title="Efficiency"
        facts={
          shares.length === 3
            ? [
                ['at 50 % load', percent(shares[0])],
                ['at 75 % load', percent(shares[1])],
                ['at full load', percent(shares[2])],
                ['cos φ', String(e.powerFactor ?? '')],
              ]
            : [
                ['at full load', percent(shares[0])],
                ['cos φ', String(e.powerFactor ?? '')],
              ]
        }
      />
    </div>
  );
}
