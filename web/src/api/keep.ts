import { useCallback, useState } from 'react';
import { useForm, useWatch, type FieldValues } from 'react-hook-form';

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

/** A form whose state survives a reload: nothing half-filled is lost. */
export function useKept<T extends object>(name: string, fresh: () => T): [T, (change: Partial<T>) => void, () => void] {
  const [first] = useState(() => ({ ...fresh(), ...read<T>(`kept:${name}`) }));
  const form = useForm<FieldValues>({ defaultValues: first });
  const state = useWatch({ control: form.control }) as T;
  const change = useCallback(
    (part: Partial<T>) => {
      for (const [field, value] of Object.entries(part)) form.setValue(field, value);
      write(`kept:${name}`, form.getValues());
    },
    [form, name],
  );
  const clear = useCallback(() => {
    remove(`kept:${name}`);
    form.reset(fresh());
  }, [form, name, fresh]);
  return [state, change, clear];
}

export const newKey = () => crypto.randomUUID();
