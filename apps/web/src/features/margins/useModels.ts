import { prepareStudy, type SolvedScenario } from '@cedar-knot/core';
import { useMemo } from 'react';
import { useStudy } from '../context.js';

/** The scenarios as they are solved now, with the models that readings are held against: results come from the recalculation. */
export function useModels(): SolvedScenario[] {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const prepared = useMemo(() => prepareStudy(study).scenarios, [study]);
  return useMemo(
    () =>
      prepared.map((s) => {
        const result = shown[s.id]?.outcome.result;
        return { id: s.id, problems: s.problems, ...(s.model ? { model: s.model } : {}), ...(result ? { result } : {}) };
      }),
    [prepared, shown],
  );
}
