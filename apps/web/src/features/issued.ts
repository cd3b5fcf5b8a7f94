import { nextRevision, standingOf, type IssuedRevision, type Stands } from '@cedar-knot/core';
import { useEffect, useMemo } from 'react';
import { useIssuedStore } from '../state/issued.js';
import { useStudy } from './context.js';

export interface Issued extends Partial<Stands> {
  revisions: readonly IssuedRevision[] | null;
  /** the letter that the next one takes */
  next: string;
}

/** How the study as it is now stands to what was issued of it; read once a study. */
export function useIssued(): Issued {
  const id = useStudy((s) => s.id);
  const study = useStudy((s) => s.study);
  const { of, revisions, papers, load } = useIssuedStore();
  const isKnown = of === id && revisions !== null;
  useEffect(() => {
    // a page that cannot read them says nothing of them; the save mark says that nobody answers
    if (useIssuedStore.getState().of !== id) load(id).catch(() => useIssuedStore.setState({ of: null }));
  }, [id, load]);
  return useMemo(() => {
    if (!isKnown) return { revisions: null, next: nextRevision([], study) };
    const next = nextRevision(
      revisions.map((r) => r.letter),
      study,
    );
    return { revisions, next, ...standingOf(study, papers) };
  }, [isKnown, revisions, papers, study]);
}
