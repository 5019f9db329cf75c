import { useEffect, useRef, useState } from 'react';
import { benchMost, benchPadding, railWidth } from '../ui/railWidth';
import { from } from '../ui/sx';

/** As wide as a page is: most drawings are, and are then drawn once instead of again when they were laid out. */
function pageWidth() {
  const window = document.documentElement.clientWidth;
  const wide = window >= from.md;
  // Left and right, in steps of 8 px.
  const beside = 2 * 8 * (wide ? benchPadding.md : benchPadding.xs);
  return Math.max(0, Math.min(benchMost, window - (wide ? railWidth : 0)) - beside);
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
