import type { RawScenario, Study } from '../document/study.js';

/** What a valve is asked where no system is known: minimum, normal and maximum, each with its own pressures. As typed, with units. */
export interface ValveDuty {
  flow: string;
  /** static, before the valve */
  inlet: string;
  /** static, behind it */
  outlet: string;
  temperature?: string;
}

export type DutyName = 'minimum' | 'normal' | 'maximum';

export const VALVE_DUTIES: readonly DutyName[] = ['minimum', 'normal', 'maximum'];

/** the valve in such a study */
export const SIZED_VALVE = 'CV-1';

/**
 * A study of a control valve between two pressures: each duty is a scenario in which it holds the flow, so that everything that is said of
 * a valve in a system is said of it there.
 *
 * @param duties those that are given
 * @param fluid entries of the liquid, as in a study file
 * @param bore of the line, as typed: a short pipe of it stands on both sides, for the Reynolds number and what is said of other sizes
 */
export function valveDutyStudy(
  title: string,
  duties: Readonly<Partial<Record<DutyName, ValveDuty>>>,
  fluid: Readonly<Record<string, unknown>> & { kind: string },
  bore: string | undefined,
): Study {
  const given = VALVE_DUTIES.filter((name) => duties[name]);
  const first = duties[given[0]!]!;
  // no longer than a drawing needs it to be
  const stub = (id: string): { id: string; kind: 'pipe'; [key: string]: unknown } => ({
    id,
    kind: 'pipe',
    length: '0.001 m',
    inside: bore,
    roughness: '0.05 mm',
  });
  const scenarios = given.map((name): RawScenario => {
    const duty = duties[name]!;
    return {
      id: name,
      name: name[0]!.toUpperCase() + name.slice(1),
      fluid: 'liquid',
      temperature: duty.temperature ?? '20 degC',
      role: name,
      set: { [`${SIZED_VALVE}.flow`]: duty.flow, 'IN.pressure': duty.inlet, 'OUT.pressure': duty.outlet },
    };
  });
  return {
    format: 'cedar-knot-study',
    version: 1,
    title,
    fluids: { liquid: fluid },
    points: {
      IN: { kind: 'pressure', name: 'Before the valve', elevation: '0 m', pressure: first.inlet, basis: 'static' },
      OUT: { kind: 'pressure', name: 'Behind the valve', elevation: '0 m', pressure: first.outlet, basis: 'static' },
    },
    lines: [
      {
        id: 'L-1',
        from: 'IN',
        to: 'OUT',
        elements: [
          ...(bore === undefined ? [] : [stub('L-2')]),
          { id: SIZED_VALVE, kind: 'control-valve', mode: 'flow', flow: first.flow },
          ...(bore === undefined ? [] : [stub('L-3')]),
        ],
      },
    ],
    scenarios,
  };
}
