import { useEffect } from 'react';
import { useStudy } from '../context.js';

/** What is not stored when the page is left is sent at once; only what cannot be sent is asked about. */
export function useWarnBeforeLeaving(): void {
  const save = useStudy((s) => s.save.kind);
  const flush = useStudy((s) => s.flush);
  useEffect(() => {
    const listen = (event: BeforeUnloadEvent): void => {
      if (save === 'saved') return;
      void flush();
      if (save !== 'unsaved' && save !== 'saving') event.preventDefault();
    };
    window.addEventListener('beforeunload', listen);
    return () => window.removeEventListener('beforeunload', listen);
  }, [save, flush]);
}
