/** One difference between two documents. `before` or `after` is absent where the entry is new or gone. */
export interface DocumentChange {
  path: string;
  before?: unknown;
  after?: unknown;
}

/**
 * What differs between two JSON documents, in the order of the newer one. Lists of things with ids are compared by id, so
 * that an inserted element is one change and not a shift of all that follow.
 */
export function diffDocuments(before: unknown, after: unknown, path = ''): DocumentChange[] {
  if (Object.is(before, after)) return [];
  if (Array.isArray(before) && Array.isArray(after)) return diffLists(before, after, path);
  if (isPlain(before) && isPlain(after)) {
    const keys = new Set([...Object.keys(after), ...Object.keys(before)]);
    return [...keys].flatMap((key) => {
      const at = path === '' ? key : `${path}.${key}`;
      if (!(key in after)) return [{ path: at, before: before[key] }];
      return key in before ? diffDocuments(before[key], after[key], at) : [{ path: at, after: after[key] }];
    });
  }
  return [{ path, before, after }];
}

function diffLists(before: readonly unknown[], after: readonly unknown[], path: string): DocumentChange[] {
  const ids = (list: readonly unknown[]): string[] | undefined => {
    const all = list.map((x) => (isPlain(x) && typeof x.id === 'string' ? x.id : undefined));
    return all.every((x) => x !== undefined) ? all : undefined;
  };
  const a = ids(before);
  const b = ids(after);
  if (!a || !b) {
    const same = before.length === after.length;
    if (same) return after.flatMap((x, i) => diffDocuments(before[i], x, `${path}[${i}]`));
    return [{ path, before, after }];
  }
  const placeBefore = new Map(a.map((id, i) => [id, i]));
  const isThere = new Set(b);
  const changes = b.flatMap((id, i) => {
    const old = placeBefore.get(id);
    return old === undefined
      ? [{ path: `${path}[${id}]`, after: after[i] }]
      : diffDocuments(before[old], after[i], `${path}[${id}]`);
  });
  a.forEach((id, i) => {
    if (!isThere.has(id)) changes.push({ path: `${path}[${id}]`, before: before[i] });
  });
  const kept = b.filter((id) => placeBefore.has(id));
  if (kept.join('\n') !== a.filter((id) => isThere.has(id)).join('\n'))
    changes.push({ path: `${path} (order)`, before: a, after: b });
  return changes;
}

function isPlain(x: unknown): x is Record<string, unknown> {
  return typeof x === 'object' && x !== null && !Array.isArray(x);
}

/** Whether two JSON documents hold the same, in whichever order their entries stand. */
export function isSameDocument(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => isSameDocument(x, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && isSameDocument(a[key], b[key]));
}
