import { unitsToChoose } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

const NAMES: Readonly<Record<string, string>> = {
  flow: msg('view.person.quantityFlow'),
  head: msg('view.person.quantityHead'),
  length: msg('view.person.quantityLength'),
  diameter: msg('view.person.quantityDiameter'),
  pressure: msg('view.person.quantityPressure'),
  temperature: msg('view.person.quantityTemperature'),
  velocity: msg('view.person.quantityVelocity'),
  power: msg('view.person.quantityPower'),
  viscosity: msg('view.person.quantityViscosity'),
};

/** as it is read, in the midst of a sentence too */
export const quantityName = (quantity: string): string => NAMES[quantity] ?? quantity;

/** The unit of each quantity, in two columns of a grid. */
export function UnitRows({
  quantities,
  chosen,
  none,
  onChoose,
}: {
  quantities: readonly string[];
  /** symbol of the unit; undefined where none is chosen */
  chosen: (quantity: string) => string | undefined;
  /** words of a choice that takes the unit away */
  none?: (quantity: string) => string;
  onChoose: (quantity: string, symbol: string | undefined) => void;
}) {
  return quantities.map((quantity) => (
    <div key={quantity} className="contents">
      <span>{quantityName(quantity)}</span>
      <Select
        label={msg('view.person.unitOf', { quantity: quantityName(quantity) })}
        value={chosen(quantity)}
        {...(none ? { none: none(quantity) } : {})}
        options={unitsToChoose(quantity).map((u) => [u, prettyUnit(u)])}
        onChange={(u) => onChoose(quantity, u)}
      />
    </div>
  ));
}
