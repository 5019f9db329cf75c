import { useCallback, useRef, useState } from 'react';
import { read, remove, write } from '../api/keep';

/** A form whose state survives a reload: nothing half-filled is lost. */
export function useKept<T extends object>(name: string, fresh: () => T): [T, (change: Partial<T>) => void, () => void] {
  const [state, setState] = useState<T>(() => ({ ...fresh(), ...read<T>(`kept:${name}`) }));
  // Two changes of one tap both count.
  const latest = useRef(state);
  const set = useCallback((next: T) => {
    latest.current = next;
    setState(next);
  }, []);
  const change = useCallback(
    (part: Partial<T>) => {
      set({ ...latest.current, ...part });
      write(`kept:${name}`, latest.current);
    },
    [set, name],
  );
  const clear = useCallback(() => {
    remove(`kept:${name}`);
    set(fresh());
  }, [set, name, fresh]);
  return [state, change, clear];
}
