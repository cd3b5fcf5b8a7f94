import type { PumpTrace, ServiceCurves, Study } from '@cedar-knot/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Shown } from '../../state/studyStore.js';
import { useDisplay, useStudy, useStudyStore } from '../context.js';
import { useThemeCount } from './charts.js';
import type { Family } from './family.js';
import { curvesModel, type HeldAxes } from './model.js';
import type { Shows } from './shows.js';

/** a hand that has rested so long has let go: the charts are brought up to date */
const REST_MS = 220;

/**
 * What is drawn of a service's curves. A handle that is grabbed leaves the curves of before as a trace; while it is held the axes stand.
 */
export function useCurvesModel(
  curves: ServiceCurves | null,
  shown: Readonly<Record<string, Shown>>,
  shows: Shows,
  family: Family,
) {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const tried = useStudy((s) => s.moving?.study ?? s.study);
  const active = useStudy((s) => s.active);
  const display = useDisplay();
  const theme = useThemeCount();
  const [held, setHeld] = useState<HeldAxes | undefined>(undefined);
  const [before, setBefore] = useState<{ traces: PumpTrace[]; study: Study } | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  // an undo back to where the handle was taken leaves nothing to trace
  const trail = before && before.study !== tried ? before.traces : [];
  const model = useMemo(
    () =>
      curves &&
      curvesModel(
        curves,
        study,
        shown,
        active,
        { flow: (q) => display.value(q, 'flow'), head: (h) => display.value(h, 'head'), power: (w) => display.value(w, 'power') },
        shows,
        trail,
        held,
        family,
      ),
    // the display depends on the unit system alone
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [curves, study.units, study.displayUnits, shown, active, shows, before, theme, held, family],
  );
  const grab = (): void => {
    const state = store.getState();
    if (state.outcome?.curves) setBefore({ traces: state.outcome.curves.pumps, study: state.study });
  };
  const hold = (isHeld: boolean): void => {
    clearTimeout(rest.current);
    if (!isHeld) rest.current = setTimeout(() => setHeld(undefined), REST_MS);
    else if (model && !held) setHeld({ flow: model.flow, head: model.head, npsh: model.npsh, powerTop: model.powerTop });
  };

  const latest = useRef({ grab, hold });
  latest.current = { grab, hold };
  const onGrab = useCallback(() => latest.current.grab(), []);
  const onHold = useCallback((isHeld: boolean) => latest.current.hold(isHeld), []);
  return { model, held, trail, onGrab, onHold };
}
