import { useEffect, useState } from 'react';

/**
 * What was typed, once nothing was typed for a moment: what is reckoned of it elsewhere is asked for once and not at every letter. A timer and no
 * deferred rendering, because that waits for as long as anything else on the page moves, which on a slow phone can be for good.
 */
export function useSettled<T>(value: T, milliseconds = 200): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
