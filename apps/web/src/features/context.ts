import { displayUnit, STANDARD_ATMOSPHERE, toUnit, unitsOf, type Dimension, type UnitSystem } from '@cedar-knot/core';
import { prettyUnit, shortNumber } from '@cedar-knot/wording';
import { createContext, useContext, useMemo } from 'react';
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
  /** SI and absolute → a pressure at a place, as gauge where the person wants it so; its unit says which */
  place: (si: number | null | undefined) => string;
  placeUnit: string;
  /** SI → short number in the display unit */
  number: (si: number | null | undefined, dimension: Dimension, figures?: number) => string;
  unit: (dimension: Dimension) => string;
  /** the unit as it is typed */
  typed: (dimension: Dimension) => string;
  value: (si: number, dimension: Dimension) => number;
}

export const NO_STUDY = createStore(() => ({})) as StoreApi<Partial<StudyState>>;

/** Numbers and units as the open study shows them, or as a person chose them where none is open. */
export function useDisplay(): Display {
  const store = useContext(StudyContext) as StoreApi<Partial<StudyState>> | null;
  const ofStudy = useStore(store ?? NO_STUDY, (s) => (s.study ? unitsOf(s.study) : null));
  const own = useUnits((s) => s.system);
  const isGauge = useUnits((s) => s.pressure === 'gauge');
  // numbers are written anew when another way is chosen
  useUnits((s) => s.numbers);
  const atmosphere = useStore(store ?? NO_STUDY, (s) => s.shown?.[s.active ?? '']?.outcome.medium?.atmosphere);
  const zero = isGauge ? (atmosphere ?? STANDARD_ATMOSPHERE) : null;
  return useMemo(() => displayIn(own ?? ofStudy ?? 'metric', zero), [own, ofStudy, zero]);
}

/** @param atmosphere Pa, above which pressures at a place are shown; null: they are shown absolute */
export function displayIn(system: UnitSystem, atmosphere: number | null = null): Display {
  const place = displayUnit('absolutePressure', system);
  return {
    system,
    place: (si) => (si === null || si === undefined ? '–' : shortNumber(toUnit(si - (atmosphere ?? 0), place))),
    placeUnit: `${prettyUnit(place.symbol)}${atmosphere === null ? '(a)' : '(g)'}`,
    number: (si, dimension, figures = 3) =>
      si === null || si === undefined ? '–' : shortNumber(toUnit(si, displayUnit(dimension, system)), figures),
    typed: (dimension) => displayUnit(dimension, system).symbol,
    unit: (dimension) => prettyUnit(displayUnit(dimension, system).symbol),
    value: (si, dimension) => toUnit(si, displayUnit(dimension, system)),
  };
}
