import type { RawScenario, Study } from '../document/study.js';
import type { BuildContext } from '../elements/kind.js';
import type { Read } from '../fields/reader.js';
import { fluidKind, stateOf } from '../fluids/fluid.js';
import type { FluidState } from '../fluids/kind.js';
import type { Problem } from '../issues/issues.js';
import type { AlongInput } from '../network/types.js';
import { beggsBrill } from '../pipes/beggs-brill.js';
import type { PointDetail, ScenarioModel } from './model.js';
import type { Site } from './site.js';
import { word, type Word } from '../words/word.js';

/** the fluid of a scenario: which, as entered, and its properties at the temperature */
export interface ChosenFluid {
  name: string;
  entries: ScenarioModel['fluidEntries'];
  state: FluidState;
}

/** What follows the liquid along its way, where temperature or pressure change it; problems are added. */
export function alongInput(
  study: Study,
  raw: RawScenario,
  own: Read,
  { name, entries, state }: ChosenFluid,
  points: readonly PointDetail[],
  problems: Problem[],
): AlongInput | undefined {
  const kind = fluidKind(entries.kind)!;
  const isThermal = (own.thermal ?? study.thermal) === true;
  const isCompressible = kind.isCompressible === true;
  if (!isThermal && !isCompressible) return undefined;
  const temperature = own.temperature as number | undefined;
  const lack = (path: string, key: string, label: Word): undefined =>
    void problems.push({ code: 'missing', path, where: [raw.id], detail: { reason: 'missing', key, label } });
  if (isThermal && state.specificHeat === undefined)
    return lack(`fluids.${name}.specificHeat`, 'specificHeat', word('field.specific-heat-for-the-temperature-along-the'));
  const isFed = points.every((p) => p.kind === 'junction' || typeof p.read.temperature === 'number');
  if (temperature === undefined && (!isThermal || !isFed))
    return lack(`scenarios[${study.scenarios.indexOf(raw)}].temperature`, 'temperature', word('field.temperature'));
  const mixture = entries.gradient === 'beggs-brill' ? beggsBrill : undefined;
  if (mixture && isBranched(study)) {
    problems.push({
      code: 'bad-value',
      path: `fluids.${name}.gradient`,
      where: [raw.id],
      detail: { reason: 'gradient-in-network' },
    });
    return undefined;
  }
  return {
    isThermal,
    isCompressible,
    temperature:
      temperature ?? Math.max(...points.flatMap((p) => (typeof p.read.temperature === 'number' ? [p.read.temperature] : []))),
    range: kind.range(entries),
    stateAt: remembered((t, p) => stateOf(entries, t, isCompressible ? p : undefined), isCompressible),
    ...(mixture ? { mixture } : {}),
  };
}

/** more than two lines meet somewhere */
function isBranched({ points, lines }: Study): boolean {
  return Object.keys(points).some((id) => lines.filter((l) => l.from === id || l.to === id).length > 2);
}

/** what an element has to know where the liquid is followed */
export function followedBy({ isThermal }: AlongInput, own: Read, site: Site): NonNullable<BuildContext['followed']> {
  return { isThermal, ambient: (own.ambientTemperature as number | undefined) ?? site.ambient };
}

/** states by temperature and pressure: rounds ask for the same again, and water takes its time */
function remembered(stateAt: AlongInput['stateAt'], isCompressible: boolean): AlongInput['stateAt'] {
  const known = new Map<number, FluidState>();
  if (isCompressible) return stateAt;
  return (temperature, pressure) => {
    let found = known.get(temperature);
    if (!found) {
      if (known.size > 20_000) known.clear();
      known.set(temperature, (found = stateAt(temperature, pressure)));
    }
    return found;
  };
}
