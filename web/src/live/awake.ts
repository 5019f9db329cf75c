import { useEffect } from 'react';

/** Keeps the screen on while it is wanted and the page is seen: a device that sleeps cannot ring. */
export function useAwake(wanted: boolean) {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      if (over || document.visibilityState !== 'visible') return;
      try {
        const held = await navigator.wakeLock.request('screen');
        if (over) await held.release();
        else lock = held;
      } catch {
        // A device low on power refuses; then it sleeps as it always does.
      }
    };
    // The lock goes with the page being hidden; it is asked for again when the page is back.
    const back = () => void hold();
    document.addEventListener('visibilitychange', back);
    void hold();
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', back);
      void lock?.release();
    };
  }, [wanted]);
}
