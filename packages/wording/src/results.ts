import { studyVerdict, type ElementResult, type ScenarioResult, type SolvedScenario } from '@cedar-knot/core';
import { findingText, marginReason } from './findings.js';

/** What `solve` writes of a study that could be read: every scenario with its figures in SI, findings and reasons in words. */
export interface ResultsDocument {
  format: 'cedar-knot-results';
  version: 1;
  verdict: string;
  scenarios: unknown[];
}

/** The results of a study as a document; of scenarios that have a result. */
export const resultsDocument = (scenarios: readonly SolvedScenario[]): ResultsDocument => ({
  format: 'cedar-knot-results',
  version: 1,
  verdict: studyVerdict(scenarios),
  scenarios: scenarios.map((s) => writeScenario(s.result!)),
});

function writeScenario(r: ScenarioResult): unknown {
  return {
    id: r.id,
    status: r.status,
    verdict: r.verdict,
    incomplete: r.incomplete,
    messages: r.findings.map((f) => ({ code: f.code, severity: f.severity, where: f.where, text: findingText(f) })),
    points: r.points,
    lines: r.lines,
    elements: Object.fromEntries(Object.entries(r.elements).map(([id, e]) => [id, writeElement(e)])),
    solved: r.solved,
    breakdowns: r.breakdowns,
    margins: r.margins.map((m) => (m.reason === undefined ? m : { ...m, reason: marginReason(m) })),
    ...(r.heatBalance ? { heatBalance: r.heatBalance } : {}),
    ...(r.convergence ? { convergence: r.convergence } : {}),
  };
}

function writeElement(e: ElementResult): unknown {
  const { kind: _kind, ...rest } = e;
  return rest;
}
