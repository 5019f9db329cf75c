import { useCallback, useState } from 'react';
import { useForm, useWatch, type FieldValues } from 'react-hook-form';
import { read, remove, write } from '../api/keep';

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
