import { startTransition, useDeferredValue, useEffect, useState } from 'react';
import { useWindow } from './useWindow';

/**
 * Whether what a phone's first screen has no room for is drawn: there it comes right after the first picture, so that this stands sooner and a
 * finger is answered in between. Where the window is wide all is drawn at once.
 */
export function useLater(): boolean {
  const wide = useWindow('md');
  return useDeferredValue(true, wide ? undefined : false);
}

/** The same for what may come after that: a finger waits less for two small pieces than for one large. */
export function useLast(): boolean {
  const wide = useWindow('md');
  const later = useLater();
  const [last, setLast] = useState(wide);
  useEffect(() => {
    if (later) startTransition(() => setLast(true));
  }, [later]);
  return last;
}
