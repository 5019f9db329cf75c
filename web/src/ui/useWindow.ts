import { useSyncExternalStore } from 'react';
import { from } from './sx';

/** Whether the window is as wide as that now, for what is not drawn at all where there is no room for it. */
export function useWindow(wide: keyof typeof from): boolean {
  const query = `(min-width: ${from[wide]}px)`;
  return useSyncExternalStore(
    (changed) => {
      const asked = window.matchMedia(query);
      asked.addEventListener('change', changed);
      return () => asked.removeEventListener('change', changed);
    },
    () => window.matchMedia(query).matches,
  );
}
