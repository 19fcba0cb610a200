import { useEffect, useRef, useState } from 'react';

/** The width of an element as it is laid out, for charts that need pixels. */
export function useWidth(initial: number) {
  const element = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(initial);
  useEffect(() => {
    if (!element.current) return;
    const watch = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(280, Math.floor(entry.contentRect.width))),
    );
    watch.observe(element.current);
    return () => watch.disconnect();
  }, []);
  return { element, width };
}
