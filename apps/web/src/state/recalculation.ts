import type { Study } from '@cedar-knot/core';
import type { Outcome } from '../worker/outcome.js';

/** Works a study out somewhere else: in a web worker on the page, plainly in a test. */
export type Calculator = (study: Study, pump: string | null, isTried?: boolean) => Promise<Outcome>;

/**
 * Keeps one calculation running and only the newest study waiting: typing never queues work that nobody will see.
 */
export class Recalculation {
  private running = false;
  private waiting: { study: Study; pump: string | null } | undefined;

  constructor(
    private readonly calculate: Calculator,
    private readonly arrived: (outcome: Outcome, study: Study) => void,
    private readonly failed: (error: unknown) => void,
  ) {}

  request(study: Study, pump: string | null): void {
    this.waiting = { study, pump };
    if (!this.running) void this.work();
  }

  private async work(): Promise<void> {
    this.running = true;
    while (this.waiting) {
      const { study, pump } = this.waiting;
      this.waiting = undefined;
      try {
        this.arrived(await this.calculate(study, pump), study);
      } catch (error) {
        this.failed(error);
      }
    }
    this.running = false;
  }
}
