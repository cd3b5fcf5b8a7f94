import type { CompiledLine } from './line.js';
import type { NetworkSolution, SolveFailure } from './types.js';

/** What comes of a network: its solution with the laws that it was found with, or why there is none. */
export type NetworkResult =
  { ok: true; solution: NetworkSolution; compiled: readonly CompiledLine[] } | { ok: false; failure: SolveFailure };
