import { useSyncExternalStore } from 'react';

/** Widths of the window, in px, at which what is drawn changes; stylesheets ask for the same ones. */
const from = { sm: 600, md: 900, lg: 1200 } as const;

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
