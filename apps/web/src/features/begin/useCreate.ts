import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useTour } from '../../state/tour.js';
import { wordsOf } from '../../api/client.js';

/** Creates a study and goes to it. */
export function useCreate() {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const create = async (work: () => Promise<{ id: string }>): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      const { id } = await work();
      useTour.getState().offer();
      await navigate(`/studies/${id}/system`);
    } catch (e) {
      setProblem(wordsOf(e));
      setBusy(false);
    }
  };
  return { problem, isBusy, create };
}
