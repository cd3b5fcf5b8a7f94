import type { Lost, ReadAnew, ShelfTask, StoredPump, TaskResults } from '../work/task.js';
import type { WorkPool } from '../work/pool.js';
import type { ModelRow } from './rows.js';

/** models that go over together */
const BATCH = 400;
/** a shelf that others fill anew meanwhile is asked again so often */
const MOST_TRIES = 5;

export interface Batch {
  pumps: StoredPump[];
  heads: ModelRow[];
}

type Kind = Exclude<ShelfTask['kind'], 'shelve'>;
export type Asked<K extends Kind> = Omit<Extract<ShelfTask, { kind: K }>, 'kind' | 'at'>;
export type Answer<K extends Kind> = Exclude<TaskResults[K], Lost>;

const isLost = (x: unknown): x is Lost => (x as Partial<Lost>).isLost === true;

/** What a thread holds of the catalogue, as it is known here: the models, each with a mark that changes when it does. */
export class Shelf {
  private marks = new Map<string, string>();
  /** null: nothing was put there, or it was lost with its thread */
  private state: number | null = null;
  private count = 0;
  /** the last state at which all was there, which the thread goes on holding for a while */
  private whole: { at: number; size: number } | null = null;

  constructor(
    private readonly pool: WorkPool,
    /** of the thread */
    private readonly number: number,
  ) {}

  /** what a piece of work begins with: the state to be asked for until its end, and how many models stand there */
  get standing(): Readonly<{ at: number; size: number }> {
    return this.whole!;
  }

  /**
   * Puts there what is wanted and not there, and takes away what is not wanted.
   *
   * @param marks of all models that are to stand there @param load the data of some @param anew told what had to be read anew of them
   */
  async bring(
    marks: Map<string, string>,
    load: (ids: string[]) => Promise<Batch>,
    anew: (read: ReadAnew[]) => void = () => undefined,
  ): Promise<void> {
    const fresh = this.state === null;
    const known = fresh ? new Map<string, string>() : this.marks;
    const wanted = [...marks].filter(([id, mark]) => known.get(id) !== mark).map(([id]) => id);
    const gone = [...known.keys()].filter((id) => !marks.has(id));
    if (this.state !== null && this.state === this.whole?.at && wanted.length === 0 && gone.length === 0) return;
    for (let i = 0; i === 0 || i < wanted.length; i += BATCH) {
      const batch = await load(wanted.slice(i, i + BATCH));
      const isLast = i + BATCH >= wanted.length;
      const [from, to] = [fresh && i === 0 ? null : this.state, ++this.count];
      const put = await this.pool.ask(this.number, { kind: 'shelve', from, to, ...batch, gone: i === 0 ? gone : [], isLast });
      if (isLost(put)) {
        this.forget();
        return this.bring(marks, load, anew);
      }
      // what was put is known from here on: where loading fails it goes on from there
      this.state = to;
      if (i === 0) this.marks = new Map([...known].filter(([id]) => marks.has(id)));
      for (const id of wanted.slice(i, i + BATCH)) this.marks.set(id, marks.get(id)!);
      if (isLast) this.whole = { at: to, size: this.marks.size };
      if (put.read.length > 0) anew(put.read);
    }
  }

  private forget(): void {
    this.state = null;
    this.whole = null;
  }

  /**
   * Asks the thread.
   *
   * @param ready fills the shelf again where its thread has begun anew
   * @param at the state of a piece of work that was begun, else what stands there now
   * @throws where that state is no longer held: going on in another would leave models out, or take them twice
   */
  async ask<K extends Kind>(kind: K, task: Asked<K>, ready: () => Promise<void>, at?: number): Promise<Answer<K>> {
    for (let tries = 1; ; tries++) {
      const state = at ?? this.whole?.at ?? 0;
      const answer: unknown = await this.pool.ask(this.number, { kind, ...task, at: state } as never);
      if (!isLost(answer)) return answer as Answer<K>;
      if (answer.holds === null) this.forget();
      if (at !== undefined || tries === MOST_TRIES) throw new Error(`shelf ${this.number} holds ${answer.holds}, not ${state}`);
      await ready();
    }
  }
}
