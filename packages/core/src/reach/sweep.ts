import { isCheckCode, type CheckCode } from '../checks/index.js';
import type { Study } from '../document/study.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { Probe, marginIn } from './headroom.js';
import { movedStudy, type StudyInput } from './inputs.js';

/** What is read at every step: a figure of a result (`P1.flow`), or the value of a margin (`npsh-ratio:P1`). */
export type SweepReading = { name: string } & (
  { kind: 'figure'; id: string; key: string } | { kind: 'margin'; check: CheckCode; where: string }
);

/** A reading by its name; undefined where it is written as neither. */
export function readingOf(name: string): SweepReading | undefined {
  const colon = name.indexOf(':');
  if (colon > 0) {
    const [check, where] = [name.slice(0, colon), name.slice(colon + 1)];
    return isCheckCode(check) && where !== '' ? { name, kind: 'margin', check, where } : undefined;
  }
  const dot = name.lastIndexOf('.');
  return dot > 0 ? { name, kind: 'figure', id: name.slice(0, dot), key: name.slice(dot + 1) } : undefined;
}

/** The value of a reading, SI; null where it has none, undefined where there is no such figure. */
export function readAt(s: SolvedScenario, r: SweepReading): number | null | undefined {
  if (!s.result || s.result.status === 'failed') return null;
  if (r.kind === 'margin') return marginIn(s, r.check, r.where)?.value ?? null;
  const { elements, points, lines } = s.result;
  const thing = (elements[r.id] ?? points[r.id] ?? lines[r.id]) as Readonly<Record<string, unknown>> | undefined;
  if (!thing) return undefined;
  const value = thing[r.key];
  return value === null || typeof value === 'number' ? value : undefined;
}

/** a share of what stands there, to both sides, with which a sweep begins; of a number without dimension at least so much */
const AROUND = 0.3;
const LEAST_NUMBER = 0.1;
const LEAST_QUANTITY = 1e-3;

/** From where to where an input is moved where nothing is said: around what stands there, inside what the field takes. SI, absolute. */
export function sweepRange({ field }: StudyInput, now: number): [number, number] {
  const least = field.type === 'quantity' ? LEAST_QUANTITY : Math.min(LEAST_NUMBER, field.max - field.min);
  const span = Math.max(AROUND * Math.abs(now), least);
  const bounds = field.type === 'quantity' && field.dimension === 'pressure' ? [0, Infinity] : [field.min, field.max];
  return [Math.max(now - span, bounds[0]!), Math.min(now + span, bounds[1]!)];
}

export interface SweepRow {
  step: number;
  /** SI, pressures at a place absolute */
  input: number;
  scenario: string;
  status: 'solved' | 'limited' | 'failed';
  values: Record<string, number | null>;
}

/**
 * Moves one input from a value to another in equal steps, in some scenarios, and reads figures and margins at each.
 *
 * @param from,to SI, pressures absolute @param steps parts: one row more a scenario
 */
export function sweepRows(
  study: Study,
  scenarios: readonly SolvedScenario[],
  input: StudyInput,
  from: number,
  to: number,
  steps: number,
  readings: readonly SweepReading[],
): SweepRow[] {
  const rows: SweepRow[] = [];
  for (const present of scenarios) {
    const probe = new Probe(study, present.id, input, present);
    for (let step = 0; step <= steps; step++) {
      const value = step === steps ? to : from + ((to - from) * step) / steps;
      const s = probe.at(value);
      const values = Object.fromEntries(readings.map((r) => [r.name, readAt(s, r) ?? null]));
      rows.push({ step, input: value, scenario: present.id, status: s.result?.status ?? 'failed', values });
    }
  }
  return rows;
}

/** A figure or a margin over two inputs in one scenario; rows by the second input, from its least to its greatest value. */
export interface Field {
  x: number[];
  y: number[];
  /** `values[j][i]` at `x[i]`, `y[j]`; null where it is not solved or has none */
  values: (number | null)[][];
}

/**
 * Moves two inputs over a grid in one scenario and reads one figure or margin at each place. It yields after each row.
 *
 * @param x,y input, and from where to where, SI; in so many equal steps each
 */
export function* fieldOf(
  study: Study,
  scenario: string,
  x: { input: StudyInput; from: number; to: number },
  y: { input: StudyInput; from: number; to: number },
  steps: number,
  reading: SweepReading,
): Generator<number, Field> {
  const places = ({ from, to }: { from: number; to: number }): number[] =>
    Array.from({ length: steps + 1 }, (_, i) => (i === steps ? to : from + ((to - from) * i) / steps));
  const [xs, ys] = [places(x), places(y)];
  const values: (number | null)[][] = [];
  for (const b of ys) {
    const row = movedStudy(study, scenario, y.input, b);
    values.push(
      xs.map((a) => {
        const [s] = runStudy(movedStudy(row, scenario, x.input, a)).scenarios;
        return (s && readAt(s, reading)) ?? null;
      }),
    );
    yield values.length;
  }
  return { x: xs, y: ys, values };
}
