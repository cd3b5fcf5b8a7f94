/** deeper than this nothing of a study lies: what does is taken as it is */
const DEEPEST = 40;

/**
 * A document with everything that stands in it as it stood before taken from before: parts that are the same are the same objects, and what
 * was worked out from them holds. Neither is changed; keys in another order are another document, since things are worked out in theirs.
 */
export function grafted(next: unknown, before: unknown, depth = 0): unknown {
  if (next === before || depth > DEEPEST) return next;
  if (Array.isArray(next)) return Array.isArray(before) ? graftedList(next, before, depth) : next;
  const [now, then] = [plain(next), plain(before)];
  return now && then ? graftedObject(now, then, depth) : next;
}

type Plain = Record<string, unknown>;

const plain = (x: unknown): Plain | undefined =>
  typeof x === 'object' && x !== null && !Array.isArray(x) ? (x as Plain) : undefined;

function graftedList(next: readonly unknown[], before: readonly unknown[], depth: number): readonly unknown[] {
  let out: unknown[] | undefined;
  let isSame = next.length === before.length;
  for (let i = 0; i < next.length; i++) {
    const part = grafted(next[i], before[i], depth + 1);
    isSame &&= part === before[i];
    if (part !== next[i]) (out ??= [...next])[i] = part;
  }
  return isSame ? before : (out ?? next);
}

function graftedObject(next: Plain, before: Plain, depth: number): Plain {
  const keys = Object.keys(next);
  const order = Object.keys(before);
  let out: Plain | undefined;
  let isSame = keys.length === order.length;
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i]!;
    const was = Object.hasOwn(before, key) ? before[key] : undefined;
    const part = grafted(next[key], was, depth + 1);
    isSame &&= key === order[i] && part === was;
    if (part !== next[key]) (out ??= { ...next })[key] = part;
  }
  return isSame ? before : (out ?? next);
}
