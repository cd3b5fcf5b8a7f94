import type { DocumentChange, Study } from '@cedar-knot/core';
import { msg } from '../words.js';

/** Where a study stands between this page and the server. */
export type SaveState =
  | { kind: 'saved'; at: string | null }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  /** not kept yet, and tried again: what is away, in the words of who said so */
  | { kind: 'offline'; away: Away; message: string }
  /** not kept yet, and tried again: this page has no session */
  | { kind: 'denied'; message: string }
  | { kind: 'refused'; message: string }
  | { kind: 'conflict'; version: number; savedAt: string; changes: DocumentChange[] };

/** why something is not stored now */
export type Away = 'application' | 'database' | 'disk' | 'other';

/** A study that is not stored yet, as a browser keeps it over a reload. */
export interface KeptEdit {
  /** on which it rests */
  version: number;
  /** the save of which it is not known whether it was kept: sent again first, as the same one */
  sent: { id: string; study: Study } | undefined;
  wanted: Study;
}

export interface SaveBackend {
  /** @param saveId of this save: sent again, it is the same one */
  save(version: number, study: Study, saveId: string): Promise<{ version: number; savedAt: string }>;
  /** whether application and database answer, known within 4 s */
  isThere?(): Promise<boolean>;
  /** keeps over a reload what is not stored yet */
  keep?(edit: KeptEdit): Promise<void>;
  forget?(): Promise<void>;
}

/** The part of a failed save that decides what to do next. */
export interface SaveFailure {
  status: number;
  message: string;
  body: { error?: string; version?: number; savedAt?: string; changes?: DocumentChange[] };
}

const QUIET_MS = 600;
const RETRY_MS = 2500;
/** what does not end by itself within a moment */
const STUCK: ReadonlySet<SaveState['kind']> = new Set(['offline', 'denied', 'refused', 'conflict']);
/** between two looks at whether a save is done, ms */
const WAIT_MS = 50;
/** a save that takes longer makes the page ask whether there is anybody, ms */
const SOON_MS = 600;
/** between such questions, ms */
const ASK_AGAIN_MS = 1000;
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
  private state: SaveState['kind'] = 'saved';
  private readonly show: (state: SaveState) => void;
  /** a save of which it is not known whether it was kept */
  private unsure: { id: string; study: Study } | undefined;

  constructor(
    study: Study,
    private version: number,
    private readonly backend: SaveBackend,
    show: (state: SaveState) => void,
    kept?: KeptEdit,
  ) {
    this.show = (state) => {
      this.state = state.kind;
      show(state);
    };
    this.saved = study;
    this.wanted = kept?.wanted ?? study;
    if (!kept) return;
    this.version = kept.version;
    this.unsure = kept.sent;
    this.schedule(0);
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
    if (this.saved === this.wanted) return;
    if (this.busy) this.keep();
    else await this.save();
  }

  /** After a conflict: takes the other's version number as seen, so that the next save goes on top of it. */
  rebase(version: number): void {
    this.version = version;
    this.schedule(0);
  }

  /** The version that is stored, once all is; refused where it cannot be. */
  async settled(): Promise<number> {
    for (;;) {
      await this.flush();
      if (this.isSaved) return this.version;
      if (!this.busy && STUCK.has(this.state)) throw new Error(msg('app.notAllIsSaved'));
      await new Promise((resolve) => setTimeout(resolve, WAIT_MS));
    }
  }

  /** Takes over what the server stored itself on top of the version that was stored; what was changed meanwhile stands on it. */
  adopt(version: number, savedAt: string, study: Study): void {
    const isAll = this.isSaved;
    this.version = version;
    this.wanted = study;
    if (!isAll) return this.changed(study);
    this.saved = study;
    this.show({ kind: 'saved', at: savedAt });
  }

  /** Gives up what is not stored. */
  async discard(): Promise<void> {
    this.stop();
    this.saved = this.wanted;
    await this.backend.forget?.();
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
    this.keep();
    this.show({ kind: 'saving' });
    const watch = setTimeout(() => void this.askWhile(id), SOON_MS);
    try {
      const { version, savedAt } = await this.backend.save(this.version, study, id);
      this.unsure = undefined;
      this.version = version;
      this.saved = study;
      this.busy = false;
      if (this.wanted !== study) return this.schedule(0);
      void this.backend.forget?.();
      this.show({ kind: 'saved', at: savedAt });
    } catch (error) {
      this.busy = false;
      this.failed(error as SaveFailure);
    } finally {
      clearTimeout(watch);
    }
  }

  /** while a save is not answered, asks whether anybody is there: a database that stands still says nothing at all */
  private async askWhile(id: string): Promise<void> {
    const isPending = (): boolean => this.busy && this.unsure?.id === id;
    while (isPending() && this.backend.isThere) {
      const isThere = await this.backend.isThere();
      if (isPending()) this.show(isThere ? { kind: 'saving' } : NOBODY);
      await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MS));
    }
  }

  private keep(): void {
    void this.backend.keep?.({ version: this.version, sent: this.unsure, wanted: this.wanted });
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
      if (status === 401 || status === 403) this.show({ kind: 'denied', message });
      else if (status !== 409) this.show({ kind: 'offline', away: awayOf(status, body.error), message });
      this.schedule(status === 409 ? 0 : isTooSlow ? SLOW_RETRY_MS : RETRY_MS);
    }
  }
}

const NOBODY: SaveState = { kind: 'offline', away: 'database', message: msg('app.theDatabaseDoesNotRespond') };

function awayOf(status: number, error: string | undefined): Away {
  if (status === 0) return 'application';
  return error === 'database' ? 'database' : error === 'disk-full' ? 'disk' : 'other';
}
