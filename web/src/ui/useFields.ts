import { useState, type ChangeEvent } from 'react';

/** What a form hears from the server: what is refused at a field, and that it is typed in again. */
interface Refusing {
  at: (field: string) => string | undefined;
  clear: () => void;
}

/**
 * The state of a form, and its fields bound to it: `field(...)` for the shared fields (weight, number, temperature, range, time), `text(...)`
 * for a plain text field. `sent` is what the server calls the field where that is another name.
 */
export function useFields<T extends object>(fresh: T, refusing?: Refusing) {
  const [values, setValues] = useState(fresh);
  // Two changes of one tap both count.
  const set = (part: Partial<T>) => {
    refusing?.clear();
    setValues((now) => ({ ...now, ...part }));
  };
  return {
    values,
    set,
    reset: () => setValues(fresh),
    field: <K extends keyof T & string>(name: K, sent: string = name) => ({
      value: values[name],
      onChange: (value: T[K]) => set({ [name]: value } as unknown as Partial<T>),
      error: refusing?.at(sent),
    }),
    text: <K extends keyof T & string>(name: K, help?: string, sent: string = name) => ({
      value: values[name] as string,
      onChange: (e: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) =>
        set({ [name]: e.target.value } as unknown as Partial<T>),
      error: !!refusing?.at(sent),
      helperText: refusing?.at(sent) ?? help,
    }),
  };
}
