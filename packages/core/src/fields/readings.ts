import type { Read, Reader } from './reader.js';

/**
 * What was read of entries, by the entry as it is written. A study is read as a whole and then for each of its scenarios, and comes again
 * with another number somewhere: what reads without a fault, and by no density, is read once. It is shared and not to be changed, and so are
 * the entries.
 */
export class Readings {
  private readonly known = new WeakMap<object, Read>();
  private readonly laid = new WeakMap<Read, WeakMap<object, Read>>();

  /** @param atmosphere of the site, Pa absolute: gauge pressures refer to it */
  constructor(readonly atmosphere: number) {}

  /** an entry as it was read before, else as `read` reads it now */
  of(raw: object, reader: Reader, read: () => Read): Read {
    return kept(this.known, raw, reader, read);
  }

  /** a shared entry with a scenario's departures laid over it */
  over(base: Read, departures: object, reader: Reader, read: () => Read): Read {
    let laid = this.laid.get(base);
    if (!laid) this.laid.set(base, (laid = new WeakMap()));
    return kept(laid, departures, reader, read);
  }
}

function kept(known: WeakMap<object, Read>, raw: object, reader: Reader, read: () => Read): Read {
  const found = known.get(raw);
  if (found) return found;
  const { usedDensity } = reader;
  const before = reader.problems.length;
  reader.usedDensity = false;
  const out = read();
  if (!reader.usedDensity && reader.problems.length === before) known.set(raw, out);
  reader.usedDensity ||= usedDensity;
  return out;
}
