import { insideOf, pipeDimensions, pipeWeight, type RawEntry } from '@cedar-knot/core';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

/** lb/ft in a kg/m: 0.3048/0.45359237 (NIST SP 811) */
const POUNDS_PER_FOOT = 0.3048 / 0.45359237;

/** What a size of the tables is: outside, wall, bore, and the mass of a metre, empty and full of the scenario's liquid. */
export function PipeNumbers({ entry }: { entry: RawEntry }) {
  const density = useStudy((s) => s.shown[s.active]?.outcome.medium?.density);
  const display = useDisplay();
  const { size, schedule } = entry;
  if (typeof size !== 'string' || typeof schedule !== 'string') return null;
  const made = pipeDimensions(size, schedule);
  const mass = pipeWeight(size, schedule, density ?? 1000);
  const inside = insideOf(size, schedule);
  if (!made || !mass || typeof inside !== 'number') return null;
  const isUs = display.system === 'us';
  const shown = (x: number): string => (isUs ? x * POUNDS_PER_FOOT : x).toPrecision(3);
  return (
    <p className="text-inkq flex-none px-3 pb-2 text-[12px]">
      {msg('view.system.outside')} <b className="text-ink font-semibold">{display.number(made.outside, 'diameter', 4)}</b>{' '}
      {msg('view.system.wall')}
      <b className="text-ink font-semibold">{display.number(made.wall, 'diameter', 3)}</b> {msg('view.system.bore')}
      <b className="text-ink font-semibold">{display.number(inside, 'diameter', 4)}</b> {display.unit('diameter')}
      <br />
      <b className="text-ink font-semibold">{shown(mass.empty)}</b>{' '}
      {msg('view.system.emptyWeight', { isUs: isUs ? 'yes' : 'no' })}
      <b className="text-ink font-semibold">{shown(mass.full)}</b> {msg('view.system.full')}
    </p>
  );
}
