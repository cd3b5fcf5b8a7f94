/** A version as far as it matters for keeping it. */
export interface KeptVersion {
  version: number;
  savedAt: Date;
  isNamed: boolean;
  /** the earlier version with whose help it is kept */
  base: number | null;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/**
 * Which versions may go: all of a day stay, then the last of every hour for a week, then the last of every day. Named ones stay, the
 * newest stays, and so does one with whose help another is kept.
 *
 * @param versions of one study, in any order
 */
export function thinnedOut(versions: readonly KeptVersion[], now: Date): number[] {
  const sorted = [...versions].sort((a, b) => b.version - a.version);
  const seen = new Set<string>();
  const kept = sorted.filter((v, i) => {
    const age = now.getTime() - v.savedAt.getTime();
    if (age < DAY) return true;
    const span = age < 7 * DAY ? HOUR : DAY;
    const slot = `${span} ${Math.floor(v.savedAt.getTime() / span)}`;
    const isLast = !seen.has(slot);
    seen.add(slot);
    return i === 0 || v.isNamed || isLast;
  });
  const needed = new Set(kept.flatMap((v) => (v.base === null ? [] : [v.base])));
  const stays = new Set(kept.map((v) => v.version));
  return sorted.filter((v) => !stays.has(v.version) && !needed.has(v.version)).map((v) => v.version);
}
