import type { IssuedPaper, IssuedRevision } from '@cedar-knot/core';
import { create } from 'zustand';
import { api } from '../api/client.js';

/** What was issued of the study that is open. */
interface IssuedState {
  of: string | null;
  /** the oldest first; null until it is known */
  revisions: IssuedRevision[] | null;
  /** the last two with their documents */
  papers: IssuedPaper[];
  load: (id: string) => Promise<void>;
}

const NONE = { revisions: null, papers: [] };

export const useIssuedStore = create<IssuedState>((set, get) => ({
  of: null,
  ...NONE,
  async load(id) {
    if (get().of !== id) set({ of: id, ...NONE });
    const revisions = await api.revisions(id);
    const papers = await Promise.all(
      revisions.slice(-2).map(async ({ letter, date }) => {
        const known = get().of === id ? get().papers.find((p) => p.letter === letter) : undefined;
        return known ?? { letter, date, study: (await api.revision(id, letter)).document };
      }),
    );
    if (get().of === id) set({ revisions, papers });
  },
}));
