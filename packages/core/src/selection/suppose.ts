import type { RawScenario, Study } from '../document/study.js';
import type { ValveNeed } from './valves.js';

/**
 * The study with another flow through a control valve in every scenario: what gives the flow of its line is given more (a pump of imposed
 * flow, the line itself), else the valve holds it.
 *
 * @param now what each scenario asks of the valve
 * @param factor over the flow of now
 */
export function withFlowThrough(study: Study, valve: string, now: Readonly<Record<string, ValveNeed>>, factor: number): Study {
  const line = study.lines.find((l) => l.elements.some((e) => e.id === valve));
  if (!line || factor === 1) return study;
  const given = line.elements.find((e) => e.kind === 'pump' && e.mode === 'flow');
  const set = (s: RawScenario): Record<string, unknown> => {
    const flow = now[s.id]?.flow;
    if (flow === undefined || !(flow > 0)) return { ...s.set };
    const more = `${flow * factor} m3/s`;
    if (given) return { ...s.set, [`${given.id}.flow`]: more };
    if (line.flow !== undefined) return { ...s.set, [`${line.id}.flow`]: more };
    const kept = Object.entries(s.set ?? {}).filter(([a]) => !HELD.some((key) => a === `${valve}.${key}`));
    return { ...Object.fromEntries(kept), [`${valve}.mode`]: 'flow', [`${valve}.flow`]: more };
  };
  return { ...study, scenarios: study.scenarios.map((s) => ({ ...s, set: set(s) })) };
}

/** entries of a valve that say what it is given */
const HELD = ['mode', 'flow', 'opening', 'kv', 'cv', 'drop', 'pressure'];
