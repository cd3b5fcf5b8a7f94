import type { DocumentChange, Study } from '@cedar-knot/core';

/** Where a study stands between this page and the server. */
export type SaveState =
  | { kind: 'saved'; at: string | null }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  /** not kept yet, and tried again: the application does not answer, or cannot keep it now */
  | { kind: 'offline'; message: string }
  /** not kept yet, and tried again: this page has no session */
  | { kind: 'denied'; message: string }
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
  body: { error?: string; version?: number; savedAt?: string; changes?: DocumentChange[] };
}

const QUIET_MS = 600;
const RETRY_MS = 2500;
/** what took too long to be judged is not asked of the server all the time */
const SLOW_RETRY_MS = 30_000;
/** refused for what it holds: it is sent again when it has changed. Anything else is tried until it is kept */
const OF_CONTENT: ReadonlySet<number> = new Set([400, 413, 415, 422]);

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

  private failed({ status, message, body }: SaveFailure): void {
    const isTooSlow = body.error === 'too-slow';
    const isConflict = status === 409 && body.error !== 'save-id-used';
    // the answer was about this very save; any other leaves it open whether an earlier sending of it was kept
    if (status === 409 || OF_CONTENT.has(status)) this.unsure = undefined;
    if (isConflict)
      this.show({ kind: 'conflict', version: body.version ?? 0, savedAt: body.savedAt ?? '', changes: body.changes ?? [] });
    else if (OF_CONTENT.has(status) && !isTooSlow) this.show({ kind: 'refused', message });
    else {
      if (status !== 409) this.show({ kind: status === 401 || status === 403 ? 'denied' : 'offline', message });
      this.schedule(status === 409 ? 0 : isTooSlow ? SLOW_RETRY_MS : RETRY_MS);
    }
  }
}
