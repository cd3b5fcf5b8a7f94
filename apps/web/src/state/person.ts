import type { Person } from '@cedar-knot/core';
import { create } from 'zustand';
import { api } from '../api/client.js';

interface WhoState {
  /** undefined: not known yet; null: nobody has said */
  person: Person | null | undefined;
  read: () => Promise<void>;
  say: (person: Person) => Promise<void>;
}

/** Who works here: known to the data folder, the same for every study. */
export const useWho = create<WhoState>((set, get) => ({
  person: undefined,
  read: async () => {
    if (get().person !== undefined) return;
    const { person } = await api.person();
    set({ person });
  },
  say: async (person) => {
    const kept = await api.setPerson(person);
    set({ person: kept.person });
  },
}));

/** the first letters of a name: Ida van Marsh → IVM */
export function initialsOf(name: string): string {
  const words = name.split(/[\s.]+/).filter(Boolean);
  return words
    .map((w) => [...w][0]!)
    .slice(0, 3)
    .join('')
    .toUpperCase();
}
