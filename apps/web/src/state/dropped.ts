import { create } from 'zustand';

/** Where a dropped file belongs. */
export type DroppedKind = 'study' | 'package' | 'list' | 'table' | 'catalogue' | 'picture' | 'readings' | 'offer';

interface DroppedState {
  file: { kind: DroppedKind; file: File; text: string } | null;
  /** what was understood, or why it goes nowhere */
  said: { text: string; isProblem: boolean } | null;
  put: (kind: DroppedKind, file: File, text: string, said: string) => void;
  say: (text: string, isProblem: boolean) => void;
  dismiss: () => void;
  /** hands it over once to the view it is for */
  take: (...kinds: DroppedKind[]) => { file: File; text: string } | null;
}

/** A file that was dropped anywhere, on its way to the view it is for. */
export const useDropped = create<DroppedState>((set, get) => ({
  file: null,
  said: null,
  put: (kind, file, text, said) => set({ file: { kind, file, text }, said: { text: said, isProblem: false } }),
  say: (text, isProblem) => set({ said: { text, isProblem } }),
  dismiss: () => set({ said: null }),
  take: (...kinds) => {
    const { file } = get();
    if (!file || !kinds.includes(file.kind)) return null;
    set({ file: null });
    return file;
  },
}));
