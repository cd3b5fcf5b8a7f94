/** A model of the catalogue that a study has taken, in the revision that it took; null where it does not say which. */
export interface TakenModel {
  model: string;
  revision: number | null;
}

type Entries = Record<string, { from?: { model?: unknown; revision?: unknown } } | null> | undefined;

/** The models of the catalogue that the entries of a study were taken from, each once. @param study as it is kept */
export function modelsTaken(study: unknown): TakenModel[] {
  const { pumps, valves } = study as { pumps?: Entries; valves?: Entries };
  const found = new Map<string, TakenModel>();
  for (const entry of [...Object.values(pumps ?? {}), ...Object.values(valves ?? {})]) {
    const { model, revision } = entry?.from ?? {};
    if (typeof model !== 'string' || model.length > 36 || found.has(model)) continue;
    found.set(model, { model, revision: Number.isInteger(revision) ? (revision as number) : null });
  }
  return [...found.values()];
}
