import { useCallback, useRef, useState } from 'react';

/** The width of an element as it is laid out, for charts that need pixels. Give `element` as its ref. */
export function useWidth(initial: number) {
  const [width, setWidth] = useState(initial);
  const watch = useRef<ResizeObserver>(undefined);
  const element = useCallback((node: HTMLElement | null) => {
    watch.current?.disconnect();
    if (!node) return;
    watch.current = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(280, Math.floor(entry.contentRect.width))),
    );
    watch.current.observe(node);
  }, []);
  return { element, width };
}
