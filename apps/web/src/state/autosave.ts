import type { DocumentChange, Study } from '@cedar-knot/core';

/** Where a study stands between this page and the server. */
export type SaveState =
  | { kind: 'saved'; at: string | null }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  | { kind: 'offline' }
  | { kind: 'refused'; message: string }
  | { kind: 'conflict'; version: number; savedAt: string; changes: DocumentChange[] };

export interface SaveBackend {
  /** @param saveId of this save: sent again, it is the same one */
  save(version: number, study: Study, saveId: string): Promise<{ version: number; savedAt: string }>;
}

/** The part of a failed save that decides what to do next. */
export interface SaveFailure {
  status: number;
  message: string;
  body: { version?: number; savedAt?: string; changes?: DocumentChange[] };
}

const QUIET_MS = 600;
const RETRY_MS = 2500;

/**
 * Saves the newest study a moment after the last change, one save at a time. A lost connection is tried again until it
 * is back, with the very save whose answer was lost first: it may have been kept. A study that someone else has saved meanwhile is
 * never written over.
 */
export class Autosave {
  private saved: Study;
  private wanted: Study;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private busy = false;
  /** a save of which it is not known whether it was kept */
  private unsure: { id: string; study: Study } | undefined;

  constructor(
    study: Study,
    private version: number,
    private readonly backend: SaveBackend,
    private readonly show: (state: SaveState) => void,
  ) {
    this.saved = study;
    this.wanted = study;
  }

  get isSaved(): boolean {
    return this.saved === this.wanted && !this.busy;
  }

  changed(study: Study): void {
    this.wanted = study;
    if (this.saved === study) return;
    this.show({ kind: 'unsaved' });
    this.schedule(QUIET_MS);
  }

  /** Saves now, without the quiet moment. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    if (!this.busy && this.saved !== this.wanted) await this.save();
  }

  /** After a conflict: takes the other's version number as seen, so that the next save goes on top of it. */
  rebase(version: number): void {
    this.version = version;
    this.schedule(0);
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  private async save(): Promise<void> {
    const { id, study } = this.unsure ?? { id: crypto.randomUUID(), study: this.wanted };
    this.unsure = { id, study };
    this.busy = true;
    this.show({ kind: 'saving' });
    try {
      const { version, savedAt } = await this.backend.save(this.version, study, id);
      this.unsure = undefined;
      this.version = version;
      this.saved = study;
      this.busy = false;
      if (this.wanted === study) this.show({ kind: 'saved', at: savedAt });
      else this.schedule(0);
    } catch (error) {
      this.busy = false;
      this.failed(error as SaveFailure);
    }
  }

  private failed(error: SaveFailure): void {
    const { status, message, body } = error;
    if (status >= 400 && status < 500) this.unsure = undefined;
    if (status === 409)
      this.show({ kind: 'conflict', version: body.version ?? 0, savedAt: body.savedAt ?? '', changes: body.changes ?? [] });
    else if (status === 422 || status === 400 || status === 404 || status === 413) this.show({ kind: 'refused', message });
    else {
      this.show({ kind: 'offline' });
      this.schedule(RETRY_MS);
    }
  }
}
