import { isCheckCode, type RawScenario, type Study } from '@cedar-knot/core';
import { checkName, figureName } from '@cedar-knot/wording';
import { entryIn } from './address.js';

/** Address of a figure of a thing, or of a check at it: `L-420.headLoss`, `npsh-ratio:P-410`. */
export function figureAddress(id: string, figure: string): string {
  return isCheckCode(figure) ? `${figure}:${id}` : `${id}.${figure}`;
}

/** What an address is called: `head loss of L-420`, `NPSH ratio at P-410`. */
export function addressName(address: string): string {
  const [check, where] = address.split(':');
  if (where !== undefined) return `${checkName(check!)} at ${where}`;
  const parts = address.split('.');
  const key = parts.pop()!;
  const id = parts.join('.');
  if (id === 'fluid') return `${SPOKEN[key] ?? key} of the fluid`;
  if (id === 'heatBalance') return `${figureName(key)} of the system`;
  return id.startsWith('breakdown.') ? `${key} in the head of ${id.slice(10)}` : `${SPOKEN[key] ?? figureName(key)} of ${id}`;
}

/** keys that are entries or properties, not figures */
const SPOKEN: Readonly<Record<string, string>> = {
  kinematicViscosity: 'kinematic viscosity',
  vapourPressure: 'vapour pressure',
  criticalPressure: 'critical pressure',
  inletHead: 'total head at the inlet',
  outletHead: 'total head at the outlet',
  inside: 'inside diameter',
  specificCapacity: 'specific capacity',
  restLevel: 'rest level',
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
