import { create } from 'zustand';

interface GlossaryState {
  /** what is shown: a check or term, '' the whole list; null while it is shut */
  open: string | null;
  show: (key: string) => void;
  close: () => void;
}

/** The glossary, opened from a label, a command or F1. */
export const useGlossary = create<GlossaryState>((set) => ({
  open: null,
  show: (key) => set({ open: key }),
  close: () => set({ open: null }),
}));
