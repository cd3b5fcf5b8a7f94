import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { forLog } from '../common/problem.js';
import { WorkPool } from '../work/pool.js';
import type { ReadAnew, ShelfTask } from '../work/task.js';
import { CatalogueRepository } from './catalogue.repository.js';
import { Shelf, type Answer, type Asked } from './shelf.js';

/** A fixed share of all models: their ids are drawn by lot. */
const shareOf = (id: string, shares: number): number => parseInt(id.slice(0, 8), 16) % shares;

type ListTask = Exclude<ShelfTask['kind'], 'shelve' | 'find' | 'rank'>;

/**
 * The catalogue as threads hold it: a fixed share of the pumps each, and one of them the lists. What has changed is brought to them when it
 * is first asked for, or told of; the database says whether anything has.
 */
@Injectable()
export class CatalogueShelves implements OnModuleDestroy {
  private readonly logger = new Logger('catalogue');
  private readonly pumps: readonly Shelf[];
  private readonly lists: Shelf;
  private readonly stamps = { pumps: '', lists: '' };
  private readonly bringing: { pumps?: Promise<void>; lists?: Promise<void> } = {};
  private keeping = Promise.resolve();
  private isClosed = false;

  constructor(
    private readonly rows: CatalogueRepository,
    private readonly pool: WorkPool,
  ) {
    this.pumps = Array.from({ length: pool.shelves }, (_, i) => new Shelf(pool, i));
    this.lists = new Shelf(pool, pool.shelves);
  }

  /** the shares, as they stand now */
  async shares(): Promise<readonly Shelf[]> {
    await this.ready('pumps');
    return this.pumps;
  }

  /** fills the shares of a thread that began anew */
  readonly again = (): Promise<void> => this.ready('pumps', true);

  /** asks the thread of the lists */
  async list<K extends ListTask>(kind: K, task: Asked<K>): Promise<Answer<K>> {
    await this.ready('lists');
    return this.lists.ask(kind, task, () => this.ready('lists', true));
  }

  /** the catalogue has changed, or the application begins: nobody is to wait for it later */
  prepare(): void {
    const failed = (error: unknown): void => void (this.isClosed || this.logger.warn(forLog(error)));
    this.ready('lists').then(() => this.ready('pumps')).catch(failed); // prettier-ignore
  }

  onModuleDestroy(): void {
    // what is on its way to threads that end never arrives, and nobody waits for it
    this.isClosed = true;
  }

  /** @param isAnew though nothing has changed in the database */
  private async ready(what: 'pumps' | 'lists', isAnew = false): Promise<void> {
    const stamp = await this.rows.stamp();
    if (isAnew) this.stamps[what] = '';
    while (this.stamps[what] !== stamp && !this.isClosed) {
      const { [what]: others } = this.bringing;
      if (others) {
        await others;
        continue;
      }
      const own = this.bring(what).then(() => void (this.stamps[what] = stamp));
      this.bringing[what] = own;
      await own.finally(() => delete this.bringing[what]);
    }
  }

  /** kept for the next start, one batch after the other, while nobody waits for it */
  private keep(read: ReadAnew[]): void {
    const then = async (): Promise<void> => (this.isClosed ? undefined : this.rows.keepInSi(read));
    this.keeping = this.keeping.then(then).catch((error: unknown) => void (this.isClosed || this.logger.warn(forLog(error))));
  }

  private async bring(what: 'pumps' | 'lists'): Promise<void> {
    const standing = await this.rows.standing();
    if (what === 'lists') {
      const marks = new Map(standing.map((m) => [m.id, `${m.revision} ${m.retired}`]));
      return this.lists.bring(marks, async (ids) => ({ pumps: [], heads: await this.rows.headRows(ids) }));
    }
    const shares = this.pumps.map(() => new Map<string, string>());
    for (const { id, kind, revision, retired } of standing)
      if (kind === 'pumps' && retired === '0') shares[shareOf(id, shares.length)]!.set(id, String(revision));
    await Promise.all(
      this.pumps.map((shelf, i) =>
        shelf.bring(
          shares[i]!,
          async (ids) => ({ pumps: await this.rows.pumps(ids), heads: [] }),
          (read) => this.keep(read),
        ),
      ),
    );
  }
}
