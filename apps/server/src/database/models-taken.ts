/** A model of the catalogue that a study has taken, in the revision that it took; null where it does not say which. */
export interface TakenModel {
  model: string;
  revision: number | null;
}

const ID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** of the column */
const MOST_REVISION = 2 ** 31 - 1;

type Entries = Record<string, { from?: { model?: unknown; revision?: unknown } } | null> | undefined;

/** The models of the catalogue that the entries of a study were taken from, each once; what is no id of a model is none. @param study as it is kept */
export function modelsTaken(study: unknown): TakenModel[] {
  const { pumps, valves } = study as { pumps?: Entries; valves?: Entries };
  const found = new Map<string, TakenModel>();
  for (const entry of [...Object.values(pumps ?? {}), ...Object.values(valves ?? {})]) {
    const { model, revision } = entry?.from ?? {};
    if (typeof model !== 'string' || !ID.test(model) || found.has(model)) continue;
    const isRevision = Number.isInteger(revision) && Number(revision) >= 1 && Number(revision) <= MOST_REVISION;
    found.set(model, { model, revision: isRevision ? Number(revision) : null });
  }
  return [...found.values()];
}
