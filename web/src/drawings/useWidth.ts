import { useEffect, useRef, useState } from 'react';

/** The width a drawing has to itself. */
export function useWidth<T extends HTMLElement>(): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    // It tells the width for the first time as well, once the page is laid out anyway: asking here would lay it out once more.
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}
