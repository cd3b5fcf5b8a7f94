import { useEffect, useState, type RefObject } from 'react';

/** The inner size of an element, followed as it changes. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    if (!ref.current) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize((s) => (s.width === width && s.height === height ? s : { width, height }));
    });
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, [ref]);
  return size;
}
