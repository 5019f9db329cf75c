import { useEffect, useRef, useState } from 'react';

/** As wide as a page is: most drawings are, and are then drawn once instead of again when they were laid out. */
function pageWidth() {
  const page = document.documentElement;
  const measures = getComputedStyle(page);
  const measure = (name: string) => parseFloat(measures.getPropertyValue(name)) || 0;
  const rail = matchMedia('(min-width: 900px)').matches ? measure('--rail-width') : 0;
  return Math.max(0, Math.min(measure('--bench-most'), page.clientWidth - rail) - 2 * measure('--bench-padding'));
}

/** The width a drawing has to itself. */
export function useWidth<T extends HTMLElement>(): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(pageWidth);
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
