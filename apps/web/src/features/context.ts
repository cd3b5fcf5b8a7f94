import { displayUnit, toUnit, unitsOf, type Dimension, type UnitSystem } from '@cedar-knot/core';
import { prettyUnit, shortNumber } from '@cedar-knot/wording';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { useUnits } from '../state/units.js';
import type { StudyActions, StudyState, StudyStore } from '../state/studyStore.js';
import { msg } from '../words.js';

export const StudyContext = createContext<StudyStore | null>(null);

export function useStudyStore(): StudyStore {
  const store = useContext(StudyContext);
  if (!store) throw new Error(msg('app.noStudyIsOpenHere'));
  return store;
}

/** A part of the open study's state; renders again when that part changes. */
export function useStudy<T>(select: (state: StudyState & StudyActions) => T): T {
  return useStore(useStudyStore(), select);
}

export interface Display {
  system: UnitSystem;
  /** SI → short number in the display unit */
  number: (si: number | null | undefined, dimension: Dimension, figures?: number) => string;
  unit: (dimension: Dimension) => string;
  /** the unit as it is typed */
  typed: (dimension: Dimension) => string;
  value: (si: number, dimension: Dimension) => number;
}

const NO_STUDY = createStore(() => ({})) as StoreApi<Partial<StudyState>>;

/** Numbers and units as the open study shows them, or as a person chose them where none is open. */
export function useDisplay(): Display {
  const store = useContext(StudyContext) as StoreApi<Partial<StudyState>> | null;
  const ofStudy = useStore(store ?? NO_STUDY, (s) => (s.study ? unitsOf(s.study) : null));
  const own = useUnits((s) => s.system);
  return displayIn(ofStudy ?? own);
}

export function displayIn(system: UnitSystem): Display {
  return {
    system,
    number: (si, dimension, figures = 3) =>
      si === null || si === undefined ? '–' : shortNumber(toUnit(si, displayUnit(dimension, system)), figures),
    typed: (dimension) => displayUnit(dimension, system).symbol,
    unit: (dimension) => prettyUnit(displayUnit(dimension, system).symbol),
    value: (si, dimension) => toUnit(si, displayUnit(dimension, system)),
  };
}
