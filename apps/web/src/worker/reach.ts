import type { Bringing, Fit, Largest, Nearest, NoFit, Sampled, Study, Takes } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import type { SweepAsked, Swept } from '../state/sweeps.js';
import type { FieldAsked, FieldFound } from './around.js';
import type { CellAsked } from './bringing.js';
import type { ReachWorkerApi } from './reach.worker.js';
import type { LongSight } from './longLine.js';
import type { SuctionFigures } from './suctionFigures.js';

/** Where it is looked for what brings a margin to its limit: in a worker on the page, plainly in a test. */
export interface ReachWork {
  seek(study: Study, cell: CellAsked, said: (found: Bringing[]) => void): Promise<boolean>;
  /** @param said told what is known so far: what NPSHA is made of first, then one search after the other */
  suction(study: Study, pump: string, said: (soFar: SuctionFigures) => void): Promise<SuctionFigures | null>;
  sweep(study: Study, asked: SweepAsked): Promise<Swept | null>;
  largest(study: Study, scenario: string, address: string): Promise<Largest | null>;
  stop(): void;
  nearest(study: Study, said: (scenario: string, found: Nearest[]) => void): Promise<boolean>;
  takes(study: Study, cell: CellAsked): Promise<Takes | null>;
  sample(study: Study, options: { runs: number; seed: number }, said: (done: number) => void): Promise<Sampled | null>;
  stopSampling(): void;
  fit(study: Study, addresses: readonly string[]): Promise<{ ok: true; fit: Fit } | { ok: false; reason: NoFit }>;
  field(study: Study, asked: FieldAsked): Promise<FieldFound | null>;
  longLines(study: Study): Promise<Record<string, LongSight>>;
}

let made: ReachWork | undefined;

/** The worker that looks around inputs, apart from that of the recalculation; made when the first cell is opened, and then the same. */
export function reachWorker(): ReachWork {
  if (made) return made;
  const begun = (): Comlink.Remote<ReachWorkerApi> =>
    Comlink.wrap<ReachWorkerApi>(new Worker(new URL('./reach.worker.ts', import.meta.url), { type: 'module' }));
  const found = begun();
  // every cell at once is work for two
  let second: Comlink.Remote<ReachWorkerApi> | undefined;
  made = {
    seek: (study, cell, said) => found.seek(study, cell, Comlink.proxy(said)),
    suction: (study, pump, said) => found.suction(study, pump, Comlink.proxy(said)),
    sweep: (study, asked) => found.sweep(study, asked),
    largest: (study, scenario, address) => found.largest(study, scenario, address),
    stop: () => void found.stop(),
    nearest: async (study, said) => {
      second ??= begun();
      const half = (k: 0 | 1): string[] => study.scenarios.filter((_, i) => i % 2 === k).map((s) => s.id);
      const both = [found.nearest(study, Comlink.proxy(said), half(0)), second.nearest(study, Comlink.proxy(said), half(1))];
      return (await Promise.all(both)).every(Boolean);
    },
    takes: (study, cell) => found.takes(study, cell),
    sample: (study, options, said) => found.sample(study, options, Comlink.proxy(said)),
    stopSampling: () => void found.stopSampling(),
    fit: (study, addresses) => found.fit(study, addresses),
    field: (study, asked) => found.field(study, asked),
    longLines: (study) => found.longLines(study),
  };
  return made;
}
