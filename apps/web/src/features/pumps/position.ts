import { entrySpeed, performanceAt, usable, type ModelWhole, type RankedPump, type Study } from '@cedar-knot/core';
import { entryIn, letterOf } from '../../state/address.js';
import { judgedEntry } from '../entry/judged.js';
import type { AskedPoint, PumpLine } from '../entry/PumpCurves.js';
import type { useRanking } from './useRanking.js';

/** The place in the study that candidates are tried in. */
export interface Position {
  pump: string;
  /** of a scenario in the study */
  index: (scenario: string) => number;
  /** units that share its flow there */
  running: (scenario: string) => number;
  /** units that are to stand by there */
  standby: (scenario: string) => number;
}

export function positionOf(study: Study, pump: string): Position {
  const index = (scenario: string): number => study.scenarios.findIndex((s) => s.id === scenario);
  const count = (scenario: string, key: string, otherwise: number): number => {
    const found = entryIn(study, study.scenarios[index(scenario)], pump, key).value;
    return typeof found === 'number' && found > 0 ? found : otherwise;
  };
  return { pump, index, running: (s) => count(s, 'running', 1), standby: (s) => count(s, 'standby', 0) };
}

/** what each scenario needs of one unit */
export function askedPoints(required: ReturnType<typeof useRanking>['required'], { index, running }: Position): AskedPoint[] {
  return Object.entries(required).map(([s, r]) => ({
    flow: r.flow / running(s),
    head: r.head,
    index: index(s),
    letter: letterOf(index(s)),
  }));
}

/** a candidate as it would run, with its duties; nothing where the model is not here or has no curve */
export function lineOf(c: RankedPump, model: ModelWhole | undefined, { index, running }: Position): PumpLine[] {
  const input = model && usable(judgedEntry(model.entry).read);
  if (!input) return [];
  const speed = c.speed ?? input.maxSpeed ?? entrySpeed(input);
  const performance = performanceAt(input, { speed, stages: c.stages, diameter: c.diameter ?? undefined });
  const duties = Object.entries(c.scenarios).flatMap(([s, d]) =>
    d.head === null ? [] : [{ flow: d.flow / running(s), head: d.head, index: index(s) }],
  );
  return [{ id: c.model, name: model.name, performance, duties }];
}

/** the type of the pump that stands there, by which a catalogue is narrowed first; in a well a borehole pump where its entry says none */
export function presentType(study: Study, pump: string): { type?: string } {
  const line = study.lines.find((l) => l.elements.some((e) => e.id === pump));
  const element = line?.elements.find((e) => e.id === pump);
  const type = study.pumps?.[String(element?.pump)]?.type;
  if (typeof type === 'string' && type !== 'other') return { type };
  const isInWell = element?.bore !== undefined || (line !== undefined && study.points[line.from]?.kind === 'well');
  return isInWell ? { type: 'borehole-multistage' } : {};
}
