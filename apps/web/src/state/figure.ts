import { isCheckCode, type RawScenario, type Study } from '@cedar-knot/core';
import { checkName, figureName } from '@cedar-knot/wording';
import { entryIn } from './address.js';
import { msg } from '../words.js';

/** Address of a figure of a thing, or of a check at it: `L-420.headLoss`, `npsh-ratio:P-410`. */
export function figureAddress(id: string, figure: string): string {
  return isCheckCode(figure) ? `${figure}:${id}` : `${id}.${figure}`;
}

/** What an address is called: `head loss of L-420`, `NPSH ratio at P-410`. */
export function addressName(address: string): string {
  const [check, where] = address.split(':');
  if (where !== undefined) return msg('app.at', { checkName: checkName(check!), where });
  const parts = address.split('.');
  const key = parts.pop()!;
  const id = parts.join('.');
  if (id === 'fluid') return msg('app.ofTheFluid', { spoken: SPOKEN[key] ?? key });
  if (id === 'heatBalance') return msg('app.ofTheSystem', { figureName: figureName(key) });
  return id.startsWith('breakdown.')
    ? msg('app.inTheHeadOf', { key, id: id.slice(10) })
    : msg('app.of', { spoken: SPOKEN[key] ?? figureName(key), id });
}

/** keys that are entries or properties, not figures */
const SPOKEN: Readonly<Record<string, string>> = {
  kinematicViscosity: msg('app.kinematicViscosity'),
  vapourPressure: msg('app.vapourPressure'),
  criticalPressure: msg('app.criticalPressure'),
  inletHead: msg('app.totalHeadAtTheInlet'),
  outletHead: msg('app.totalHeadAtTheOutlet'),
  inside: msg('app.insideDiameter'),
  specificCapacity: msg('app.specificCapacity'),
  restLevel: msg('app.restLevel'),
};

/** The entry behind an address as it was typed, as a scenario sees it; undefined where there is none. */
export function typedAt(study: Study, scenario: RawScenario | undefined, address: string): string | undefined {
  const dot = address.indexOf('.');
  const id = address.slice(0, dot);
  const key = address.slice(dot + 1);
  if (id === 'scenario') return typeof scenario?.[key] === 'string' ? scenario[key] : undefined;
  if (id === 'site') return (study.site as Record<string, string> | undefined)?.[key];
  const { value } = entryIn(study, scenario, id, key);
  return typeof value === 'string' || typeof value === 'number' ? String(value) : undefined;
}
