import { useEffect, useRef, useState } from 'react';

/** ms of rest before what was typed is solved */
const REST = 150;

/** What a form comes to, solved a moment after the last key. */
export function usePreview<F, P>(form: F, solve: (form: F) => Promise<P>) {
  const [found, setFound] = useState<{ preview: P; of: F } | null>(null);
  const isFirst = useRef(true);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(
      () => {
        solve(form).then(
          (preview) => !gone && setFound({ preview, of: form }),
          () => undefined,
        );
      },
      isFirst.current ? 0 : REST,
    );
    isFirst.current = false;
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [form, solve]);
  return { preview: found?.preview ?? null, isCurrent: found?.of === form };
}
