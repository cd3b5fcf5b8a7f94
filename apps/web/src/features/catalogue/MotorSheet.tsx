import { fixed } from '@cedar-knot/wording';
import { describeEntry, judgeCatalogue, type ModelWhole } from '@cedar-knot/core';
import { useMemo } from 'react';
import { useDisplay } from '../context.js';
import { sheetFacts } from './columns.js';
import { Facts } from './Facts.js';
import { msg } from './words.js';

/** A motor's plate. */
export function MotorSheet({ model }: { model: ModelWhole }) {
  const display = useDisplay();
  const read = useMemo(
    () => judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, motors: { x: model.entry } }).motors.get('x') ?? {},
    [model.entry],
  );
  const e = model.entry as Record<string, string | number | undefined>;
  const shares = Array.isArray(read.efficiency) ? (read.efficiency as number[]) : [read.efficiency as number | undefined];
  const percent = (x: number | undefined): string | undefined => (x === undefined ? undefined : `${fixed(x * 100, 1)} %`);
  return (
    <div className="grid grid-cols-2 gap-x-5">
      <Facts
        title={msg('view.catalogue.plate')}
        facts={[
          [msg('view.catalogue.ratedPower'), e.ratedPower],
          [msg('view.catalogue.mainsFact'), [e.voltage, e.frequency].filter(Boolean).join(', ')],
          ...sheetFacts('motors', 'data', describeEntry('motors', read), display),
          [msg('view.catalogue.dutyFact'), e.duty],
        ]}
      />
      <Facts
        title={msg('view.catalogue.efficiency')}
        facts={
          shares.length === 3
            ? [
                [msg('view.catalogue.at50Load'), percent(shares[0])],
                [msg('view.catalogue.at75Load'), percent(shares[1])],
                [msg('view.catalogue.atFullLoad2'), percent(shares[2])],
                [msg('view.catalogue.cos'), String(e.powerFactor ?? '')],
              ]
            : [
                [msg('view.catalogue.atFullLoad2'), percent(shares[0])],
                [msg('view.catalogue.cos'), String(e.powerFactor ?? '')],
              ]
        }
      />
    </div>
  );
}
