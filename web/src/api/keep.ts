import { useCallback, useEffect, useRef, useState } from 'react';
import { Problem } from './client';

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

const Patience = 3000;

/**
 * Sends one entry and keeps trying while the server or its database is away. The key goes along each time,
 * so however often it is sent it is stored once.
 */
export function useSend<TBody, TAnswer>(
  send: (body: TBody, key: string) => Promise<TAnswer>,
  done: (answer: TAnswer) => void,
) {
  const [error, setError] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const [away, setAway] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);

  const go = async (body: TBody, key: string): Promise<void> => {
    clearTimeout(timer.current);
    setBusy(true);
    setError(null);
    try {
      const answer = await send(body, key);
      setAway(false);
      setBusy(false);
      done(answer);
    } catch (e) {
      const problem =
        e instanceof Problem
          ? e
          : new Problem(500, 'broken', 'Something broke on this page. Your entry is still here.');
      if (problem.isAway) {
        setAway(true);
        timer.current = setTimeout(() => void go(body, key), Patience);
      } else {
        setAway(false);
        setBusy(false);
        setError(problem);
      }
    }
  };

  return { go, error, busy, away, clearError: () => setError(null) };
}
