/** The next moment in which nothing else is to be done, or so many milliseconds from now at the latest. */
export const idle = (timeout: number) =>
  new Promise<void>((go) => {
    if ('requestIdleCallback' in window) requestIdleCallback(() => go(), { timeout });
    else setTimeout(go, 50);
  });
