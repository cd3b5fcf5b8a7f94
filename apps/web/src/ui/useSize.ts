import { useEffect, useLayoutEffect, useState, type RefObject } from 'react';

/** The inner size of an element, followed as it changes; the element may come, go or be another one with any drawing. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [element, setElement] = useState<HTMLElement | null>(null);
  // a ref says nothing when it is filled, so it is looked at after each drawing
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useLayoutEffect(() => {
    if (element !== ref.current) setElement(ref.current);
  });
  useEffect(() => {
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize((s) => (s.width === width && s.height === height ? s : { width, height }));
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, [element]);
  return size;
}
