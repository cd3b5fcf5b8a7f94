import { placedElements, quantityOf, type LineSizes, type RawElement, type Study } from '@cedar-knot/core';
import { useEffect, useMemo, useState } from 'react';
import { useStudy } from '../context.js';

/** Pipes that begin as a group: those of the chosen pipe's line that share its size; else the longest pipe's. */
export function usualGroup(study: Study, selected: string | null): string[] {
  const pipes = study.lines.flatMap((l) =>
    placedElements(l).flatMap(({ element: e }) => (e.kind === 'pipe' ? [{ e, line: l.id }] : [])),
  );
  const metres = (e: RawElement): number => quantityOf(e.length, 'length') ?? 0;
  const first = pipes.find((p) => p.e.id === selected) ?? [...pipes].sort((a, b) => metres(b.e) - metres(a.e))[0];
  if (!first) return [];
  return pipes
    .filter(
      (p) =>
        p.line === first.line && p.e.size === first.e.size && p.e.schedule === first.e.schedule && p.e.inside === first.e.inside,
    )
    .map((p) => p.e.id)
    .sort((a) => (a === first.e.id ? -1 : 0));
}

const QUIET_MS = 80;

/** The comparison for some pipes, worked out beside the recalculation; the last one stays until the next is there. */
export function useLineSizes(pipes: readonly string[]): { sizes: LineSizes | null; isOld: boolean } {
  const study = useStudy((s) => s.study);
  const pump = useStudy((s) => s.pump);
  const active = useStudy((s) => s.active);
  const compare = useStudy((s) => s.compareSizes);
  const [found, setFound] = useState<{ of: unknown; sizes: LineSizes | null } | null>(null);
  const asked = useMemo(() => ({ study, request: { pipes, pump, scenario: active } }), [study, pipes, pump, active]);
  useEffect(() => {
    let gone = false;
    const wait = setTimeout(() => {
      void compare(asked.request).then((sizes) => !gone && setFound({ of: asked, sizes }));
    }, QUIET_MS);
    return () => {
      gone = true;
      clearTimeout(wait);
    };
  }, [asked, compare]);
  return { sizes: found?.sizes ?? null, isOld: found?.of !== asked };
}
