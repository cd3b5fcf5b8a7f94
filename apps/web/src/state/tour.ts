import { create } from 'zustand';

const KEY = 'cedar-knot-tour';

interface TourState {
  /** stop that is shown, from 0; null while there is no tour */
  at: number | null;
  isOffered: boolean;
  /** to who has begun a study, and neither took nor declined it before */
  offer: () => void;
  go: (at: number) => void;
  /** ends it, or declines it: it is not offered again */
  end: () => void;
}

/** The tour through one's own study; it is offered in the first that is begun, and can be had again from the commands. */
export const useTour = create<TourState>((set) => ({
  at: null,
  isOffered: false,
  offer: () => set({ isOffered: localStorage.getItem(KEY) === null }),
  go: (at) => {
    localStorage.setItem(KEY, '1');
    set({ at, isOffered: false });
  },
  end: () => {
    localStorage.setItem(KEY, '1');
    set({ at: null, isOffered: false });
  },
}));
