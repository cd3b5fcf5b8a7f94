import type { SystemName } from '@cedar-knot/core';
import { create } from 'zustand';

const KEY = 'cedar-knot-units';

interface UnitsState {
  system: SystemName;
  choose: (system: SystemName) => void;
}

/** Units in which things are shown that belong to no study: the catalogue. A person's own, kept on this machine. */
export const useUnits = create<UnitsState>((set) => ({
  system: globalThis.localStorage?.getItem(KEY) === 'us' ? 'us' : 'metric',
  choose: (system) => {
    localStorage.setItem(KEY, system);
    set({ system });
  },
}));
