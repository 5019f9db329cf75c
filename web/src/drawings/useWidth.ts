import { useEffect, useRef, useState } from 'react';

/** The width a drawing has to itself. */
export function useWidth<T extends HTMLElement>(): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    setWidth(element.clientWidth);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}
