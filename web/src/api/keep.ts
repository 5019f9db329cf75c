import { useCallback, useState } from 'react';

/** What this device remembers under a name. */
export const read = <T>(name: string): T | undefined => {
  try {
    const text = localStorage.getItem(name);
    return text ? (JSON.parse(text) as T) : undefined;
  } catch {
    return undefined;
  }
};

export const write = (name: string, value: unknown) => {
  try {
    localStorage.setItem(name, JSON.stringify(value));
  } catch {
    // A full or forbidden store costs the reload, not the entry.
  }
};

export const remove = (name: string) => {
  try {
    localStorage.removeItem(name);
  } catch {
    // A forbidden store has nothing in it.
  }
};

/** Every name that begins so. */
export const named = (prefix: string): string[] => {
  try {
    return Object.keys(localStorage).filter((name) => name.startsWith(prefix));
  } catch {
    return [];
  }
};

/** Form state that survives a reload: nothing half-filled is lost. */
export function useKept<T>(name: string, fresh: () => T): [T, (change: Partial<T>) => void, () => void] {
  const [state, setState] = useState<T>(() => ({ ...fresh(), ...read<T>(`kept:${name}`) }));
  const change = useCallback(
    (part: Partial<T>) =>
      setState((old) => {
        const next = { ...old, ...part };
        write(`kept:${name}`, next);
        return next;
      }),
    [name],
  );
  const clear = useCallback(() => {
    localStorage.removeItem(`kept:${name}`);
    setState(fresh());
  }, [name, fresh]);
  return [state, change, clear];
}

export const newKey = () => crypto.randomUUID();
